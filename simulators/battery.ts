import type { ChemistryId } from '../core/battery/chemistries';

/** What is true of a battery and nobody can see. */
export interface BatteryTruth {
  readonly chemistry: ChemistryId;
  readonly cells: number;
  readonly ratedAh: number;
  /** Usable capacity now, as a share of the rated. */
  readonly health: number;
  /** Percent of rated capacity in 30 days at 20 °C. */
  readonly selfPctPerMonth: number;
  /** Draw of the vehicle while connected, milliamps, by day from the start. */
  readonly drawMa: (day: number) => number;
  /** This battery's own departure from its chemistry's voltage, volts for all cells. */
  readonly offsetVolts: number;
  /** Hours by which the battery follows the air of its hall. */
  readonly lagHours: number;
  /** One cell that leaks: percent of its capacity a day more than the others; 0 for none. */
  readonly weakCellPctPerDay: number;
  /** To what share a charge still brings it; 1, if not said. */
  readonly topShare?: number;
  /** By how much a cell's voltage sags half-way down, volts; 0.006, if not said. */
  readonly bend?: number;
  /** How much heavier its acid is when empty than its chemistry's usually is. */
  readonly emptyShift?: number;
}

/** A draw that changes on certain days: the sum of what has begun by then. */
export interface DrawStep {
  readonly fromDay: number;
  readonly milliamps: number;
}
export const steppedDraw =
  (steps: readonly DrawStep[]): BatteryTruth['drawMa'] =>
  (day) =>
    steps.reduce((sum, step) => (day >= step.fromDay ? sum + step.milliamps : sum), 0);

/** All of a battery's life that is not its nature; as it is written down. */
export interface BatteryLife {
  readonly goneAh: number;
  readonly weakCellAh: number;
  readonly celsius: number;
  readonly surface: number;
  readonly hour: number;
  readonly connected: boolean;
  readonly floating: boolean;
}

/** What a charger gives at its clamps. */
export interface ChargeSource {
  readonly amps: number;
  /** For all cells. */
  readonly absorptionVolts: number;
  /** Null: it ends there. */
  readonly floatVolts: number | null;
  /** A manual one knows no limit. */
  readonly regulated: boolean;
}

/** What its own meters show meanwhile. */
export interface ChargeShown {
  readonly amps: number;
  readonly volts: number;
  readonly holding: boolean;
}

/** Acid of a cell by share of charge: linear in charge, the electrolyte's own balance. */
const ACID: Record<Exclude<ChemistryId, 'lfp'>, { empty: number; full: number }> = {
  flooded: { empty: 1.121, full: 1.266 },
  efb: { empty: 1.124, full: 1.271 },
  agm: { empty: 1.117, full: 1.299 },
  gel: { empty: 1.119, full: 1.3 },
};

/** Lithium iron phosphate: two plateaus with a step between, steep at both ends. */
function lithiumVolts(share: number): number {
  const s = Math.min(1.02, share);
  return (
    3.282 +
    0.032 / (1 + Math.exp(-(s - 0.62) / 0.03)) +
    0.06 * Math.exp((s - 1) / 0.018) -
    0.26 * Math.exp(-(s + 0.01) / 0.045) -
    Math.max(0, -s) * 4
  );
}

/**
 * A lead-acid cell from its acid: close to gravity + 0.845, a little bent, and dropping away
 * when the acid is all but spent.
 */
function leadVolts(
  chemistry: Exclude<ChemistryId, 'lfp'>,
  share: number,
  most: number,
  emptyShift: number,
): number {
  const { empty, full } = ACID[chemistry];
  const gravity = empty + emptyShift + (full - empty - emptyShift) * share;
  const bend = most * Math.sin(Math.PI * Math.min(1, Math.max(0, share)));
  const spent = share < 0 ? -0.14 * -share : 0;
  return gravity + 0.845 - bend + spent;
}

/** A battery that lives hour by hour, by whichever laws. */
export interface LivingBattery {
  connected: boolean;
  /** One hour in a hall at `air`, with `chargeAmps` going in (0: none). */
  live(air: number, chargeAmps: number): void;
  /** Part of an hour on a charger in a hall at `air`. */
  onCharger(hours: number, air: number, source: ChargeSource): ChargeShown;
  readonly temperature: number;
  /** Between its posts, nothing flowing but the vehicle's draw. */
  readonly volts: number;
  readonly socPct: number;
  /** What its volts at rest stand for, a leaking cell included. */
  readonly restPct: number;
  readonly full: boolean;
  readonly gravities: readonly number[];
}

