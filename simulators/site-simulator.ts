import {
  TrueBattery,
  steppedDraw,
  type BatteryLife,
  type BatteryTruth,
  type DrawStep,
} from './battery';
import { randomOne } from './random';

const HOUR = 3_600_000;
const STEP_MINUTES = 5;

/** A storage site as it is written down between two moves of its clock. */
export interface LivingFile {
  /** UTC milliseconds to which it has lived. */
  readonly now: number;
  /** Air of each hall, hour by hour from `airFrom`. */
  readonly airFrom: number;
  readonly air: Readonly<Record<string, readonly number[]>>;
  readonly batteries: readonly {
    readonly id: string;
    readonly hallId: string;
    readonly truth: Omit<BatteryTruth, 'drawMa'>;
    readonly draws: readonly DrawStep[];
    /** What a green clamp adds between post and probe. */
    readonly clampVolts: number;
    readonly life: BatteryLife;
  }[];
  readonly devices: readonly LivingDevice[];
  /** Leads that are knocked off unnoticed: from then on nothing feeds that battery. */
  readonly knocks: readonly { readonly batteryId: string; readonly at: number }[];
}

export interface LivingDevice {
  readonly id: string;
  readonly kind: 'charger' | 'thermometer';
  readonly token: string;
  readonly chargerId: string | null;
  readonly hallId: string | null;
  readonly everyMinutes: number;
  /** Reports so far. */
  readonly n: number;
}

/** What the attendant's hands have left: the site's own record of what hangs where. */
export interface Hands {
  readonly batteries: readonly {
    readonly id: string;
    readonly connected: boolean;
    readonly hallId: string;
    readonly hung: {
      readonly since: number;
      readonly chargerId: string | null;
      readonly channel: number;
      readonly amps: number;
      readonly absorptionVolts: number;
      readonly floatVolts: number | null;
      readonly regulated: boolean;
      /** Somebody has looked at its lead then. */
      readonly mendedAt: number | null;
    } | null;
  }[];
}

export interface DeviceReport {
  readonly n: number;
  readonly at: string;
  readonly channel?: number;
  readonly state?: 'charging' | 'holding' | 'dark';
  readonly volts?: number;
  readonly amps?: number;
  readonly celsius?: number;
}

/** What one would see, standing in front of it. */
export interface Sight {
  readonly volts: number;
  readonly celsius: number;
  readonly lamp: 'charging' | 'holding' | 'dark' | null;
}

/** The batteries and halls of a site, living on hour by hour while its clock is moved. */
export class SiteSimulator {
  private now: number;
  private readonly batteries: Map<string, { hallId: string; battery: TrueBattery }>;
  private readonly lamps = new Map<string, Sight['lamp']>();
  /** Volts at the clamps of what hangs on a charger. */
  private readonly fed = new Map<string, number>();
  private readonly counts: Map<string, number>;

  constructor(private readonly file: LivingFile) {
    this.now = file.now;
    this.batteries = new Map(
      file.batteries.map(({ id, hallId, truth, draws, life }) => [
        id,
        { hallId, battery: TrueBattery.revive({ ...truth, drawMa: steppedDraw(draws) }, life) },
      ]),
    );
    this.counts = new Map(file.devices.map(({ id, n }) => [id, n]));
  }

  get time(): number {
    return this.now;
  }

  /** The last instant of which the weather is known. */
  get until(): number {
    const hours = Math.min(...Object.values(this.file.air).map((air) => air.length));
    return this.file.airFrom + (hours - 1) * HOUR;
  }

  private airAt(hallId: string, at: number): number {
    const air = this.file.air[hallId] ?? Object.values(this.file.air)[0]!;
    return air[Math.min(air.length - 1, Math.max(0, Math.floor((at - this.file.airFrom) / HOUR)))]!;
  }

  private knocked(id: string, since: number, mendedAt: number | null, at: number): boolean {
    return this.file.knocks.some(
      (knock) =>
        knock.batteryId === id &&
        knock.at <= at &&
        knock.at > since &&
        (mendedAt === null || mendedAt < knock.at),
    );
  }

