import { t, msg, withWords } from '../../core/language';
import { DRAW_TEST } from '../../core/procedures/draw-test';
import { stepsFor } from '../../core/procedures/procedure';
import { BenchWorld, type WorldBattery } from '../../simulators/bench-world';
import { randomOne, type Random } from '../../simulators/random';
import { ParkedVehicle, type DrawTruth } from '../../simulators/vehicle-draw';
import {
  TICK,
  Stage,
  chosen,
  figured,
  type Answers,
  type Offer,
  type Question,
  type Slip,
  type Task,
} from '../stage';
import { contextAt } from '../yard';

/** The box under the dash. */
const FUSES = withWords([
  { mark: 'F3', feeds: msg`radio`, mayFail: true },
  { mark: 'F5', feeds: msg`interior and boot lamps`, mayFail: true },
  { mark: 'F7', feeds: msg`locks and alarm`, mayFail: false },
  { mark: 'F9', feeds: msg`dash`, mayFail: false },
  { mark: 'F11', feeds: msg`trailer socket`, mayFail: true },
  { mark: 'F14', feeds: msg`seats`, mayFail: true },
  { mark: 'F21', feeds: msg`engine control`, mayFail: false },
] as const);
const at = (mark: (typeof FUSES)[number]['mark']) => FUSES.findIndex((fuse) => fuse.mark === mark);
const ID = 'practice';
/** Nobody watches for longer than a day. */
const MAX_TICK_SECONDS = 86_400;
/** The small range has a fuse of its own. */
const SMALL_RANGE_AMPS = 0.4;

function truthOf(culprit: number, chance: Random): DrawTruth {
  const unit = (ma: number, circuit: number, sleepsAfter: number) => ({
    ...{ ma, circuit, sleepsAfter, fadeSeconds: 1 },
  });
  return {
    standing: [
      { ma: chance.between(4, 7), circuit: at('F7') },
      { ma: chance.between(2, 5), circuit: at('F9') },
      { ma: chance.between(1, 3), circuit: at('F21') },
    ],
    units: [
      unit(chance.between(350, 600), at('F5'), chance.between(20, 40)),
      unit(chance.between(60, 140), at('F7'), chance.between(60, 130)),
      unit(chance.between(40, 110), at('F21'), chance.between(300, 500)),
      unit(chance.between(20, 60), at('F3'), chance.between(600, 1000)),
    ],
    reporters: [],
    faults: [{ ma: chance.between(70, 260), circuit: culprit }],
    driftPerHour: 0,
  };
}

const MA: Question = withWords({
  id: 'ma',
  ask: msg`What does it draw once all sleeps, nothing pulled?`,
  choices: null,
  unit: 'mA',
});
const WHO: Question = withWords({
  id: 'who',
  ask: msg`Behind which fuse is the fault?`,
  choices: FUSES.map(({ mark, feeds }) => ({ id: mark, say: `${mark}, ${feeds}` })),
});

const CONTEXT = () => contextAt({ vehicle: { kind: 'car' }, battery: { chemistry: 'flooded' } }, 0);

class DrawHunt extends Stage {
  private readonly world: BenchWorld;
  private readonly settledMa: number;
  private readonly culprit: number;
  private seconds = 0;
  private jumper = false;
  private clamp = true;
  private meterIn = false;
  private range: '10 A' | '400 mA' = '400 mA';
  /** It was read in the large range: what it draws is known, and whether the small one bears it. */
  private wasReadLarge = false;
  private readonly out = new Set<string>();
  /** Milliamps as they were shown, second by second. */
  private readonly shown: number[] = [];

  constructor(chance: Random) {
    super();
    this.culprit = at(chance.pick(FUSES.filter(({ mayFail }) => mayFail)).mark);
    const draw = truthOf(this.culprit, chance);
    this.settledMa = new ParkedVehicle(draw).settledMa;
    const battery: WorldBattery = {
      ...{ id: ID, volts: 12.5, surfaceVolts: 0, surfaceHours: 1, draw },
      fuses: FUSES.map(({ mark }) => ({ mark, main: null, milliohms: 5 })),
    };
    this.world = new BenchWorld({ batteries: [battery] }, () => this.seconds, chance);
    this.world.act({ do: 'go-to', batteryId: ID });
  }

