import { t, msg, withWords } from '../../core/language';
import { randomOne, type Random } from '../../simulators/random';
import { TrueBattery } from '../../simulators/battery';
import { Stage, chosen, type Answers, type Offer, type Question, type Task } from '../stage';
import { lineOf, shuffled, soundTruth } from '../yard';

/** What a power cut did to a maintainer. */
type State = 'holds' | 'wrong-programme' | 'waits' | 'no-mains' | 'lead-off';

interface Maintainer {
  readonly mark: string;
  readonly say: string;
  readonly lamp: Readonly<Record<State, string>>;
  readonly table: string;
  readonly was: State;
  now: State;
  looked: boolean;
  read: boolean;
  readonly battery: TrueBattery;
}

const STATES = withWords({
  holds: msg`it holds, in its own programme`,
  'wrong-programme': msg`it woke in another programme`,
  waits: msg`it waits for its button`,
  'no-mains': msg`it has no mains`,
  'lead-off': msg`its lead is off the battery`,
});

/** Three makes, each with its own lamp table; the same colour says different things. */
const MAKES = withWords([
  {
    say: msg`Felt 8, for AGM`,
    table: msg`green: holds · amber: charges · green, blinking: no battery at the clamps · dark: no mains`,
    lamp: {
      holds: msg`green`,
      'wrong-programme': msg`amber`,
      waits: msg`dark`,
      'no-mains': msg`dark`,
      'lead-off': msg`green, blinking`,
    },
  },
  {
    say: msg`Thread G, for gel; its display tells the programme`,
    table: msg`green: mains are on · second lamp green: holds · display: the programme; after each switch-on NORM, 14.7 V`,
    lamp: {
      holds: msg`green, second lamp green, display GEL`,
      'wrong-programme': msg`green, display NORM`,
      waits: msg`green, display dark`,
      'no-mains': msg`dark`,
      'lead-off': msg`green, display GEL, second lamp dark`,
    },
  },
  {
    say: msg`Spindle, with a start button`,
    table: msg`red, blinking: press start · green: holds · red: charges · red and green: no battery at the clamps · dark: no mains`,
    lamp: {
      holds: msg`green`,
      'wrong-programme': msg`red`,
      waits: msg`red, blinking`,
      'no-mains': msg`dark`,
      'lead-off': msg`red and green`,
    },
  },
]);

/** What each make is likely to do. */
const AFTER: readonly (readonly State[])[] = [
  ['holds', 'lead-off'],
  ['wrong-programme'],
  ['waits'],
];
const HALL_CELSIUS = 9;
const WEEKS_HOURS = 21 * 24;

function five(chance: Random): Maintainer[] {
  // One row lies behind a breaker that fell.
  const dark = Math.floor(chance.between(0, 5));
  return shuffled([0, 0, 1, 2, 0], chance).map((make, i): Maintainer => {
    const was = i === dark ? 'no-mains' : chance.pick(AFTER[make]!);
    const truth = soundTruth(make === 1 ? 'gel' : 'agm', 44, chance, { drawMa: () => 38 });
    return {
      mark: `C${2 + 3 * i}`,
      ...MAKES[make]!,
      ...{ was, now: was, looked: false, read: false },
      battery: new TrueBattery(truth, { share: 0.97, celsius: HALL_CELSIUS }),
    };
  });
}

const questionOf = ({ mark }: Maintainer): Question => ({
  id: mark,
  ask: t`${mark}: how did you find it?`,
  choices: (Object.keys(STATES) as State[]).map((state) => ({ id: state, say: STATES[state] })),
});

class PowerCut extends Stage {
  private readonly maintainers: readonly Maintainer[];
  private breakerIn = false;

  constructor(chance: Random) {
    super();
    this.maintainers = five(chance);
  }

  sights() {
    return [
      { label: t`Breakers of the hall`, value: this.breakerIn ? t`all in` : t`not looked at` },
      ...this.maintainers.map((one) => ({
        label: `${one.mark}, ${one.say}`,
        group: one.mark,
        value: [
          one.looked ? t`lamp: ${one.lamp[one.now]}` : t`not looked at`,
          ...(one.read ? [t`table: ${one.table}`] : []),
        ].join('; '),
      })),
    ];
  }

