import { demoWorld } from '../../../demo/played';
import { WORN_IN_A_YEAR } from '../../../simulators/start-world';
import { newPrice } from '../../../core/charging/recovery';
import { DEFAULT_RULES } from '../../../core/rules/rules';
import { random } from '../../../simulators/random';
import { quantile, table } from '../report';
import { ByTheProgram } from './program';
import { PlayedSite, READY_PCT, type PlayedBattery } from '../../../simulators/played/site';
import {
  CarefulNotebook,
  EverythingMonthly,
  MaintainersFirst,
  MonthlyReading,
  type Way,
} from '../../../simulators/played/strategies';

/** So many days before its owner comes a new battery can still be had. */
const IN_TIME_DAYS = 14;
/** A plate or a cell that is gone is no fault of whoever keeps it. */
const DOOMED = new Set(['weak-cell', 'sulfated']);

interface Sum {
  batteries: number;
  ready: number;
  /** Not ready, but replacement was advised in time. */
  advised: number;
  /** Advised although nothing is wrong with it. */
  needless: number;
  /** Of these, it would not even have been weak a year later. */
  forNothing: number;
  /** Of those whose engines are started. */
  engines: number;
  started: number;
  /** Did not start, and another one was advised in time. */
  told: number;
  /** Foreseen to start with 70 to 90 %, and those of them that did. */
  unsure: number;
  unsureStarted: number;
  frozen: number;
  lost: number;
  minutes: number;
  longest: number;
  readings: number;
  charges: number;
  chargerDays: number;
  /** What new ones cost in place of those that were lost, and of those replaced for nothing. */
  newOnes: number;
  /** Not ready on its day, and nobody was told. */
  letDown: number;
}

const empty = (): Sum => ({
  batteries: 0,
  ready: 0,
  advised: 0,
  needless: 0,
  forNothing: 0,
  engines: 0,
  started: 0,
  told: 0,
  unsure: 0,
  unsureStarted: 0,
  frozen: 0,
  lost: 0,
  minutes: 0,
  longest: 0,
  readings: 0,
  charges: 0,
  chargerDays: 0,
  newOnes: 0,
  letDown: 0,
});

/** Under so much of its rated power a battery counts as weak; fixed before the judge was written. */
const WEAK_POWER = 0.7;
const doomed = (one: PlayedBattery) =>
  (one.trouble !== null && DOOMED.has(one.trouble.kind)) ||
  (one.start !== null && one.start.power < WEAK_POWER);

/** Plays one season in one way, to the day after the last collection. */
function playSeason(seed: number, wayFor: (site: PlayedSite) => Way, sum: Sum): PlayedSite {
  const site = new PlayedSite(seed, demoWorld());
  const way = wayFor(site);
  for (const day of site.rounds) {
    site.liveTo(day);
    site.beginRound();
    way.round(site, day);
    sum.longest = Math.max(sum.longest, site.walked);
  }
  site.liveTo(site.lastDay + 1);
  if (way instanceof ByTheProgram) way.close();
  for (const one of site.batteries) {
    sum.batteries++;
    const inTime = one.advisedOn !== null && one.advisedOn <= one.day - IN_TIME_DAYS;
    if (one.readyPct! >= READY_PCT) sum.ready++;
    else if (inTime) sum.advised++;
    else sum.letDown++;
    const needless = one.advisedOn !== null && !doomed(one);
    const lost = PlayedSite.lost(one) && !doomed(one);
    if (needless || lost) sum.newOnes += newPrice(one.spec.chemistry, one.spec.ah, DEFAULT_RULES);
    if (needless) {
      sum.needless++;
      if (!one.start || one.start.power - WORN_IN_A_YEAR >= WEAK_POWER) sum.forNothing++;
    }
    if (one.started !== null) {
      sum.engines++;
      if (one.started) sum.started++;
      else if (inTime) sum.told++;
      if (one.foreseen !== null && one.foreseen >= 0.7 && one.foreseen < 0.9) {
        sum.unsure++;
        if (one.started) sum.unsureStarted++;
      }
    }
    if (one.frozen && one.trouble === null) sum.frozen++;
    if (lost) sum.lost++;
  }
  sum.minutes += site.tally.minutes;
  sum.readings += site.tally.readings;
  sum.charges += site.tally.charges;
  sum.chargerDays += site.tally.chargerDays;
  return site;
}

const WAYS: readonly ((site: PlayedSite) => Way)[] = [
  (site) => new ByTheProgram(site, 'Velvet Ember, as it comes'),
  () => new CarefulNotebook(),
  () => new EverythingMonthly(),
  () => new MonthlyReading(),
  () => new MaintainersFirst(),
];
const PROGRAM = 0;
const NOTEBOOK = 1;
/** Seasons in which nothing was tried. */
const FIRST_SEED = 58_000_000;

interface Played {
  readonly name: string;
  /** One season each, in the same order for all ways. */
  readonly seasons: readonly Sum[];
}

/** Each way over so many seasons. */
function playAll(seasons: number): Played[] {
  const played = WAYS.map(() => ({ name: '', seasons: [] as Sum[] }));
  for (let n = 0; n < seasons; n++) {
    WAYS.forEach((wayFor, i) => {
      const sum = empty();
      playSeason(
        FIRST_SEED + 1000 * n,
        (site) => {
          const way = wayFor(site);
          played[i]!.name = way.name;
          return way;
        },
        sum,
      );
      played[i]!.seasons.push(sum);
    });
    console.log(
      `season ${n + 1} of ${seasons}: ${played.map((one) => line(one.seasons[n]!)).join(' | ')}`,
    );
  }
  return played;
}