  /** So many seconds of its own go by in one of the clock on the wall. */
  override readonly pace = 30;

  private step(id: string) {
    return stepsFor(DRAW_TEST, CONTEXT()).find((step) => step.id === id)!;
  }

  sights() {
    return [
      { label: t`Clamp`, value: this.clamp ? t`on its post` : t`off its post` },
      { label: t`Jumper`, value: this.jumper ? t`between post and clamp` : t`on the bench` },
      {
        label: t`Meter`,
        value: t`${this.range} range, ${this.meterIn ? t`between post and clamp` : t`on the bench`}`,
      },
      { label: t`Fuses out`, value: this.out.size ? [...this.out].join(', ') : t`none` },
      {
        label: t`It shows`,
        value: this.world.fuseBlown
          ? '0.0 mA'
          : this.meterIn
            ? `${(this.shown.at(-1) ?? 0).toFixed(1)} mA`
            : '–',
        isDisplay: true,
        trace: this.shown,
      },
    ];
  }

  offers(): Offer[] {
    const post = t`At the post`;
    const meter = t`Meter`;
    const offer = (id: string, say: string, group: string) => ({ id, say, group });
    return [
      this.jumper
        ? offer('jumper-off', t`Jumper away`, post)
        : offer('jumper-on', t`Jumper between post and clamp`, post),
      this.clamp
        ? offer('clamp-off', t`Clamp off the post`, post)
        : offer('clamp-on', t`Clamp back on`, post),
      this.meterIn
        ? offer('meter-out', t`Meter out`, post)
        : offer('meter-in', t`Meter between post and clamp`, post),
      this.range === '10 A'
        ? offer('range-400', t`400 mA range`, meter)
        : offer('range-10', t`10 A range`, meter),
      ...(this.world.fuseBlown ? [offer('new-fuse', t`A new fuse into the meter`, meter)] : []),
      offer('wait/60', t`Wait a minute`, t`Time`),
      offer('wait/600', t`Wait ten minutes`, t`Time`),
      offer('door', t`Open the door for the torch`, t`Vehicle`),
      offer('crank', t`Turn the key, to see whether it still starts`, t`Vehicle`),
      ...FUSES.map(({ mark, feeds }) =>
        this.out.has(mark)
          ? offer(`back/${mark}`, t`${mark} back in`, t`Fuses`)
          : offer(`pull/${mark}`, t`${mark} out: ${feeds}`, t`Fuses`),
      ),
    ];
  }

  override do(id: string): boolean {
    if (!id.startsWith(TICK)) return super.do(id);
    this.run(
      Math.min(MAX_TICK_SECONDS, Math.max(0, Math.round(Number(id.slice(TICK.length))) || 0)),
    );
    return true;
  }

  private run(seconds: number): void {
    this.wait(seconds / 3600);
    // Alone in the circuit, the meter carries all of it.
    const isAlone = this.meterIn && !this.jumper && !this.clamp;
    if (isAlone && this.range === '10 A') this.wasReadLarge = true;
    // Luck may spare the fuse: the caution was broken all the same.
    if (isAlone && this.range === '400 mA' && !this.wasReadLarge) this.slip(this.againstMeter());
    for (let i = 0; i < seconds; i++) {
      this.seconds++;
      const amps = this.meterIn ? this.world.amps() : 0;
      this.shown.push(this.meterIn ? Math.max(0, 1000 * amps) : Number.NaN);
      if (this.range === '400 mA' && amps > SMALL_RANGE_AMPS && !this.world.fuseBlown) {
        this.blow(this.step('meter').why);
      }
    }
  }

  private againstMeter(would = this.step('meter').why): Slip {
    const step = this.step('meter');
    return { id: 'meter-fuse', broke: `${step.say} ${step.caution}`, would, isGrave: false };
  }

