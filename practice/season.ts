import { CHEMISTRIES } from '../core/battery/chemistries';
import { counted, decimal, msg, t, withWords } from '../core/language';
import { shortDay, type Day } from '../core/day';
import { MINUTES } from '../core/plan/jobs';
import { PROCEDURE_NAMES } from '../core/logbook/procedure-names';
import { limitMa } from '../core/rules/draw-limit';
import { DEFAULT_RULES } from '../core/rules/rules';
import { formatMilliamps } from '../core/words/words';
import { newPrice } from '../core/charging/recovery';
import { demoWorld } from '../demo/played';
import { DEMO_STAYS } from '../demo/site';
import { showMilliamps } from '../simulators/meter';
import { playSeason } from '../simulators/played/play';
import {
  costOf,
  isLetDown,
  isLost,
  isNeedless,
  ratesOf,
  scoreOf,
  type Score,
} from '../simulators/played/score';
import {
  PlayedSite,
  READY_PCT,
  type PlayedBattery,
  type PlayedWorld,
} from '../simulators/played/site';
import {
  CarefulNotebook,
  EverythingMonthly,
  HUNT_MINUTES,
  LOOK_MINUTES,
  MaintainersFirst,
  MonthlyReading,
  type Way,
} from '../simulators/played/strategies';
import { Stage, type Beside, type Offer, type Sight, type Slip, type Task } from './stage';
import { lineOf, voltsWords } from './yard';

/** The vehicles of a small hall, and the two chargers that go round in it. */
const BAYS: ReadonlySet<string> = new Set(['A1', 'A3', 'A5', 'A7', 'B1', 'B2', 'B4', 'B6']);
const CHARGERS: ReadonlySet<string> = new Set(['heddle', 'pirn']);

/** One round a week, so that a winter fits into half an hour. */
export const smallHall = (): PlayedWorld => {
  const whole = demoWorld(DEMO_STAYS.filter(({ bay }) => BAYS.has(bay)));
  const { stock } = whole;
  return {
    ...whole,
    rules: { ...DEFAULT_RULES, roundWeekdays: ['thu'] },
    stock: { ...stock, chargers: stock.chargers.filter(({ id }) => CHARGERS.has(id)) },
  };
};

/** The ways that run beside it, by habit. */
const WAYS: readonly { readonly say: string; readonly begin: () => Way }[] = withWords([
  { say: msg`a careful notebook`, begin: () => new CarefulNotebook() },
  { say: msg`everything charged monthly`, begin: () => new EverythingMonthly() },
  { say: msg`read monthly, charged under the line`, begin: () => new MonthlyReading() },
  { say: msg`maintainers at the outlets`, begin: () => new MaintainersFirst() },
]);

interface Known {
  volts: number | null;
  readOn: Day | null;
  drawMa: number | null;
  fullOn: Day | null;
  hungOn: Day | null;
}

/** Something that was decided, and what came of it in money. */
interface Decision {
  readonly slip: Slip;
  readonly cost: number;
}

const money = (value: number) => decimal(value, 0);
/** Charged with so much left over its line, it could have waited. */
const COULD_WAIT_PCT = 25;
const READ_AGAIN_DAYS = 10;

class Season extends Stage {
  private readonly site: PlayedSite;
  private readonly rounds: readonly Day[];
  private round = 0;
  private longest = 0;
  private readonly known = new Map<string, Known>();
  private readonly early: Decision[] = [];
  private readonly fetched = new Set<string>();
  private isOver = false;
  private offered: Offer[] | null = null;

  constructor(private readonly seed: number) {
    super();
    this.site = new PlayedSite(seed, smallHall());
    this.rounds = this.site.rounds;
    this.arrive();
  }

  private get day(): Day {
    return this.isOver ? this.site.lastDay : this.rounds[this.round]!;
  }

  private get here(): PlayedBattery[] {
    return this.isOver ? [] : this.site.here(this.day);
  }

  override when(hour: number): string {
    return shortDay(this.rounds[0]! + Math.floor(hour / 24));
  }

  /** Minutes that the site has counted since, on the learner's own account. */
  private account(before: number): void {
    this.work(this.site.tally.minutes - before);
  }