const line = (sum: Sum) =>
  `${sum.letDown} let down, ${sum.lost} lost, ${sum.needless} in vain, ${(sum.minutes / 60).toFixed(0)} h`;

/** What a season is paid with; each is doubled and halved too. */
const PRICES = {
  hour: DEFAULT_RULES.moneyPerHour,
  battery: 1,
  letDown: DEFAULT_RULES.moneyNotReady,
  chargerDay: DEFAULT_RULES.moneyPerChargerDay,
};
type Prices = typeof PRICES;

/** At the house's prices: hours, days on chargers, new ones in place of lost or sound ones, and who was let down. */
const costOf = (sum: Sum, prices: Prices = PRICES): number =>
  (sum.minutes / 60) * prices.hour +
  sum.chargerDays * prices.chargerDay +
  sum.newOnes * prices.battery +
  sum.letDown * prices.letDown;

const total = ({ seasons }: Played, of: (sum: Sum) => number): number =>
  seasons.reduce((sum, one) => sum + of(one), 0);

/** A ratio of two ways over the same seasons, with its 90 % range by drawing seasons anew. */
function ratio(a: Played, b: Played, of: (sum: Sum) => number): string {
  const chance = random(1);
  const drawn = Array.from({ length: 2000 }).flatMap(() => {
    let above = 0;
    let below = 0;
    for (let i = 0; i < a.seasons.length; i++) {
      const n = Math.floor(chance.uniform() * a.seasons.length);
      above += of(a.seasons[n]!);
      below += of(b.seasons[n]!);
    }
    // Nothing against nothing is no ratio; something against nothing is any.
    return above === 0 && below === 0 ? [] : [above / below];
  });
  const shown = (value: number) => (Number.isFinite(value) ? value.toFixed(2) : 'any');
  return `${shown(total(a, of) / total(b, of))} (${shown(quantile(drawn, 0.05))}–${shown(quantile(drawn, 0.95))})`;
}

/** At which prices another way would have been cheaper than the program's. */
function dearer(played: readonly Played[]): string[] {
  return (Object.keys(PRICES) as (keyof Prices)[]).flatMap((key) =>
    [0.5, 1, 2].flatMap((times) => {
      const prices = { ...PRICES, [key]: PRICES[key] * times };
      const costs = played.map((one) => total(one, (sum) => costOf(sum, prices)));
      const least = costs.indexOf(Math.min(...costs));
      return least === PROGRAM ? [] : [`${key} × ${times}: ${played[least]!.name}`];
    }),
  );
}

/** So many seasons of the demo's site, kept by the program's Rounds and in other ways. */
export function benchPlayed(seasons: number): void {
  const played = playAll(seasons);
  console.log();
  const share = (part: number, of: number) => `${((100 * part) / of).toFixed(2)} %`;
  const each = (value: number) => (value / seasons).toFixed(1);
  table(
    [
      'way',
      'ready on its day',
      'ready, or advised in time',
      'hours a season',
      'longest round',
      'readings',
      'charges',
      'sound ones frozen',
      'lost',
      'advised while sound',
      'and sound a year on',
      'starts on its day',
      'starts, or advised in time',
      'cost a season',
    ],
    played.map((one) => {
      const sum = (of: (season: Sum) => number) => total(one, of);
      const batteries = sum((season) => season.batteries);
      const engines = sum((season) => season.engines);
      return [
        one.name,
        share(
          sum(({ ready }) => ready),
          batteries,
        ),
        share(
          sum(({ ready, advised }) => ready + advised),
          batteries,
        ),
        each(sum(({ minutes }) => minutes / 60)),
        `${Math.round(Math.max(...one.seasons.map(({ longest }) => longest)))} min`,
        each(sum(({ readings }) => readings)),
        each(sum(({ charges }) => charges)),
        String(sum(({ frozen }) => frozen)),
        String(sum(({ lost }) => lost)),
        String(sum(({ needless }) => needless)),
        String(sum(({ forNothing }) => forNothing)),
        share(
          sum(({ started }) => started),
          engines,
        ),
        share(
          sum(({ started, told }) => started + told),
          engines,
        ),
        each(sum(costOf)),
      ];
    }),
  );
  const [ours, notebook] = [played[PROGRAM]!, played[NOTEBOOK]!];
  table(
    ['of the notebook, 90 % range over seasons', ''],
    [
      ['hours', ratio(ours, notebook, ({ minutes }) => minutes)],
      ['lost', ratio(ours, notebook, ({ lost }) => lost)],
      ['advised while sound', ratio(ours, notebook, ({ needless }) => needless)],
      ['let down', ratio(ours, notebook, ({ letDown }) => letDown)],
      ['cost', ratio(ours, notebook, (sum) => costOf(sum))],
    ],
  );
  const others = dearer(played);
  console.log(
    others.length
      ? `another way is cheaper at ${others.join('; ')}`
      : 'cheapest at the house’s prices, and at half and double of each',
  );
}