  private blow(would: string): void {
    this.world.fuseBlown = true;
    this.slip(this.againstMeter(would), t`The meter goes to nothing: its fuse is gone.`);
    this.cutWhenOpen();
  }

  /** Nothing carries the current any more. */
  private cutWhenOpen(): void {
    const carries = this.clamp || this.jumper || (this.meterIn && !this.world.fuseBlown);
    if (carries) return;
    this.slip(
      {
        id: 'power-cut',
        broke: this.step('jumper-in').why,
        would: t`Everything wakes and counts its minutes anew, clock and windows forget, a radio may ask for its code.`,
        isGrave: false,
      },
      t`For a moment nothing carries the current: the dash goes dark, and everything wakes.`,
    );
  }

  protected act(id: string): void {
    const [what, of] = id.split('/') as [string, string | undefined];
    if (what === 'wait') return this.run(Number(of));
    this.run(5);
    this.work(0.3);
    switch (what) {
      case 'jumper-on':
      case 'jumper-off':
        this.jumper = what === 'jumper-on';
        this.world.act({ do: 'jumper', on: this.jumper });
        break;
      case 'clamp-on':
      case 'clamp-off':
        this.clamp = what === 'clamp-on';
        this.world.act({ do: 'clamp', on: this.clamp });
        break;
      case 'meter-in':
      case 'meter-out':
        this.meterIn = what === 'meter-in';
        this.world.act({ do: 'series', on: this.meterIn });
        break;
      case 'range-10':
      case 'range-400':
        this.range = what === 'range-10' ? '10 A' : '400 mA';
        break;
      case 'new-fuse':
        this.world.act({ do: 'new-fuse' });
        this.work(5);
        break;
      case 'door':
        this.world.act({ do: 'door' });
        this.see(t`The lamps come on, and the locks listen.`);
        if (this.meterIn && !this.clamp) this.woken();
        break;
      case 'crank':
        this.crank();
        break;
      case 'pull':
        this.out.add(of!);
        this.world.act({ do: 'pull', fuse: of! });
        break;
      case 'back':
        this.out.delete(of!);
        this.world.act({ do: 'put-back', fuse: of! });
        break;
    }
    this.cutWhenOpen();
    this.run(1);
  }

  private woken(): void {
    this.slip({
      id: 'woken',
      broke: this.step('quiet').say,
      would: t`Half an hour of waiting begins anew; what you read now is a vehicle awake.`,
      isGrave: false,
    });
  }

  private crank(): void {
    if (!this.meterIn || this.clamp || this.jumper)
      return this.see(t`It starts. Everything is awake now.`);
    this.blow(
      t`A starter takes hundreds of amps: the meter’s fuse goes, or without one its leads.`,
    );
  }

  questions() {
    return [MA, WHO];
  }

  protected beliefs(answers: Answers) {
    return [
      figured(MA, answers, this.settledMa, Math.max(4, 0.08 * this.settledMa)),
      chosen(WHO, answers, FUSES[this.culprit]!.mark),
    ];
  }

  protected override closing(): void {
    if (this.out.size > 0) {
      this.slip({
        id: 'left-out',
        broke: t`All that was pulled goes back in before you leave.`,
        would: t`The owner finds what hangs on ${[...this.out].join(', ')} dead, and no one remembers why.`,
        isGrave: true,
      });
    }
    if (!this.clamp || this.meterIn) {
      const step = this.step('clamp-on');
      this.slip({
        id: 'left-open',
        broke: `${this.step('jumper-back').say} ${step.say}`,
        would: t`The vehicle stands on the leads of a meter, or on none.`,
        isGrave: true,
      });
    }
  }
}

export const DRAW: Task = withWords({
  id: 'draw',
  title: msg`Find the draw`,
  brief: msg`A car goes flat within weeks. Measure what it draws when all sleeps, find the fuse behind which the fault is, and leave all as it was.`,
  learn: msg`Jumper before clamp, the large range first, waiting until it has settled, and a hunt that wakes nothing.`,
  minutes: 8,
  begin: (seed) => new DrawHunt(randomOne(seed)),
});
