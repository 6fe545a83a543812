import { z } from 'zod';
import { ParkedVehicle, type DrawTruth } from './vehicle-draw';
import type { Random } from './random';
import { crankLog, type StartTruth } from './start-world';

/** What the attendant's hands do at a vehicle; the demo has no hands of its own. */
export const HandAction = z.discriminatedUnion('do', [
  /** Goes to a battery; everything that was connected elsewhere is off. */
  z.object({ do: z.literal('go-to'), batteryId: z.string() }),
  z.object({ do: z.literal('probes'), on: z.enum(['posts', 'reversed', 'off']) }),
  z.object({ do: z.literal('jumper'), on: z.boolean() }),
  z.object({ do: z.literal('clamp'), on: z.boolean() }),
  z.object({ do: z.literal('series'), on: z.boolean() }),
  z.object({ do: z.literal('pull'), fuse: z.string() }),
  z.object({ do: z.literal('put-back'), fuse: z.string() }),
  z.object({ do: z.literal('door') }),
  /** Turns the key, for as long as it takes. */
  z.object({ do: z.literal('crank') }),
  /** Voltmeter across a fuse: millivolts. */
  z.object({ do: z.literal('across-fuse'), fuse: z.string().nullable() }),
  z.object({ do: z.literal('new-fuse') }),
]);
export type HandAction = z.infer<typeof HandAction>;

/** Hidden truth of one battery on the bench's day. */
export interface WorldBattery {
  readonly id: string;
  readonly volts: number;
  /** A charge ended lately: millivolts that are still falling, and by what time constant. */
  readonly surfaceVolts: number;
  readonly surfaceHours: number;
  /** How its engine is started, as it stands; null: it cranks none. */
  readonly start?: StartTruth | null;
  /** What its vehicle draws from it, once it is connected. */
  readonly draw: DrawTruth;
  /** Marks of its fuses, by number of the circuit, and the main fuse of each. */
  readonly fuses: readonly {
    readonly mark: string;
    readonly main: string | null;
    readonly milliohms: number;
  }[];
}

export interface WorldFile {
  readonly batteries: readonly WorldBattery[];
}

/** Milliohms of a meter in series with its leads, and of a good jumper. */
const METER_MILLIOHMS = 60;
const JUMPER_MILLIOHMS = 12;
/** Samples a second of a start as it is reckoned. */
const LOG_HERTZ = 20;
/** Both meter's fuse and the meter in series blow beyond so many amps. */
const FUSE_AMPS = 10;

/** The storage site as a meter's leads find it, in its own time. */
export class BenchWorld {
  private batteryId: string | null = null;
  private probes: 'posts' | 'reversed' | 'off' = 'off';
  private jumper = false;
  private clamp = true;
  private series = false;
  private across: string | null = null;
  private readonly out = new Set<string>();
  private readonly parked = new Map<string, ParkedVehicle>();
  private powered = true;
  fuseBlown = false;
  /** A start that runs: since when, and by how much it moves the volts at the posts. */
  private start: { readonly at: number; readonly volts: readonly number[] } | null = null;

  constructor(
    private readonly file: WorldFile,
    /** Seconds of the world. */
    private readonly clock: () => number,
    private readonly chance: Random,
    /** How the battery stands by now, where somebody lets it live on. */
    private readonly living: (
      id: string,
    ) => Pick<WorldBattery, 'volts' | 'surfaceVolts'> | null = () => null,
    /** Seconds of whoever turns the key: a start is not watched faster than it is. */
    private readonly watch: () => number = clock,
  ) {}

  act(action: HandAction): void {
    const now = this.clock();
    switch (action.do) {
      case 'go-to':
        this.goTo(action.batteryId);
        break;
      case 'probes':
        this.probes = action.on;
        this.across = null;
        break;
      case 'jumper':
        this.jumper = action.on;
        break;
      case 'clamp':
        this.clamp = action.on;
        break;
      case 'series':
        this.series = action.on;
        break;
      case 'pull':
        this.out.add(action.fuse);
        break;
      case 'put-back':
        if (this.out.delete(action.fuse)) this.stir(action.fuse, now);
        break;
      case 'door':
        this.vehicle()?.wake(now);
        break;
      case 'crank':
        this.crank();
        break;
      case 'across-fuse':
        this.across = action.fuse;
        break;
      case 'new-fuse':
        this.fuseBlown = false;
        break;
    }
    const powered = this.clamp || this.jumper || this.series;
    // Power that comes back wakes everything.
    if (powered && !this.powered) this.vehicle()?.wake(now);
    this.powered = powered;
  }