  /** To the morning of the round: who comes is laid up, who is fetched is handed back. */
  private arrive(): void {
    const { site, day } = this;
    const before = site.tally.minutes;
    site.liveTo(day);
    site.beginRound();
    for (const one of site.here(day)) {
      if (one.from === day) this.layUp(one, day);
      else if (one.handBackRound === day) {
        site.handBack(one, MINUTES['hand-back']);
        this.see(t`${nameOf(one)} is put together for its owner.`);
      }
    }
    this.account(before);
  }

  private layUp(one: PlayedBattery, day: Day): void {
    const known: Known = { volts: null, readOn: null, drawMa: null, fullOn: null, hungOn: null };
    this.known.set(one.id, known);
    this.site.layUp(one, (kind, subjectId, _at, data) => {
      if (subjectId !== one.id) return;
      if (kind === 'reading') known.volts = (data as { volts: number }).volts;
      if (kind === 'draw') known.drawMa = (data as { milliamps: number }).milliamps;
    });
    known.readOn = day;
    this.see(t`${nameOf(one)} came in, and was read: ${voltsWords(known.volts ?? 0)}.`);
  }

  sights(): Sight[] {
    const { site } = this;
    const left = Math.max(0, site.world.rules.roundMinutes - site.walked);
    return [
      {
        label: t`The round`,
        value: this.isOver
          ? t`the season is over`
          : t`${shortDay(this.day)}, ${this.round + 1} of ${this.rounds.length}; ${Math.round(left)} min left of it`,
      },
      { label: t`Chargers`, value: t`two: Heddle, 8 A; Pirn, 2 A on each of two channels` },
      ...this.here.map((one): Sight => {
        const known = this.known.get(one.id)!;
        return {
          group: one.stay.bay,
          label: t`${nameOf(one)}, ${CHEMISTRIES[one.spec.chemistry].inWords} ${one.spec.ah} Ah; ${one.stay.collect === null ? t`always ready` : t`fetched ${shortDay(one.day)}`}`,
          value: [
            known.volts === null
              ? t`not read`
              : t`read ${voltsWords(known.volts)}, ${this.day === known.readOn ? t`today` : t`${counted(this.day - known.readOn!, 'day', 'days')} ago`}`,
            ...(known.drawMa === null
              ? []
              : [
                  one.battery.connected
                    ? t`draws ${formatMilliamps(known.drawMa)}`
                    : t`disconnected`,
                ]),
            ...(one.hook
              ? [t`on a charger since ${shortDay(known.hungOn ?? one.from)}`]
              : known.fullOn === null
                ? []
                : [t`full ${shortDay(known.fullOn)}`]),
            ...(one.advisedOn === null ? [] : [t`its owner was told to replace it`]),
          ].join('; '),
        };
      }),
    ];
  }

  /** Asked more than once between two acts, and each time for every battery's charger. */
  offers(): Offer[] {
    return (this.offered ??= this.allOffers());
  }

  private allOffers(): Offer[] {
    if (this.isOver) return [];
    const isLate = this.site.walked >= this.site.world.rules.roundMinutes;
    return [
      ...(isLate ? [] : this.here.flatMap((one) => this.offersAt(one))),
      {
        id: 'next',
        say:
          this.round + 1 < this.rounds.length
            ? t`On to ${shortDay(this.rounds[this.round + 1]!)}`
            : t`On to the end of the season`,
        group: t`The round is done`,
      },
    ];
  }

  private offersAt(one: PlayedBattery): Offer[] {
    const group = one.stay.bay;
    const offer = (what: string, say: string): Offer => ({ id: `${what}/${one.id}`, say, group });
    // What is fetched before the next round is done with.
    if (one.handBackRound === this.day) return [];
    if (one.hook) return [offer('lamp', t`Lamp`), offer('off', t`Off the charger`)];
    return [
      offer('read', t`Read`),
      ...(this.site.hookFor(one, 'charge') ? [offer('charge', t`Charge`)] : []),
      ...(one.battery.connected
        ? [offer('look', t`Look round it`), offer('draw', t`Draw test`)]
        : []),
      ...(one.advisedOn === null ? [offer('replace', t`Advise a new one`)] : []),
    ];
  }

  protected act(id: string): void {
    this.offered = null;
    const [what, battery] = id.split('/') as [string, string];
    if (what === 'next') return this.next();
    const one = this.here.find((each) => each.id === battery)!;
    const before = this.site.tally.minutes;
    this.does(what, one);
    this.account(before);
    this.longest = Math.max(this.longest, this.site.walked);
  }