/** A battery that lives by the laws of the first world. */
export class TrueBattery implements LivingBattery {
  /** Charge gone, ampere-hours, against full as it can still be. */
  private goneAh: number;
  private weakCellAh = 0;
  private celsius: number;
  private surface = 0;
  private hour = 0;
  /** Its charger has gone over to float. */
  private floating = false;
  connected = true;

  constructor(
    readonly truth: BatteryTruth,
    start: { share: number; celsius: number },
  ) {
    this.goneAh = (1 - start.share) * this.capacityAh;
    this.celsius = start.celsius;
  }

  /** A battery as it was written down. */
  static revive(truth: BatteryTruth, life: BatteryLife): TrueBattery {
    const battery = new TrueBattery(truth, { share: 1, celsius: life.celsius });
    battery.goneAh = life.goneAh;
    battery.weakCellAh = life.weakCellAh;
    battery.surface = life.surface;
    battery.hour = life.hour;
    battery.connected = life.connected;
    battery.floating = life.floating;
    return battery;
  }

  get life(): BatteryLife {
    const { goneAh, weakCellAh, celsius, surface, hour, connected, floating } = this;
    return { goneAh, weakCellAh, celsius, surface, hour, connected, floating };
  }

  private get capacityAh(): number {
    return this.truth.ratedAh * this.truth.health;
  }

  /** State of charge in percent of what it can still hold. */
  get socPct(): number {
    return 100 * (1 - this.goneAh / this.capacityAh);
  }

  /**
   * What its volts at rest stand for on its own curve, a leaking cell included: the charge of a
   * sound battery that would show them.
   */
  get restPct(): number {
    if (this.truth.weakCellPctPerDay === 0) return this.socPct;
    const shown = this.cellVolts;
    let low = -1;
    let high = 1;
    for (let i = 0; i < 30; i++) {
      const middle = (low + high) / 2;
      if (this.truth.cells * this.cell(middle) < shown) low = middle;
      else high = middle;
    }
    return 50 * (low + high);
  }

  /** Charge that no charger puts back any more. */
  private get lostForGoodAh(): number {
    return (1 - (this.truth.topShare ?? 1)) * this.capacityAh;
  }

  get temperature(): number {
    return this.celsius;
  }

  /** One hour in a hall at `air`, with `chargeAmps` going in (0: none). */
  live(air: number, chargeAmps: number): void {
    const { truth } = this;
    this.celsius += (air - this.celsius) / truth.lagHours;
    // Arrhenius with an activation energy of its own, not the one that is assumed elsewhere.
    const rate = Math.exp((47_500 / 8.314) * (1 / 293.15 - 1 / (this.celsius + 273.15)));
    const self = ((truth.selfPctPerMonth / 100) * truth.ratedAh * rate) / 720;
    // An empty lithium battery's own protection cuts off.
    const cutOff = truth.chemistry === 'lfp' && this.socPct <= 0;
    const drawMa = this.connected && !cutOff ? truth.drawMa(this.hour / 24) : 0;
    this.weakCellAh += this.leakedIn(1);
    const room = Math.max(0, this.goneAh - this.lostForGoodAh);
    // Acceptance falls away as the battery fills.
    const accepted = Math.min(chargeAmps, 0.4 * room + 0.002 * truth.ratedAh) * 0.9;
    this.goneAh += self + drawMa / 1000 - accepted;
    if (chargeAmps > 0) {
      this.goneAh = Math.max(this.lostForGoodAh, this.goneAh);
      this.weakCellAh = Math.max(0, this.weakCellAh - accepted * 0.6);
      this.surface = truth.cells * 0.06;
    } else {
      this.floating = false;
      this.surface *= Math.exp(-1 / (this.surface > truth.cells * 0.012 ? 1.3 : 9));
    }
    this.hour++;
  }

