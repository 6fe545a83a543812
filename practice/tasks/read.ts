import { t, msg, withWords } from '../../core/language';
import type { TrueBattery } from '../../simulators/battery';
import { show, type HandMeter } from '../../simulators/meter';
import { isFlat } from '../../core/charging/flat';
import { randomOne, type Random } from '../../simulators/random';
import { Stage, chosen, type Answers, type Offer, type Question, type Task } from '../stage';
import { lineOf, meterOf, soundTruth, standingAt, voltsWords } from '../yard';

/** Charge that a battery is found with, percent: middles of what can be told apart by a voltmeter. */
const FOUND = [97, 75, 50, 10] as const;
const NAMES: Readonly<Record<(typeof FOUND)[number], string>> = {
  97: 'full',
  75: 'three-quarters',
  50: 'half',
  10: 'quarter',
};

const MEANS: Question = withWords({
  id: 'means',
  ask: msg`How full is it?`,
  choices: [
    { id: 'full', say: msg`about full` },
    { id: 'three-quarters', say: msg`about three quarters` },
    { id: 'half', say: msg`about half` },
    { id: 'quarter', say: msg`about a quarter, or less` },
  ],
});
const DO: Question = withWords({
  id: 'do',
  ask: msg`What has to be done?`,
  choices: [
    { id: 'leave', say: msg`nothing until its next reading` },
    { id: 'days', say: msg`a charge within days` },
    { id: 'now', say: msg`a charge today: harm is under way` },
  ],
});

type Probes = 'off' | 'clamps' | 'posts' | 'swapped';

class Reading extends Stage {
  private readonly found: (typeof FOUND)[number];
  private readonly battery: TrueBattery;
  private readonly clampVolts: number;
  private readonly meter: HandMeter;
  private socket: 'volts' | 'amps';
  private probes: Probes = 'off';
  private shown: number | null = null;
  private looked = false;
  private isBlown = false;

  constructor(private readonly chance: Random) {
    super();
    this.found = chance.pick(FOUND);
    const truth = soundTruth(chance.pick(['flooded', 'agm'] as const), 60, chance);
    this.battery = standingAt(truth, this.found, 12);
    this.clampVolts = chance.uniform() < 0.7 ? chance.between(0.18, 0.4) : 0;
    this.meter = meterOf(chance);
    // Somebody measured a draw last, more often than not.
    this.socket = chance.uniform() < 0.6 ? 'amps' : 'volts';
  }

  sights() {
    const { chemistry } = this.battery.truth;
    return [
      {
        label: t`The battery`,
        value: chemistry === 'agm' ? t`AGM, 12 V 60 Ah` : t`flooded, 12 V 60 Ah`,
      },
      { label: t`Since its last charge`, value: t`three days, disconnected` },
      {
        label: t`Clamps`,
        value: !this.looked
          ? t`not looked at`
          : this.clampVolts > 0
            ? t`green growth between clamp and post`
            : t`bright`,
      },
      {
        label: t`The meter’s red lead`,
        value: this.socket === 'amps' ? t`in the 10 A socket` : t`in the volts socket`,
      },
      {
        label: t`The meter shows`,
        value: this.shown === null ? '–' : voltsWords(this.shown),
        isDisplay: true,
      },
    ];
  }

  offers(): Offer[] {
    const meter = t`Meter`;
    const probes = t`Probes`;
    return [
      this.socket === 'amps'
        ? { id: 'volts-socket', say: t`Red lead into the volts socket`, group: meter }
        : { id: 'amps-socket', say: t`Red lead into the 10 A socket`, group: meter },
      { id: 'look', say: t`Look at clamps and posts`, group: t`Battery` },
      { id: 'on-clamps', say: t`Probes on the clamps`, group: probes },
      { id: 'on-posts', say: t`Probes on the bare posts, under the clamps`, group: probes },
      { id: 'on-swapped', say: t`Red probe on the negative, black on the positive`, group: probes },
    ];
  }

  protected act(id: string): void {
    if (id === 'look') {
      this.looked = true;
      this.spend(0.5);
      return this.see(
        this.clampVolts > 0
          ? t`Green growth creeps between clamp and post.`
          : t`Bright metal, clamps tight.`,
      );
    }
    if (id.endsWith('-socket')) {
      this.socket = id === 'amps-socket' ? 'amps' : 'volts';
      this.shown = null;
      this.spend(0.2);
      return;
    }
    this.probes = id.slice(3) as Probes;
    this.spend(0.5);
    if (this.socket === 'amps') return this.short();
    const sign = this.probes === 'swapped' ? -1 : 1;
    const between = this.probes === 'clamps' ? this.clampVolts : 0;
    this.shown = sign * show(this.meter, this.battery.volts, between, this.chance);
    this.see(t`It shows ${voltsWords(this.shown)}.`);
  }

  private short(): void {
    this.shown = null;
    const words = this.isBlown
      ? t`Nothing: its fuse is gone, and the lead still sits in the 10 A socket.`
      : t`A crack and a spark at the post: the 10 A socket is a dead short, and the meter’s fuse is gone.`;
    this.isBlown = true;
    this.slip(
      {
        id: 'amps-socket',
        broke: t`Look where the red lead sits before the probes touch a post: the amps socket is a piece of wire.`,
        would: t`The fuse of the meter goes, if it has one. Without one the lead melts in your hand, and the spark is at the post, where gas stands.`,
        isGrave: true,
      },
      words,
    );
  }

  questions() {
    return [MEANS, DO];
  }

  protected beliefs(answers: Answers) {
    const { chemistry, cells } = this.battery.truth;
    const isHarmed = isFlat(chemistry, cells, this.battery.volts);
    const toDo = this.found > lineOf(chemistry) ? 'leave' : isHarmed ? 'now' : 'days';
    return [
      chosen(MEANS, answers, NAMES[this.found]),
      // Sooner than needed is no mistake under the line.
      chosen(DO, answers, toDo, toDo === 'days' ? ['now'] : []),
    ];
  }

  protected override closing(): void {
    if (this.clampVolts === 0 || this.probes !== 'clamps' || this.shown === null) return;
    this.slip({
      id: 'read-on-clamp',
      broke: t`A doubtful reading is taken again on bright metal, at another spot.`,
      would: t`The growth under the clamp takes ${voltsWords(this.clampVolts)} away: a good battery is charged, or condemned, for its dirt.`,
      isGrave: false,
    });
  }
}

export const READ: Task = withWords({
  id: 'read',
  title: msg`Read a battery`,
  brief: msg`A battery has stood for three days. Read it, and say what the figure means. The meter lies as the last one left it.`,
  learn: msg`Where the lead sits, where the probes touch, and what many take for a healthy twelve.`,
  minutes: 3,
  begin: (seed) => new Reading(randomOne(seed)),
});
