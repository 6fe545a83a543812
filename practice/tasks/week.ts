import { counted, msg, t, withWords } from '../../core/language';
import type { ChemistryId } from '../../core/battery/chemistries';
import { DEFAULT_RULES } from '../../core/rules/rules';
import { dayName, toDay } from '../../core/day';
import { MINUTES } from '../../core/plan/jobs';
import { SeasonDocument, type PlanDocument } from '../../core/schedule/document';
import { problemOf } from '../../core/schedule/problem';
import { replan } from '../../core/schedule/replan';
import { writePlan } from '../../core/schedule/write-plan';
import { TrueBattery, type ChargeSource } from '../../simulators/battery';
import { randomOne, type Random } from '../../simulators/random';
import { Stage, type Belief, type Offer, type Task } from '../stage';
import { lineOf, shuffled, soundTruth } from '../yard';

const TODAY = toDay('2027-01-12');
/** Days of the rounds, from today: Tuesdays and Fridays. */
const ROUNDS = [0, 3, 7, 10, 14] as const;
const DAY_WORDS = withWords([msg`Tuesday`, msg`Friday`, msg`Tuesday`, msg`Friday`, msg`Tuesday`]);
const CELSIUS = 11;
/** At or under its line one is charged within days; this is too many. */
const LONG_HOURS = 72;
const COLLECT_DAY = 10;
const COLLECT_PCT = 90;
const SELF_PCT = 4;

const CHARGERS = withWords([
  {
    id: 'felt-8',
    name: 'Felt 8',
    say: msg`Felt 8, 8 A, any lead-acid`,
    amps: 8,
    chemistries: ['flooded', 'agm'],
  },
  {
    id: 'thread-4',
    name: 'Thread 4',
    say: msg`Thread 4, 4 A, AGM only`,
    amps: 4,
    chemistries: ['agm'],
  },
] as const);
const sourceOf = (amps: number): ChargeSource => ({
  ...{ amps, absorptionVolts: 14.5, floatVolts: 13.5, regulated: true },
});

interface Held {
  readonly mark: string;
  readonly vehicle: string;
  readonly chemistry: ChemistryId;
  readonly ah: number;
  readonly drawMa: number;
  readonly startPct: number;
  readonly battery: TrueBattery;
  charger: string | null;
  isHolding: boolean;
  underHours: number;
  /** On the morning of its collection; null: not yet, or never. */
  handedPct: number | null;
  readonly isCollected: boolean;
}

/** Days until its line, one each. */
const RESERVES = [2, 5, 7, 8, 12, 40] as const;
const VEHICLES = [
  'Calder 1500',
  'Fennick pickup',
  'Tarn 400 twin',
  'Hallam cart',
  'Calder coupé',
  'Fennick van',
];

function six(chance: Random): Held[] {
  const order = RESERVES.map((days) => ({ days, at: chance.uniform() })).sort(
    (a, b) => a.at - b.at,
  );
  const kinds = shuffled(['agm', 'agm', 'agm', 'flooded', 'flooded', 'flooded'] as const, chance);
  const collected = order.findIndex(({ days }) => days === 8);
  return order.map(({ days }, i): Held => {
    const chemistry = kinds[i]!;
    const ah = chance.pick([44, 60, 70] as const);
    const startPct = lineOf(chemistry) + chance.between(6, 16);
    // What it must lose a day to meet its line then.
    const perDay = ((startPct - lineOf(chemistry)) / 100 / days) * ah;
    const drawMa = Math.max(
      0,
      Math.round((1000 * (perDay - (SELF_PCT / 100 / 30) * ah * 0.6)) / 24),
    );
    const truth = soundTruth(chemistry, ah, chance, {
      ...{ health: 1, selfPctPerMonth: SELF_PCT, drawMa: () => drawMa, offsetVolts: 0 },
    });
    return {
      ...{ mark: `B${2 + 3 * i}`, vehicle: VEHICLES[i]!, chemistry, ah, drawMa, startPct },
      battery: new TrueBattery(truth, { share: startPct / 100, celsius: CELSIUS }),
      ...{ charger: null, isHolding: false, underHours: 0, handedPct: null },
      isCollected: i === collected,
    };
  });
}