  private does(what: string, one: PlayedBattery): void {
    const { site, day } = this;
    const known = this.known.get(one.id)!;
    switch (what) {
      case 'read': {
        this.readEarly(one, known);
        known.volts = site.read(one);
        known.readOn = day;
        one.lastVolts = known.volts;
        return this.see(t`${nameOf(one)}: ${voltsWords(known.volts)}.`);
      }
      case 'charge': {
        this.chargedEarly(one);
        site.hang(one, site.hookFor(one, 'charge')!);
        site.spend(one, MINUTES.recharge);
        known.hungOn = day;
        return this.see(t`${nameOf(one)} charges.`);
      }
      case 'lamp':
        site.spend(one, MINUTES.lamp);
        return this.see(
          one.lamp === 'holding'
            ? t`${nameOf(one)}: full, its charger holds it.`
            : t`${nameOf(one)}: it still charges.`,
        );
      case 'off': {
        const isFull = one.lamp === 'holding';
        if (isFull) known.fullOn = day;
        site.takeOff(one);
        site.spend(one, MINUTES['take-off']);
        return this.see(
          isFull ? t`${nameOf(one)} is off, full.` : t`${nameOf(one)} is off before it was full.`,
        );
      }
      case 'look':
        site.spend(one, LOOK_MINUTES);
        if (
          one.trouble?.kind !== 'left-on' ||
          one.truth.drawMa(day - one.from) <= 2 * one.draws[0]!.milliamps
        ) {
          return this.see(t`${nameOf(one)}: nothing is on that should be off.`);
        }
        site.repair(one, day);
        return this.see(t`${nameOf(one)}: its key was on. Off now.`);
      case 'draw':
        return this.drawTest(one, known);
      default:
        one.advisedOn = day;
        site.spend(one, MINUTES.reading);
        return this.see(t`The owner of ${nameOf(one)} was told to have it replaced.`);
    }
  }

  private drawTest(one: PlayedBattery, known: Known): void {
    const { site, day } = this;
    const measured = () => showMilliamps(one.truth.drawMa(day - one.from), site.chance);
    site.spend(one, PROCEDURE_NAMES['draw-test'].minutes);
    known.drawMa = measured();
    const limit = limitMa(one.stay.vehicle.kind, site.world.rules);
    if (known.drawMa <= limit) {
      return this.see(
        t`${nameOf(one)} draws ${formatMilliamps(known.drawMa)}: within the limit of ${limit} mA.`,
      );
    }
    const found = known.drawMa;
    site.spend(one, HUNT_MINUTES);
    site.repair(one, day);
    known.drawMa = measured();
    this.see(
      t`${nameOf(one)} drew ${formatMilliamps(found)}; found and put right: ${formatMilliamps(known.drawMa)} now.`,
    );
  }

  /** What minutes cost that were not needed. */
  private wasted(id: string, minutes: number, broke: string, would: string): void {
    const cost = (minutes / 60) * ratesOf(this.site.world.rules).hour;
    this.early.push({ cost, slip: { id, broke, would, isGrave: false } });
  }

  private readEarly(one: PlayedBattery, known: Known): void {
    const days = this.day - (known.readOn ?? -Infinity);
    if (days >= READ_AGAIN_DAYS || days === 0) return;
    this.wasted(
      `read/${one.id}/${this.day}`,
      MINUTES.reading + MINUTES.stop,
      t`A reading by forecast, at most 30 days apart; after a charge, once it has rested.`,
      t`${shortDay(this.day)}: ${nameOf(one)} had been read ${counted(days, 'day', 'days')} before.`,
    );
  }

  private chargedEarly(one: PlayedBattery): void {
    const over = one.battery.restPct - lineOf(one.spec.chemistry);
    const isSoon = one.day - this.day <= 14;
    if (over < COULD_WAIT_PCT || isSoon) return;
    this.wasted(
      `charge/${one.id}/${this.day}`,
      MINUTES.recharge + MINUTES['take-off'] + 2 * MINUTES.stop,
      t`A full charge by need: what stands well over its line can wait.`,
      t`${shortDay(this.day)}: ${nameOf(one)} stood ${Math.round(over)} % over its line, and was charged.`,
    );
  }