  /** Lives to an instant with what the hands left, and returns what the devices reported. */
  live(to: number, hands: Hands): Map<string, DeviceReport[]> {
    const reports = new Map<string, DeviceReport[]>();
    const say = (device: LivingDevice, at: number, report: Omit<DeviceReport, 'n' | 'at'>) => {
      const n = (this.counts.get(device.id) ?? 0) + 1;
      this.counts.set(device.id, n);
      const list = reports.get(device.id) ?? [];
      list.push({ n, at: new Date(at).toISOString(), ...report });
      reports.set(device.id, list);
    };
    for (const hand of hands.batteries) {
      const one = this.batteries.get(hand.id);
      if (!one) continue;
      one.hallId = hand.hallId;
      one.battery.connected = hand.connected;
    }
    for (; this.now < Math.min(to, this.until); this.now += HOUR) {
      for (const device of this.file.devices) {
        if (device.kind !== 'thermometer') continue;
        say(device, this.now, { celsius: round(this.airAt(device.hallId!, this.now), 10) });
      }
      for (const hand of hands.batteries) this.liveHour(hand, say);
    }
    return reports;
  }

  private liveHour(
    hand: Hands['batteries'][number],
    say: (device: LivingDevice, at: number, report: Omit<DeviceReport, 'n' | 'at'>) => void,
  ): void {
    const one = this.batteries.get(hand.id);
    if (!one) return;
    const air = this.airAt(one.hallId, this.now);
    const { hung } = hand;
    if (!hung || this.knocked(hand.id, hung.since, hung.mendedAt, this.now)) {
      one.battery.live(air, 0);
      this.lamps.set(hand.id, hung ? 'dark' : null);
      this.fed.delete(hand.id);
      return;
    }
    const device = this.file.devices.find(
      ({ chargerId }) => chargerId !== null && chargerId === hung.chargerId,
    );
    for (let minute = 0; minute < 60; minute += STEP_MINUTES) {
      const shown = one.battery.onCharger(STEP_MINUTES / 60, air, hung);
      this.lamps.set(hand.id, shown.holding ? 'holding' : 'charging');
      this.fed.set(hand.id, shown.volts);
      if (device && minute % device.everyMinutes === 0) {
        say(device, this.now + minute * 60_000, {
          channel: hung.channel,
          state: shown.holding ? 'holding' : 'charging',
          volts: round(shown.volts, 100),
          amps: round(shown.amps, 100),
          celsius: round(one.battery.temperature, 10),
        });
      }
    }
  }

  /** What a meter at its posts and its lamp show now. */
  sight(id: string): Sight | null {
    const one = this.batteries.get(id);
    const kept = this.file.batteries.find((battery) => battery.id === id);
    if (!one || !kept) return null;
    // The same look shows the same figure: chance comes from the battery and the hour.
    const chance = randomOne(
      Math.floor(this.now / HOUR) * 1000 + this.file.batteries.indexOf(kept),
    );
    const between = this.fed.get(id) ?? one.battery.volts;
    const volts = between * 1.0004 + 0.004 - kept.clampVolts + 0.004 * chance.normal();
    return {
      volts: round(Math.max(0, volts), 100),
      celsius: round(one.battery.temperature, 10),
      lamp: this.lamps.get(id) ?? null,
    };
  }

  /** The battery's own volts and what the last charge left on it, for a meter of another make. */
  truth(id: string): { volts: number; surfaceVolts: number } | null {
    const one = this.batteries.get(id);
    return one
      ? {
          volts: one.battery.volts - one.battery.surfaceVolts,
          surfaceVolts: one.battery.surfaceVolts,
        }
      : null;
  }

  /** As it is written down. */
  toFile(): LivingFile {
    return {
      ...this.file,
      now: this.now,
      batteries: this.file.batteries.map((kept) => {
        const { hallId, battery } = this.batteries.get(kept.id)!;
        return { ...kept, hallId, life: battery.life };
      }),
      devices: this.file.devices.map((device) => ({ ...device, n: this.counts.get(device.id)! })),
    };
  }
}

const round = (value: number, by: number) => Math.round(value * by) / by;
