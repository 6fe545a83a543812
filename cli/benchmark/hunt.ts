import { performance } from 'node:perf_hooks';
import {
  BEHIND_NONE,
  OUTCOMES,
  after,
  hypotheses,
  isFound,
  likeliest,
  outcomeIf,
  type Box,
  type Hypothesis,
  type Outcome,
  type Pull,
} from '../../core/fault-isolation/belief';
import { LOAD_KINDS } from '../../core/fault-isolation/loads';
import { nextPull } from '../../core/fault-isolation/next-pull';
import { leastMeanPulls } from '../../core/fault-isolation/optimum';
import { anyBox } from '../../simulators/fuse-boxes';
import { random, type Random } from '../../simulators/random';
import { table } from './report';

const KINDS = Object.values(LOAD_KINDS);
const UNSEEN = 8_000_000;

function boxOf(fuses: number, chance: Random): Box {
  const { kinds, feeders } = anyBox(fuses, KINDS.length, chance);
  return { circuits: kinds.map((kind) => KINDS[kind]!), feeders };
}

type Choose = (box: Box, belief: readonly Hypothesis[], pulls: number) => Pull;

/** Pulls until the culprits are known, if they are these. */
function pullsUntilFound(
  box: Box,
  belief: readonly Hypothesis[],
  culprits: readonly number[],
  choose: Choose,
): number {
  let left = belief;
  let pulls = 0;
  // Nothing is misread here, and everybody knows it.
  while (!isFound(left, 1)) {
    const pull = choose(box, left, pulls++);
    left = after(box, left, pull, outcomeIf(box, pull, culprits), 0);
  }
  return pulls;
}

const ours: Choose = (box, belief) => nextPull(box, belief, 0)!;
const inListOrder: Choose = (_, __, pulls) => ({ kind: 'circuit', index: pulls });
/** The circuits that are culprits most often, first; what flows is not asked. */
const byPrior =
  (box: Box): Choose =>
  (_, __, pulls) => ({
    kind: 'circuit',
    index: box.circuits
      .map((kind, index) => ({ weight: kind.weight, index }))
      .sort((a, b) => b.weight - a.weight)[pulls]!.index,
  });

/** A draw of what is believed: who the culprits are. */
function drawn(belief: readonly Hypothesis[], chance: Random): readonly number[] {
  let at = chance.uniform();
  for (const one of belief) if ((at -= one.weight) <= 0) return one.culprits;
  return belief.at(-1)!.culprits;
}

const excess = (chance: Random) => Math.exp(chance.between(Math.log(30), Math.log(600)));

/** In life a pull is misread so often; what the hunt assumes is its own affair. */
const MISREAD_IN_LIFE = 0.03;
const MOST_PULLS = 60;

interface Ended {
  readonly pulls: number;
  readonly named: readonly number[] | null;
}

/** What was seen of a pull; now and then something else than was so. */
function seenOf(box: Box, pull: Pull, culprits: readonly number[], chance: Random): Outcome {
  const truly = outcomeIf(box, pull, culprits);
  return chance.uniform() < MISREAD_IN_LIFE
    ? chance.pick(OUTCOMES.filter((one) => one !== truly))
    : truly;
}

function huntInLife(
  box: Box,
  excessMa: number,
  culprits: readonly number[],
  chance: Random,
): Ended {
  let left = hypotheses(box, excessMa);
  for (let pulls = 0; pulls < MOST_PULLS; pulls++) {
    if (pulls > 0 && isFound(left)) return { pulls, named: likeliest(left).culprits };
    const pull = nextPull(box, left);
    if (!pull) return { pulls, named: null };
    left = after(box, left, pull, seenOf(box, pull, culprits, chance));
  }
  return { pulls: MOST_PULLS, named: null };
}

/**
 * As many do it: the main fuses first, in their order; behind the one at which it fell, or else
 * among those behind none, one after the other until it falls; that one is named.
 */
function mainsFirst(box: Box, culprits: readonly number[], chance: Random): Ended {
  let pulls = 0;
  const falls = (pull: Pull) => {
    pulls++;
    return seenOf(box, pull, culprits, chance) !== 'nothing';
  };
  const behind = new Set(box.feeders.flat());
  const main = box.feeders.findIndex((_, index) => falls({ kind: 'feeder', index }));
  const among =
    main < 0 ? box.circuits.map((_, i) => i).filter((i) => !behind.has(i)) : box.feeders[main]!;
  const found = among.find((index) => falls({ kind: 'circuit', index }));
  return { pulls, named: found === undefined ? (main < 0 ? [BEHIND_NONE] : null) : [found] };
}