  /** Walks to a battery: what was connected elsewhere is put back as it was. */
  private goTo(batteryId: string): void {
    if (batteryId === this.batteryId) return;
    this.batteryId = batteryId;
    this.probes = 'off';
    this.jumper = false;
    this.series = false;
    this.clamp = true;
    this.powered = true;
    this.across = null;
    this.start = null;
    this.out.clear();
    // Somebody walks up and opens a door.
    this.vehicle()?.wake(this.clock());
  }

  private battery(): WorldBattery | undefined {
    return this.file.batteries.find(({ id }) => id === this.batteryId);
  }

  private vehicle(): ParkedVehicle | null {
    const battery = this.battery();
    if (!battery) return null;
    let parked = this.parked.get(battery.id);
    if (!parked) {
      parked = new ParkedVehicle(battery.draw);
      parked.wake(this.clock());
      this.parked.set(battery.id, parked);
    }
    return parked;
  }

  /** Circuits without power: their own fuse is out, or the main fuse before it. */
  private dead(more: string | null = null): Set<number> {
    const gone = (mark: string | null) => mark !== null && (this.out.has(mark) || mark === more);
    const fuses = this.battery()?.fuses ?? [];
    return new Set(fuses.flatMap(({ mark, main }, i) => (gone(mark) || gone(main) ? [i] : [])));
  }

  /** A circuit that gets its power back: its control units wake. */
  private stir(fuse: string, now: number): void {
    const battery = this.battery();
    if (!battery) return;
    const fed = new Set(
      battery.fuses.flatMap(({ mark, main }, i) => (mark === fuse || main === fuse ? [i] : [])),
    );
    if (battery.draw.units.some(({ circuit }) => circuit !== null && fed.has(circuit))) {
      this.vehicle()?.wake(now);
    }
  }

  /** What a voltmeter shows where its probes are: volts. */
  volts(): number {
    const battery = this.battery();
    if (!battery) return 0.002 * this.chance.normal();
    if (this.across !== null) return this.voltsAcross(battery, this.across);
    if (this.probes === 'off') return 0.002 * this.chance.normal();
    const now = this.living(battery.id);
    const surface =
      now?.surfaceVolts ??
      battery.surfaceVolts * Math.exp(-this.clock() / 3600 / battery.surfaceHours);
    const sign = this.probes === 'reversed' ? -1 : 1;
    return (
      sign * ((now?.volts ?? battery.volts) + surface + this.startVolts()) * 1.0003 +
      0.0012 * this.chance.normal()
    );
  }

  private crank(): void {
    const truth = this.battery()?.start;
    // With its clamp off nothing turns.
    if (!truth || !this.clamp) return;
    const { volts } = crankLog(
      truth,
      { volts: (value) => value, drop: (value) => value },
      this.chance,
    );
    this.start = { at: this.watch(), volts: volts.map((value) => value - volts[0]!) };
  }

  /** By how much a start that runs moves the volts at the posts; once it runs, they stay up. */
  private startVolts(): number {
    if (!this.start) return 0;
    const { at, volts } = this.start;
    // The log has its first second at rest.
    const sample = LOG_HERTZ * (1 + this.watch() - at);
    const i = Math.floor(sample);
    if (i >= volts.length - 1) return volts.at(-1)!;
    return volts[i]! + (sample - i) * (volts[i + 1]! - volts[i]!);
  }

  private voltsAcross(battery: WorldBattery, mark: string): number {
    const fuse = battery.fuses.find((one) => one.mark === mark);
    const noise = 0.000_004 * this.chance.normal();
    const parked = this.vehicle();
    if (!fuse || !parked || this.out.has(mark)) return noise;
    const now = this.clock();
    const through = parked.ma(now, this.dead()) - parked.ma(now, this.dead(mark));
    return (through * fuse.milliohms) / 1e6 + noise;
  }

  /** What an ammeter shows: amps; a share with the jumper on, nothing when it is not in series. */
  amps(): number {
    const parked = this.vehicle();
    if (!parked || !this.series || this.fuseBlown) return 0.000_02 * this.chance.normal();
    const all = parked.ma(this.clock(), this.dead()) / 1000;
    // Clamp on: the meter lies beside a lead of a milliohm, and sees next to nothing.
    if (this.clamp) return all / (METER_MILLIOHMS + 1) + 0.000_05 * this.chance.normal();
    if (all > FUSE_AMPS) {
      this.fuseBlown = true;
      return 0;
    }
    const share = this.jumper ? JUMPER_MILLIOHMS / (METER_MILLIOHMS + JUMPER_MILLIOHMS) : 1;
    return all * share + Math.hypot(0.000_05, 0.0015 * all) * this.chance.normal();
  }
}
