import { WORN_IN_A_YEAR } from '../../../simulators/start-world';
import { table } from '../report';
import { ByTheProgram } from './program';
import { PlayedSite, READY_PCT, type PlayedBattery } from './site';
import { EverythingMonthly, MaintainersFirst, MonthlyReading, type Way } from './strategies';

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
});

/** Under so much of its rated power a battery counts as weak; fixed before the judge was written. */
const WEAK_POWER = 0.7;
const doomed = (one: PlayedBattery) =>
  (one.trouble !== null && DOOMED.has(one.trouble.kind)) ||
  (one.start !== null && one.start.power < WEAK_POWER);

/** Plays one season in one way, to the day after the last collection. */
function playSeason(seed: number, wayFor: (site: PlayedSite) => Way, sum: Sum): PlayedSite {
  const site = new PlayedSite(seed);
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
    if (one.advisedOn !== null && !doomed(one)) {
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
    if (PlayedSite.lost(one) && !doomed(one)) sum.lost++;
  }
  sum.minutes += site.tally.minutes;
  sum.readings += site.tally.readings;
  sum.charges += site.tally.charges;
  return site;
}

const WAYS: readonly ((site: PlayedSite) => Way)[] = [
  (site) => new ByTheProgram(site, 'Velvet Ember, as it comes'),
  (site) =>
    new ByTheProgram(site, 'Velvet Ember, full charges by forecast', {
      fullChargeDays: 90,
      agmFullChargeDays: 90,
    }),
  () => new EverythingMonthly(),
  () => new MonthlyReading(),
  () => new MaintainersFirst(),
];
/** Seasons in which nothing was tried. */
const FIRST_SEED = 54_000_000;

/** Each way over so many seasons, the first of them `first`. */
function playAll(
  seasons: number,
  first: number,
  onSeason: (done: number, sums: readonly Sum[]) => void,
): { names: string[]; sums: Sum[] } {
  const sums = WAYS.map(empty);
  const names: string[] = [];
  for (let n = 0; n < seasons; n++) {
    WAYS.forEach((wayFor, i) => {
      const named = (site: PlayedSite) => {
        const way = wayFor(site);
        names[i] = way.name;
        return way;
      };
      playSeason(first + 1000 * n, named, sums[i]!);
    });
    onSeason(n + 1, sums);
  }
  return { names, sums };
}

/** So many seasons of the demo's site, kept by the program's Rounds and in three other ways. */
export function benchPlayed(seasons: number): void {
  const { names, sums } = playAll(seasons, FIRST_SEED, (done, far) =>
    console.log(`season ${done} of ${seasons}: ${far.map((sum) => line(sum, done)).join(' | ')}`),
  );
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
      '70–90 % sure: started',
    ],
    sums.map((sum, i) => [
      names[i]!,
      share(sum.ready, sum.batteries),
      share(sum.ready + sum.advised, sum.batteries),
      each(sum.minutes / 60),
      `${Math.round(sum.longest)} min`,
      each(sum.readings),
      each(sum.charges),
      String(sum.frozen),
      String(sum.lost),
      `${sum.needless} (${share(sum.needless, sum.batteries)})`,
      `${sum.forNothing} (${share(sum.forNothing, sum.batteries)})`,
      share(sum.started, sum.engines),
      share(sum.started + sum.told, sum.engines),
      sum.unsure === 0 ? '–' : `${share(sum.unsureStarted, sum.unsure)} of ${sum.unsure}`,
    ]),
  );
}

const line = (sum: Sum, seasons: number) =>
  `${sum.batteries - sum.ready - sum.advised} not ready, ${(sum.minutes / 60 / seasons).toFixed(0)} h`;