  /**
   * Part of an hour on a charger in a hall at `air`. Acceptance bends with what is missing, falls
   * in the cold and with age; the last of the charge makes gas.
   */
  onCharger(hours: number, air: number, source: ChargeSource): ChargeShown {
    const { truth } = this;
    const lithium = truth.chemistry === 'lfp';
    this.celsius += ((air - this.celsius) * hours) / truth.lagHours;
    const drawAmps = this.connected ? truth.drawMa(this.hour / 24) / 1000 : 0;
    const room = Math.max(0, (this.goneAh - this.lostForGoodAh) / this.capacityAh);
    const warm = 2 ** ((Math.min(25, this.celsius) - 25) / 18);
    const slow = lithium ? 12 : warm * (0.45 + 0.55 * truth.health);
    const most = this.capacityAh * (0.8 * room + 1.3 * room * room + 0.002) * slow;
    const rest = this.volts - this.surface;
    const free = Math.max(0.02 * source.amps, source.amps - drawAmps);
    if (!this.floating && source.regulated && Math.min(free, most) < 0.018 * truth.ratedAh) {
      this.floating = true;
    }
    const limit = this.floating ? (source.floatVolts ?? rest) : source.absorptionVolts;
    const pull = this.floating ? (source.floatVolts === null ? 0 : 0.3) : 1;
    const into = source.regulated ? Math.min(free, pull * most) : free;
    const kept = lithium ? 0.995 : room > 0.2 ? 0.97 : 0.74 + 1.15 * room;
    this.goneAh = Math.max(
      Math.min(this.goneAh, this.lostForGoodAh),
      this.goneAh - into * kept * hours + Math.max(0, drawAmps - source.amps) * hours,
    );
    this.weakCellAh += this.leakedIn(hours);
    this.weakCellAh = Math.max(0, this.weakCellAh - into * kept * 0.6 * hours);
    this.surface = truth.cells * (lithium ? 0.01 : 0.06);
    this.hour += hours;
    // In float the volts are what is held; on the way there they follow the current.
    const share = this.floating || most <= 0 ? 1 : Math.min(1.25, (into / most) ** 0.8);
    return {
      amps: into + Math.min(drawAmps, source.amps),
      volts: rest + (limit - rest) * share,
      holding: this.floating,
    };
  }

  /** Of its acid, cell by cell from the positive post, as a hydrometer shows it; none in lithium. */
  get gravities(): number[] {
    const { chemistry, cells, emptyShift = 0 } = this.truth;
    if (chemistry === 'lfp') return [];
    const { empty, full } = ACID[chemistry];
    const at = (share: number) => empty + emptyShift + (full - empty - emptyShift) * share;
    const sound = at(1 - this.goneAh / this.capacityAh);
    return Array.from({ length: cells }, (_, i) => (i === 1 ? at(this.weakShare) : sound));
  }

  /** Volts that the last charge left on the plates and that go away by themselves. */
  get surfaceVolts(): number {
    return this.surface;
  }

  /** Full, as a charger would say. */
  get full(): boolean {
    return this.goneAh - this.lostForGoodAh < 0.02 * this.truth.ratedAh;
  }

  /** Volts between the posts, nothing flowing but the vehicle's draw. */
  get volts(): number {
    const { truth } = this;
    const kelvin = truth.chemistry === 'lfp' ? 0 : 0.00023 * (this.celsius - 25);
    return this.cellVolts + truth.cells * kelvin + truth.offsetVolts + this.surface;
  }

  /** Of one cell by its share of charge. */
  private cell(share: number): number {
    const { chemistry, bend = 0.006, emptyShift = 0 } = this.truth;
    return chemistry === 'lfp'
      ? lithiumVolts(share)
      : leadVolts(chemistry, share, bend, emptyShift);
  }

  private get weakShare(): number {
    return 1 - (this.goneAh + this.weakCellAh) / this.capacityAh;
  }

  /** What leaks out of the weak cell; when half of it is gone it leaks less and less. */
  private leakedIn(hours: number): number {
    const { weakCellPctPerDay, ratedAh } = this.truth;
    const left = Math.min(1, Math.max(0, 2 * this.weakShare));
    return left * (weakCellPctPerDay / 100) * ratedAh * (hours / 24);
  }

  private get cellVolts(): number {
    const { cells, weakCellPctPerDay } = this.truth;
    const share = 1 - this.goneAh / this.capacityAh;
    return weakCellPctPerDay > 0
      ? (cells - 1) * this.cell(share) + Math.max(0, this.cell(this.weakShare))
      : cells * this.cell(share);
  }
}
