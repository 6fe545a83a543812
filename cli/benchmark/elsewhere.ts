import { CHEMISTRIES, CHEMISTRY_IDS } from '../../core/battery/chemistries';
import { MS_PER_DAY } from '../../core/day';
import { CONDITIONS, type Condition } from '../../simulators/foreign/conditions';
import { siteOf, winterAt, type Kind } from '../../simulators/foreign/winter';
import { FIRST, Judged, hallsOf, houseThrough, type Hall } from './foresight';
import { table } from './report';

/** Of each condition: sites, and batteries of each; a site has one meter and four chargers. */
const SITES = 12;
const BATTERIES = 40;
const WINTERS = 8;
/** Seeds on which nothing was tried while the learning was written. */
const UNSEEN = 93_000_000;

const LINES = Object.fromEntries(
  CHEMISTRY_IDS.map((id) => [id, CHEMISTRIES[id].lineSocPct / 100]),
) as Record<Kind, number>;

const percent = (share: number) => `${(100 * share).toFixed(1)} %`;

function judgedIn(condition: Condition, halls: readonly Hall[], seeds: number): Judged {
  const judged = new Judged();
  for (let n = 0; n < SITES; n++) {
    const site = siteOf(seeds + n, condition);
    const hallOf = (i: number) => halls[3 * (n % WINTERS) + (i % 3)]!;
    const here = Array.from({ length: BATTERIES }, (_, i) =>
      winterAt(seeds + 1000 * n + i, site, hallOf(i).air.celsius, FIRST * MS_PER_DAY, LINES),
    );
    const house = houseThrough(here);
    here.forEach((one, i) => judged.judge(one, hallOf(i), house));
  }
  return judged;
}

/**
 * Foresight in a world that shares neither law nor constant with it: one condition at a time, and
 * all at once. Each cell is of one condition; the last row is the worst of each column.
 */
export function benchElsewhere(seeds = UNSEEN): void {
  const halls = new Map<number, Hall[]>();
  const rows = CONDITIONS.map((condition) => {
    const { thermometer } = condition;
    if (!halls.has(thermometer)) halls.set(thermometer, hallsOf(seeds, WINTERS, thermometer));
    console.log(condition.name);
    const judged = judgedIn(condition, halls.get(thermometer)!, seeds);
    const all = judged.held.get('all')!.shares;
    const each = CHEMISTRY_IDS.map((id) => judged.held.get(id)!.shares);
    const { planted, found } = judged.all;
    return {
      name: condition.name,
      falsely: judged.falsely / judged.sound,
      found: found / planted,
      planted,
      // Of all findings acted on in a season, those of batteries that were troubled.
      precision: judged.toldRightly / (judged.toldRightly + judged.falsely),
      charge: all.charge,
      chargeFrom: Math.min(...each.map(({ charge }) => charge)),
      line: all.line,
      lineFrom: Math.min(...each.map(({ line }) => line)),
      early: all.early,
      earlyMost: Math.max(...each.map(({ early }) => early)),
      chargeScore: all.chargeScore,
      lineScore: all.lineScore,
    };
  });
  const shown = (row: (typeof rows)[number]) => [
    row.name,
    percent(row.falsely),
    `${percent(row.found)} of ${row.planted}`,
    percent(row.precision),
    `${percent(row.charge)} (${percent(row.chargeFrom)})`,
    `${percent(row.line)} (${percent(row.lineFrom)})`,
    `${percent(row.early)} (${percent(row.earlyMost)})`,
    row.chargeScore.toFixed(1),
    row.lineScore.toFixed(0),
  ];
  table(
    [
      'condition',
      'sound, alarmed',
      'found within three',
      'right of all told',
      'charge held (least kind)',
      'line held (least kind)',
      'met before it (most)',
      'score of charge',
      'score of line',
    ],
    rows.map(shown),
  );
  const worst = (of: (row: (typeof rows)[number]) => number, highest: boolean) =>
    rows.reduce((a, b) => (of(b) > of(a) === highest ? b : a));
  console.log(
    [
      `worst: alarmed ${worst((row) => row.falsely, true).name}`,
      `found ${worst((row) => row.found, false).name}`,
      `charge ${worst((row) => row.charge, false).name}`,
      `line ${worst((row) => row.line, false).name}`,
      `met before ${worst((row) => row.early, true).name}\n`,
    ].join('; '),
  );
}