/** Culprits drawn evenly from all circuits, one in ten two of them; pulls that are misread. */
function benchInLife(): void {
  const chance = random(UNSEEN + 1);
  const BOXES = 2000;
  const rows = { ours: { pulls: 0, wrong: 0, none: 0 }, mains: { pulls: 0, wrong: 0, none: 0 } };
  for (let n = 0; n < BOXES; n++) {
    const box = boxOf(40, chance);
    const any = () => Math.floor(chance.uniform() * box.circuits.length);
    const one = any();
    const culprits =
      chance.uniform() < 0.1 ? [...new Set([one, any()])].sort((a, b) => a - b) : [one];
    // As such loads draw: a clock little, a lamp much.
    const excessMa = culprits.reduce((sum, i) => {
      const { usualMa, factor } = box.circuits[i]!;
      return sum + usualMa * Math.exp(Math.log(factor) * chance.normal());
    }, 0);
    const ends = {
      ours: huntInLife(box, excessMa, culprits, chance),
      mains: mainsFirst(box, culprits, chance),
    };
    for (const key of ['ours', 'mains'] as const) {
      const { pulls, named } = ends[key];
      rows[key].pulls += pulls;
      if (!named) rows[key].none++;
      // To name one of two is a beginning.
      else if (!named.every((i) => culprits.includes(i))) rows[key].wrong++;
    }
  }
  const share = (n: number) => `${((100 * n) / BOXES).toFixed(1)} %`;
  table(
    [
      `${BOXES} boxes of 40, culprits drawn evenly, 3 % misread`,
      'mean pulls',
      'a wrong one named',
      'none named',
    ],
    (
      [
        ['ours', rows.ours],
        ['main fuses first', rows.mains],
      ] as const
    ).map(([name, { pulls, wrong, none }]) => [
      name,
      (pulls / BOXES).toFixed(1),
      share(wrong),
      share(none),
    ]),
  );
}

export function benchHunt(): void {
  benchInLife();
  const chance = random(UNSEEN);
  let optimum = 0;
  let mean = 0;
  let worst = 0;
  const SMALL = 120;
  for (let n = 0; n < SMALL; n++) {
    const box = boxOf(3 + Math.floor(chance.between(0, 8)), chance);
    const belief = hypotheses(box, excess(chance));
    const best = leastMeanPulls(box, belief);
    const own = belief.reduce(
      (sum, { culprits, weight }) => sum + weight * pullsUntilFound(box, belief, culprits, ours),
      0,
    );
    optimum += best;
    mean += own;
    worst = Math.max(worst, own / best);
  }
  const LARGE = 400;
  const sums = { ours: 0, list: 0, prior: 0 };
  let ms = 0;
  for (let n = 0; n < LARGE; n++) {
    const box = boxOf(40, chance);
    const belief = hypotheses(box, excess(chance));
    const culprits = drawn(belief, chance);
    const start = performance.now();
    sums.ours += pullsUntilFound(box, belief, culprits, ours);
    ms += performance.now() - start;
    sums.list += pullsUntilFound(box, belief, culprits, inListOrder);
    sums.prior += pullsUntilFound(box, belief, culprits, byPrior(box));
  }
  const of = (sum: number) => (sum / LARGE).toFixed(1);
  console.log(`circuit hunts: ${SMALL} boxes of 3 to 10 fuses, and ${LARGE} of 40`);
  table(
    ['circuit hunt', 'mean pulls', 'against the optimum'],
    [
      ['3 to 10 fuses, the optimum', (optimum / SMALL).toFixed(2), '1.00×'],
      ['3 to 10 fuses, ours', (mean / SMALL).toFixed(2), `${(mean / optimum).toFixed(3)}×`],
      ['  the worst box', '', `${worst.toFixed(3)}×`],
      [`40 fuses, ours (${(ms / sums.ours).toFixed(1)} ms a pull)`, of(sums.ours), ''],
      ['40 fuses, most usual culprits first', of(sums.prior), ''],
      ['40 fuses, in the order of the list', of(sums.list), ''],
    ],
  );
}