  private next(): void {
    const from = this.day;
    if (this.round + 1 < this.rounds.length) this.round++;
    else {
      this.site.liveTo(this.site.lastDay + 1);
      this.isOver = true;
    }
    this.wait(24 * ((this.isOver ? this.site.lastDay + 1 : this.day) - from));
    if (!this.isOver) this.arrive();
    for (const one of this.site.batteries) {
      if (!one.gone || this.fetched.has(one.id)) continue;
      this.fetched.add(one.id);
      this.see(
        one.readyPct! >= READY_PCT
          ? t`${nameOf(one)} was fetched, full enough to start.`
          : t`${nameOf(one)} was fetched, ${leftAt(one)}.`,
      );
    }
  }

  /** Batteries that were lost, let down or replaced for nothing, and what that cost. */
  private get dear(): Decision[] {
    const { world, batteries } = this.site;
    const { letDown } = ratesOf(world.rules);
    return batteries.flatMap((one): Decision[] => {
      const price = newPrice(one.spec.chemistry, one.spec.ah, world.rules);
      const of = (id: string, cost: number, broke: string, would: string): Decision => ({
        cost,
        slip: { id: `${id}/${one.id}`, broke, would, isGrave: true },
      });
      return [
        ...(isLost(one)
          ? [
              of(
                'lost',
                price,
                one.frozen
                  ? t`A full battery may stay in frost; a low one may not.`
                  : t`At or under the line, recharge within days: after weeks it does not come back.`,
                one.frozen
                  ? t`${nameOf(one)} stood low in the frost and split: ${money(price)} for a new one.`
                  : t`${nameOf(one)} stood flat for over two weeks: ${money(price)} for a new one.`,
              ),
            ]
          : []),
        ...(isLetDown(one)
          ? [
              of(
                'let-down',
                letDown,
                t`On the day the owner comes, it starts; where it cannot, they are told weeks before.`,
                t`${nameOf(one)} left ${leftAt(one)}, and nobody had been told: ${money(letDown)}.`,
              ),
            ]
          : []),
        ...(isNeedless(one)
          ? [
              of(
                'needless',
                price,
                t`Clean the clamps, charge slowly, rest, test: then it is decided.`,
                t`${nameOf(one)} was sound, and a new one was bought: ${money(price)}.`,
              ),
            ]
          : []),
      ];
    });
  }

  questions() {
    return [];
  }

  protected beliefs() {
    return [
      {
        ask: t`The season`,
        believed: this.isOver ? t`played to its end` : t`left on ${shortDay(this.day)}`,
        so: t`until ${shortDay(this.site.lastDay)}`,
        isRight: this.isOver,
      },
    ];
  }

  /** The three decisions that cost most. */
  protected override closing(): void {
    if (!this.isOver) return;
    const all = [...this.dear, ...this.early].sort((a, b) => b.cost - a.cost);
    for (const { slip } of all.slice(0, 3)) this.slip(slip);
  }

  protected override beside(): Beside {
    const line = (say: string, score: Score) => [
      say,
      decimal(score.minutes / 60, 1),
      `${score.ready} / ${score.batteries}`,
      String(score.letDown),
      String(score.lost),
      money(costOf(score, ratesOf(this.site.world.rules))),
    ];
    const own = this.isOver ? [line(t`you`, scoreOf(this.site, this.longest))] : [];
    const others = WAYS.map(({ say, begin }) =>
      line(say, playSeason(this.seed, smallHall(), begin).score),
    );
    return {
      head: [t`kept by`, t`hours`, t`ready`, t`let down`, t`lost`, t`cost`],
      rows: [...own, ...others],
    };
  }
}

/** How it was when its owner came. */
const leftAt = ({ readyPct }: PlayedBattery) =>
  readyPct! <= 0 ? t`quite flat` : t`at ${Math.round(readyPct!)} %`;
const nameOf = ({ stay }: PlayedBattery) => `${stay.bay} ${stay.vehicle.name}`;

export const SEASON: Task = withWords({
  id: 'season',
  title: msg`A whole season`,
  brief: msg`A small hall, eight vehicles, two chargers, a round a week from October to April. Say in each round what is done; what goes on in them you learn by what you measure.`,
  learn: msg`What a winter asks for, and what three habits, a notebook and the program make of the same one.`,
  minutes: 30,
  begin: (seed) => new Season(seed),
});
