import { demoWorld } from '../../../demo/played';
import { DEFAULT_RULES } from '../../../core/rules/rules';
import { CONDITIONS } from '../../../simulators/foreign/conditions';
import { foreignNature } from '../../../simulators/played/foreign-nature';
import { random } from '../../../simulators/random';
import { quantile, table } from '../report';
import { ByTheProgram } from '../../winters/program';
import { playSeason } from '../../../simulators/played/play';
import { costOf, ratesOf, type Rates, type Score } from '../../../simulators/played/score';
import type { PlayedSite } from '../../../simulators/played/site';
import {
  CarefulNotebook,
  EverythingMonthly,
  MaintainersFirst,
  MonthlyReading,
  type Way,
} from '../../../simulators/played/strategies';

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
  readonly seasons: readonly Score[];
}

/** Worlds in which a season is played: the first, and the foreign one under a condition of it. */
export const PLAYED_WORLDS = {
  own: () => demoWorld(),
  plain: () => ({ ...demoWorld(), nature: foreignNature(conditionNamed('plain')) }),
  all: () => ({ ...demoWorld(), nature: foreignNature(conditionNamed('all at once')) }),
} as const;
export type PlayedWorldName = keyof typeof PLAYED_WORLDS;

const conditionNamed = (name: string) => CONDITIONS.find((one) => one.name === name)!;

/** Each way over so many seasons. */
function playAll(seasons: number, world: PlayedWorldName): Played[] {
  const played = WAYS.map(() => ({ name: '', seasons: [] as Score[] }));
  for (let n = 0; n < seasons; n++) {
    WAYS.forEach((wayFor, i) => {
      const { way, score } = playSeason(FIRST_SEED + 1000 * n, PLAYED_WORLDS[world](), wayFor);
      if (way instanceof ByTheProgram) way.close();
      played[i]!.name = way.name;
      played[i]!.seasons.push(score);
    });
    console.log(
      `season ${n + 1} of ${seasons}: ${played.map((one) => line(one.seasons[n]!)).join(' | ')}`,
    );
  }
  return played;
}

const line = (sum: Score) =>
  `${sum.letDown} let down, ${sum.lost} lost, ${sum.needless} in vain, ${(sum.minutes / 60).toFixed(0)} h`;

/** Each is doubled and halved too. */
const RATES = ratesOf(DEFAULT_RULES);
const dear = (score: Score) => costOf(score, RATES);

const total = ({ seasons }: Played, of: (sum: Score) => number): number =>
  seasons.reduce((sum, one) => sum + of(one), 0);

/** A ratio of two ways over the same seasons, with its 90 % range by drawing seasons anew. */
function ratio(a: Played, b: Played, of: (sum: Score) => number): string {
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
  return (Object.keys(RATES) as (keyof Rates)[]).flatMap((key) =>
    [0.5, 1, 2].flatMap((times) => {
      const rates = { ...RATES, [key]: RATES[key] * times };
      const costs = played.map((one) => total(one, (score) => costOf(score, rates)));
      const least = costs.indexOf(Math.min(...costs));
      return least === PROGRAM ? [] : [`${key} × ${times}: ${played[least]!.name}`];
    }),
  );
}

/** So many seasons of the demo's site, kept by the program's Rounds and in other ways. */
export function benchPlayed(seasons: number, world: PlayedWorldName): void {
  const played = playAll(seasons, world);
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
      const sum = (of: (season: Score) => number) => total(one, of);
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
        each(sum(dear)),
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
      ['cost', ratio(ours, notebook, dear)],
    ],
  );
  const others = dearer(played);
  console.log(
    others.length
      ? `another way is cheaper at ${others.join('; ')}`
      : 'cheapest at the house’s prices, and at half and double of each',
  );
}