  offers(): Offer[] {
    return [
      { id: 'breaker', say: t`Look at the breakers, and put in what fell`, group: t`Hall` },
      ...this.maintainers.flatMap(({ mark, looked, read }) => [
        { id: `look/${mark}`, say: t`Look at its lamp`, group: mark },
        ...(read ? [] : [{ id: `table/${mark}`, say: t`Read its lamp table`, group: mark }]),
        ...(looked
          ? [
              { id: `mode/${mark}`, say: t`Set its own programme`, group: mark },
              { id: `start/${mark}`, say: t`Press start`, group: mark },
              { id: `clamp/${mark}`, say: t`See to its clamps and lead`, group: mark },
            ]
          : []),
      ]),
    ];
  }

  protected act(id: string): void {
    const [what, of] = id.split('/') as [string, string | undefined];
    if (what === 'breaker') {
      this.spend(2);
      this.breakerIn = true;
      const dark = this.maintainers.find(({ now }) => now === 'no-mains');
      if (!dark) return this.see(t`All are in.`);
      // It wakes as its make does.
      const make = MAKES.findIndex(({ say }) => say === dark.say);
      dark.now = make === 1 ? 'wrong-programme' : make === 2 ? 'waits' : 'holds';
      dark.looked = false;
      return this.see(t`One had fallen; it is in again.`);
    }
    const one = this.maintainers.find(({ mark }) => mark === of)!;
    switch (what) {
      case 'look':
        this.spend(0.5);
        one.looked = true;
        return this.see(t`${one.mark}: ${one.lamp[one.now]}.`);
      case 'table':
        this.spend(0.5);
        one.read = true;
        return;
      case 'mode':
        return this.mend(one, 'wrong-programme');
      case 'start':
        return this.mend(one, 'waits');
      default:
        return this.mend(one, 'lead-off');
    }
  }

  private mend(one: Maintainer, from: State): void {
    this.spend(1);
    const helps = one.now === from;
    if (helps) one.now = 'holds';
    this.see(
      helps
        ? t`${one.mark}: done; the lamp says ${one.lamp.holds}.`
        : t`${one.mark}: nothing changes; the lamp says ${one.lamp[one.now]}.`,
    );
  }

  questions() {
    return this.maintainers.map(questionOf);
  }

  protected beliefs(answers: Answers) {
    return this.maintainers.map((one) => chosen(questionOf(one), answers, one.was));
  }

  /** Three weeks later. */
  protected override closing(): void {
    for (const one of this.maintainers) {
      if (one.now === 'holds') continue;
      if (one.now === 'wrong-programme') {
        this.slip({
          id: `programme/${one.mark}`,
          broke: t`After a power cut: look at every maintainer’s mode again; many wake in their normal programme.`,
          would: t`${one.mark}: three weeks at 14.7 V dried its gel out.`,
          isGrave: true,
        });
        continue;
      }
      const copy = TrueBattery.revive(one.battery.truth, one.battery.life);
      for (let hour = 0; hour < WEEKS_HOURS; hour++) copy.live(HALL_CELSIUS, 0);
      const pct = Math.round(copy.socPct);
      this.slip({
        id: `unfed/${one.mark}`,
        broke: t`Lamp visible and says holding, by its own table; a lead or a switch is knocked off unnoticed.`,
        would: t`${one.mark}: nothing fed it. Three weeks later it stands at ${pct} %${pct <= lineOf('agm') ? t`, under its line` : ''}.`,
        isGrave: true,
      });
    }
  }
}

export const POWER_CUT: Task = withWords({
  id: 'power-cut',
  title: msg`The morning after a power cut`,
  brief: msg`The power was away in the night. Five maintainers hang in this hall: find what became of each, and mend it.`,
  learn: msg`A lamp means what its own table says, a green one is no proof, and each switch-on is a new start.`,
  minutes: 5,
  begin: (seed) => new PowerCut(randomOne(seed)),
});