/** The same fortnight as the planner is asked about it. */
function seasonOf(held: readonly Held[]): SeasonDocument {
  const day = (after: number) => dayName(TODAY + after);
  return SeasonDocument.parse({
    ...{ today: day(0), end: day(14), rounds: { weekdays: ['tue', 'fri'], minutes: 120 } },
    minutes: {
      ...{ hall: MINUTES.hall, stop: MINUTES.stop, reading: MINUTES.reading, lamp: MINUTES.lamp },
      ...{ connect: MINUTES.recharge, disconnect: MINUTES['take-off'] },
    },
    halls: [{ id: 'hall', celsius: { [day(0)]: CELSIUS } }],
    chargers: CHARGERS.map(({ id, amps, chemistries }) => ({
      ...{ id, amps, channels: 1, chemistries: [...chemistries], nominalVolts: [12] },
    })),
    batteries: held.map((one, i) => ({
      ...{ id: one.mark, stop: one.mark, order: i, hall: 'hall', chemistry: one.chemistry },
      ...{ nominalVolts: 12, cells: 6, capacityAh: one.ah, socPct: one.startPct, negativeOn: true },
      ...{ drawMa: one.drawMa, selfDischargePctPerMonthAt20C: SELF_PCT, lossSpreadPct: 5 },
      ...{ lineSocPct: lineOf(one.chemistry), lastFull: day(-20), lastRead: day(0) },
      readingEveryDays: 30,
      ...(one.isCollected ? { collect: day(COLLECT_DAY), collectSocPct: COLLECT_PCT } : {}),
    })),
  });
}

class Week extends Stage {
  private readonly held: readonly Held[];
  private readonly plan: PlanDocument;
  private round = 0;
  private entered = new Set<string>();

  constructor(chance: Random) {
    super();
    this.held = six(chance);
    const steady = () => 0.5;
    this.plan = writePlan(replan(problemOf(seasonOf(this.held)), null, steady), null);
  }

  private daysLeft(one: Held): number {
    const copy = TrueBattery.revive(one.battery.truth, one.battery.life);
    for (let hour = 0; hour < 60 * 24; hour += 6) {
      if (copy.socPct <= lineOf(one.chemistry)) return hour / 24;
      for (let n = 0; n < 6; n++) copy.live(CELSIUS, 0);
    }
    return 60;
  }

  sights() {
    return [
      {
        label: t`The round`,
        value: t`${DAY_WORDS[this.round]}, day ${ROUNDS[this.round]! + 1} of 15; the next is in ${(ROUNDS[this.round + 1] ?? ROUNDS[this.round]! + 3) - ROUNDS[this.round]!} days`,
      },
      { label: t`The chargers`, value: CHARGERS.map(({ say }) => say).join('; ') },
      ...this.held.map((one) => {
        const collect =
          one.isCollected && one.handedPct === null
            ? [t`its owner comes on day ${COLLECT_DAY + 1}: ${COLLECT_PCT} %`]
            : [];
        if (one.handedPct !== null)
          return { label: `${one.mark}, ${one.vehicle}`, group: one.mark, value: t`collected` };
        const charger = CHARGERS.find(({ id }) => id === one.charger);
        return {
          label: `${one.mark}, ${one.vehicle}`,
          group: one.mark,
          value: [
            t`${one.chemistry === 'agm' ? t`AGM` : t`flooded`} ${one.ah} Ah at ${Math.round(one.battery.socPct)} %`,
            charger
              ? t`on the ${charger.name}, ${one.isHolding ? t`holds` : t`charges`}`
              : t`${Math.round(this.daysLeft(one))} days to its line`,
            ...collect,
          ].join('; '),
        };
      }),
    ];
  }

  offers(): Offer[] {
    const here = this.held.filter(({ handedPct }) => handedPct === null);
    return [
      ...here.flatMap((one): Offer[] =>
        one.charger
          ? [{ id: `off/${one.mark}`, say: t`Take it off`, group: one.mark }]
          : CHARGERS.filter(
              ({ id, chemistries }) =>
                (chemistries as readonly string[]).includes(one.chemistry) &&
                !this.held.some(({ charger }) => charger === id),
            ).map(({ id, name }) => ({
              id: `on/${one.mark}/${id}`,
              say: t`On the ${name}`,
              group: one.mark,
            })),
      ),
      ...(this.round < ROUNDS.length - 1
        ? [
            {
              id: 'next',
              say: t`The round is done: on to ${DAY_WORDS[this.round + 1]}`,
              group: t`Time`,
            },
          ]
        : []),
    ];
  }

  protected act(id: string): void {
    const [what, mark, charger] = id.split('/') as [string, string, string | undefined];
    if (what === 'next') return this.next();
    const one = this.held.find((each) => each.mark === mark)!;
    // The hall once a round, each stop once.
    const way = [
      ['hall', MINUTES.hall],
      [mark, MINUTES.stop],
    ] as const;
    for (const [place, minutes] of way) {
      if (!this.entered.has(place)) this.work(minutes);
      this.entered.add(place);
    }
    this.work(what === 'on' ? MINUTES.recharge : MINUTES['take-off']);
    one.charger = what === 'on' ? charger! : null;
    one.isHolding = false;
    this.see(
      what === 'on'
        ? t`${mark} charges.`
        : t`${mark} is off, at ${Math.round(one.battery.socPct)} %.`,
    );
  }

