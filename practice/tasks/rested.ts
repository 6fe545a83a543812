import { t, msg, withWords } from '../../core/language';
import { voltsOfSoc } from '../../core/battery/state-of-charge';
import { DEFAULT_RULES } from '../../core/rules/rules';
import { show, type HandMeter } from '../../simulators/meter';
import type { TrueBattery } from '../../simulators/battery';
import { randomOne, type Random } from '../../simulators/random';
import { Stage, chosen, type Answers, type Offer, type Question, type Task } from '../stage';
import { lineOf, meterOf, shuffled, soundTruth, standingAt, stirred, voltsWords } from '../yard';

interface Resting {
  readonly mark: string;
  readonly vehicle: string;
  readonly battery: TrueBattery;
  /** Hours since it was charged or loaded, when the task begins. */
  readonly since: number;
  readonly why: string;
  readonly isUnder: boolean;
  /** The last figure, and after how many hours of rest. */
  read: { readonly volts: number; readonly rested: number } | null;
}

const CELSIUS = 12;
const LINE_VOLTS = voltsOfSoc({
  chemistry: 'flooded',
  cells: 6,
  scale: DEFAULT_RULES.scale.flooded,
  celsius: CELSIUS,
  socPct: lineOf('flooded'),
});
/** Longer than this tells nothing more. */
const LONG_HOURS = 24;

function three(chance: Random): Resting[] {
  const line = lineOf('flooded');
  const of = (socPct: number) => standingAt(soundTruth('flooded', 60, chance), socPct, CELSIUS);
  // Loaded lately, a good one shows less than the line.
  const dimmed = of(line + chance.between(11, 16));
  const hours = Math.round(chance.between(1, 2));
  const lamps = Math.round(chance.between(15, 30));
  return shuffled(
    [
      {
        // A charger that was pulled out half-way leaves volts behind that are not charge.
        battery: stirred(of(line - chance.between(8, 14)), chance.between(0.25, 0.34)),
        since: hours,
        why: t`on its charger until ${hours} h ago`,
        isUnder: true,
      },
      {
        battery: stirred(dimmed, LINE_VOLTS - dimmed.volts - chance.between(0.02, 0.04)),
        since: lamps / 60,
        why: t`its lamps were on until ${lamps} min ago`,
        isUnder: false,
      },
      {
        battery: of(line + chance.between(10, 30)),
        since: 72,
        why: t`nothing on it or off it for three days`,
        isUnder: false,
      },
    ],
    chance,
  ).map((one, i) => ({
    ...one,
    mark: `B${4 + 3 * i}`,
    vehicle: ['Calder 1500', 'Tarn 400 twin', 'Fennick pickup'][i]!,
    read: null,
  }));
}

const questionOf = ({ mark, vehicle }: Resting): Question => ({
  id: mark,
  ask: t`${mark}, ${vehicle}: does it need a charge?`,
  choices: [
    { id: 'charge', say: t`yes: it is at or under the line` },
    { id: 'leave', say: t`no: it stands over the line` },
  ],
});

class Rested extends Stage {
  private readonly batteries: readonly Resting[];
  private readonly meter: HandMeter;
  /** Time that is not a whole hour yet. */
  private odd = 0;

  constructor(private readonly chance: Random) {
    super();
    this.batteries = three(chance);
    this.meter = meterOf(chance);
  }

  sights() {
    return [
      ...this.batteries.map((one) => ({
        label: `${one.mark}, ${one.vehicle}`,
        value: one.read
          ? t`${one.why}; read ${voltsWords(one.read.volts)}`
          : t`${one.why}; not read`,
      })),
      {
        label: t`The house’s line`,
        value: t`${voltsWords(LINE_VOLTS)} at rest, and here that means ${DEFAULT_RULES.restHours} h`,
      },
    ];
  }

  offers(): Offer[] {
    return [
      ...this.batteries.map(({ mark }) => ({
        id: `read/${mark}`,
        say: t`Read ${mark}`,
        group: t`Meter`,
      })),
      { id: 'wait/1', say: t`Do something else for an hour`, group: t`Time` },
      { id: 'wait/4', say: t`Come back after four hours`, group: t`Time` },
      { id: 'wait/24', say: t`Come back tomorrow`, group: t`Time` },
    ];
  }

  protected act(id: string): void {
    const [what, of] = id.split('/') as [string, string];
    if (what === 'wait') return this.wait(Number(of));
    const one = this.batteries.find(({ mark }) => mark === of)!;
    this.spend(1);
    const volts = show(this.meter, one.battery.volts, 0, this.chance);
    one.read = { volts, rested: one.since + this.hour };
    this.see(t`${of} shows ${voltsWords(volts)}.`);
  }

  protected override passed(hours: number): void {
    this.odd += hours;
    for (; this.odd >= 1; this.odd--) {
      for (const { battery } of this.batteries) battery.live(CELSIUS, 0);
    }
  }

  questions() {
    return this.batteries.map(questionOf);
  }

  protected beliefs(answers: Answers) {
    return this.batteries.map((one) =>
      chosen(questionOf(one), answers, one.isUnder ? 'charge' : 'leave'),
    );
  }

  protected override closing(): void {
    const early = this.batteries.filter(
      ({ read }) => read !== null && read.rested < DEFAULT_RULES.restHours,
    );
    if (early.length > 0) {
      this.slip({
        id: 'too-soon',
        broke: t`Rested means no charge and no load for ${DEFAULT_RULES.restHours} hours. A reading taken too soon is kept and marked, and restarts no clock.`,
        would: t`${early.map(({ mark }) => mark).join(', ')}: a charge of an hour ago reads a flat one full, and lamps of minutes ago read a good one flat.`,
        isGrave: false,
      });
    }
    if (this.batteries.some(({ read }) => read === null)) {
      this.slip({
        id: 'not-read',
        broke: t`A voltmeter decides; what was charged is no reading.`,
        would: t`A charger that was knocked off in its first hour is found in spring.`,
        isGrave: false,
      });
    }
    if (this.hour > LONG_HOURS + 2) {
      this.slip({
        id: 'too-long',
        broke: t`${DEFAULT_RULES.restHours} hours are asked for here, and 24 by the most careful.`,
        would: t`A low battery stood for another day, and you walked for it again.`,
        isGrave: false,
      });
    }
  }
}

export const RESTED: Task = withWords({
  id: 'rested',
  title: msg`Is it rested?`,
  brief: msg`Three batteries, of which one needs a charge. Read them, when you believe the figure, and say which.`,
  learn: msg`What a charge or a lamp leaves behind, how long it fools you, and that waiting costs only a walk.`,
  minutes: 4,
  begin: (seed) => new Rested(randomOne(seed)),
});
