import { performance } from 'node:perf_hooks';
import {
  after,
  hypotheses,
  isFound,
  outcomeIf,
  type Box,
  type Hypothesis,
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
  while (!isFound(left)) {
    const pull = choose(box, left, pulls++);
    left = after(box, left, pull, outcomeIf(box, pull, culprits));
  }
  return pulls;
}

const ours: Choose = (box, belief) => nextPull(box, belief)!;
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

export function benchHunt(): void {
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