  private next(): void {
    const hours = 24 * (ROUNDS[this.round + 1]! - ROUNDS[this.round]!);
    const before = new Map(this.held.map((one) => [one.mark, one.underHours]));
    for (let hour = 0; hour < hours; hour++) {
      for (const one of this.held) this.liveHour(one);
      this.wait(1);
    }
    this.round++;
    this.entered = new Set();
    for (const one of this.held) {
      if (one.underHours > before.get(one.mark)!) this.see(t`${one.mark} went under its line.`);
      if (one.isCollected && ROUNDS[this.round] === COLLECT_DAY) {
        one.handedPct = one.battery.socPct;
        one.charger = null;
        this.see(t`The owner of ${one.mark} came: it stood at ${Math.round(one.handedPct)} %.`);
      }
    }
  }

  private liveHour(one: Held): void {
    if (one.handedPct !== null) return;
    const charger = CHARGERS.find(({ id }) => id === one.charger);
    if (charger) {
      one.isHolding = one.battery.onCharger(1, CELSIUS, sourceOf(charger.amps)).holding;
    } else one.battery.live(CELSIUS, 0);
    if (one.battery.socPct <= lineOf(one.chemistry)) one.underHours++;
  }

  questions() {
    return [];
  }

  protected beliefs(): Belief[] {
    const { minutes, charges } = this.plan.totals;
    const under = this.held.filter(({ underHours }) => underHours > LONG_HOURS);
    const collected = this.held.find(({ isCollected }) => isCollected)!;
    const pct = Math.round(collected.handedPct ?? collected.battery.socPct);
    return [
      {
        ask: t`Longer than ${LONG_HOURS / 24} days under the line`,
        believed: under.length ? under.map(({ mark }) => mark).join(', ') : t`none`,
        so: t`none need be`,
        isRight: under.length === 0,
      },
      {
        ask: t`${collected.mark} when its owner came`,
        believed: `${pct} %`,
        so: t`${COLLECT_PCT} % is what was promised`,
        isRight: pct >= COLLECT_PCT,
      },
      {
        ask: t`Minutes in the hall; the program’s plan of the same fortnight`,
        believed: t`${Math.round(this.minutes)} min`,
        so: t`${Math.round(minutes)} min, ${counted(charges, 'charge', 'charges')}`,
        isRight: true,
      },
      {
        ask: t`Lived through`,
        believed: t`${ROUNDS[this.round]! + 1} days`,
        so: t`15 days`,
        isRight: this.round === ROUNDS.length - 1,
      },
    ];
  }

  protected override closing(): void {
    for (const one of this.held) {
      if (one.underHours <= LONG_HOURS) continue;
      this.slip({
        id: `line/${one.mark}`,
        broke: t`At or under ${Math.round(DEFAULT_RULES.lineSocPct[one.chemistry])} %, recharge within days.`,
        would: t`${one.mark} stood ${Math.round(one.underHours / 24)} days under its line: plates that stand low grow hard.`,
        isGrave: false,
      });
    }
    const collected = this.held.find(({ isCollected }) => isCollected)!;
    if (collected.handedPct !== null && collected.handedPct < COLLECT_PCT) {
      this.slip({
        id: 'not-ready',
        broke: t`Charge to full in the last days before the owner comes.`,
        would: t`${collected.mark} left at ${Math.round(collected.handedPct)} %: on a cold morning it may not start.`,
        isGrave: true,
      });
    }
    const idle = this.held.filter(({ isHolding, charger }) => charger !== null && isHolding);
    if (idle.length > 0 && this.held.some(({ underHours }) => underHours > LONG_HOURS)) {
      this.slip({
        id: 'idle-charger',
        broke: t`A site rotates a few chargers through many batteries: what holds makes room.`,
        would: t`${idle.map(({ mark }) => mark).join(', ')} was full, and another one went without.`,
        isGrave: false,
      });
    }
  }
}

export const WEEK: Task = withWords({
  id: 'week',
  title: msg`A fortnight with two chargers`,
  brief: msg`Six batteries, two chargers, a round each Tuesday and Friday. Say in each round what hangs where. One owner comes on the way.`,
  learn: msg`Whose turn it is, that a full one blocks a charger, and what the program’s own plan would have cost.`,
  minutes: 7,
  begin: (seed) => new Week(randomOne(seed)),
});
