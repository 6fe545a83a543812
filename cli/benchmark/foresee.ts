import { CHEMISTRY_IDS } from '../../core/battery/chemistries';
import { MS_PER_DAY } from '../../core/day';
import { winterOf } from '../../simulators/storage-season';
import { FIRST, Held, Judged, hallsOf, houseThrough } from './foresight';
import { table } from './report';

/** Six times the five hundred that are wanted: misses of one battery, and of one winter, come together. */
const BATTERIES = 3000;
/** Seeds on which nothing was tried while the learning was written. */
const UNSEEN = 43_000_000;
const WINTERS = 30;

const percent = (share: number) => `${(100 * share).toFixed(1)} %`;

/** Foresight in the world of its own authors. */
export function benchForesee(seeds = UNSEEN): void {
  const halls = hallsOf(seeds, WINTERS);
  const judged = new Judged();
  halls.forEach((hall, h) => {
    const here = Array.from({ length: BATTERIES / halls.length }, (_, i) =>
      winterOf(seeds + i * halls.length + h, hall.air, FIRST * MS_PER_DAY, 0.3),
    );
    const house = houseThrough(here);
    for (const one of here) judged.judge(one, hall, house);
  });
  table(
    [
      'batteries',
      'readings',
      'charge held',
      'line date held',
      'met before it',
      'width of charge',
      'mean error',
      'score of charge',
      'score of line',
    ],
    [...CHEMISTRY_IDS, 'sound', 'troubled', 'all'].map((key) => {
      const held = judged.held.get(key) ?? new Held();
      const { charge, line, early, width, error, chargeScore, lineScore } = held.shares;
      return [
        key,
        String(held.looks),
        ...[charge, line, early].map(percent),
        `${width.toFixed(1)} %`,
        `${error.toFixed(2)} %`,
        chargeScore.toFixed(1),
        lineScore.toFixed(0),
      ];
    }),
  );
  const { planted, found } = judged.all;
  table(
    ['trouble', 'planted', 'found within three readings', 'after, mean'],
    [
      ...[...judged.found].map(([kind, row]) => [
        kind,
        String(row.planted),
        percent(row.found / row.planted),
        (row.readings / Math.max(1, row.found)).toFixed(1),
      ]),
      ['all', String(planted), percent(found / planted), ''],
      [
        `sound, alarmed in a season (of ${judged.sound})`,
        String(judged.falsely),
        percent(judged.falsely / judged.sound),
        [...judged.falseKinds].join(' '),
      ],
    ],
  );
  console.log(
    `width of the loss, 90 %, after six readings as a share of that after one: ${percent(judged.narrowed)}\n`,
  );
}
