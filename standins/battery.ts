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
function leadVolts(chemistry: Exclude<ChemistryId, 'lfp'>, share: number): number {
  const { empty, full } = ACID[chemistry];
  const gravity = empty + (full - empty) * share;
  const bend = 0.006 * Math.sin(Math.PI * Math.min(1, Math.max(0, share)));
  const spent = share < 0 ? -0.14 * -share : 0;
  return gravity + 0.845 - bend + spent;
}

/** A battery that lives hour by hour. */
export class TrueBattery {
  /** Charge gone, ampere-hours, against full as it can still be. */
  private goneAh: number;
  private weakCellAh = 0;
  private celsius: number;
  private surface = 0;
  private hour = 0;
  connected = true;

  constructor(
    readonly truth: BatteryTruth,
    start: { share: number; celsius: number },
  ) {
    this.goneAh = (1 - start.share) * this.capacityAh;
    this.celsius = start.celsius;
  }

  private get capacityAh(): number {
    return this.truth.ratedAh * this.truth.health;
  }

  /** State of charge in percent of what it can still hold. */
  get socPct(): number {
    return 100 * (1 - this.goneAh / this.capacityAh);
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
    const drawMa = this.connected ? truth.drawMa(this.hour / 24) : 0;
    this.weakCellAh += ((truth.weakCellPctPerDay / 100) * truth.ratedAh) / 24;
    const room = Math.max(0, this.goneAh);
    // Acceptance falls away as the battery fills.
    const accepted = Math.min(chargeAmps, 0.4 * room + 0.002 * truth.ratedAh) * 0.9;
    this.goneAh += self + drawMa / 1000 - accepted;
    if (chargeAmps > 0) {
      this.goneAh = Math.max(0, this.goneAh);
      this.weakCellAh = Math.max(0, this.weakCellAh - accepted * 0.6);
      this.surface = truth.cells * 0.06;
    } else {
      this.surface *= Math.exp(-1 / (this.surface > truth.cells * 0.012 ? 1.3 : 9));
    }
    this.hour++;
  }

  /** Volts that the last charge left on the plates and that go away by themselves. */
  get surfaceVolts(): number {
    return this.surface;
  }

  /** Full, as a charger would say. */
  get full(): boolean {
    return this.goneAh < 0.02 * this.truth.ratedAh;
  }

  /** Volts between the posts, nothing flowing but the vehicle's draw. */
  get volts(): number {
    const { truth } = this;
    const share = 1 - this.goneAh / this.capacityAh;
    const weak = share - this.weakCellAh / this.capacityAh;
    const cell = (at: number) =>
      truth.chemistry === 'lfp' ? lithiumVolts(at) : leadVolts(truth.chemistry, at);
    const kelvin = truth.chemistry === 'lfp' ? 0 : 0.00023 * (this.celsius - 25);
    const cells =
      truth.weakCellPctPerDay > 0
        ? (truth.cells - 1) * cell(share) + Math.max(0, cell(weak))
        : truth.cells * cell(share);
    return cells + truth.cells * kelvin + truth.offsetVolts + this.surface;
  }
}
