import type { Highs } from 'highs';
import { LowerBound, boundOf, type Proven } from './bound';
import { Columns } from './columns';
import { costOf, type Bound } from './document';
import { Scarce } from './prices';
import type { Path } from './visits';
import type { Solution } from './solve';
import { Tightening, type Chance } from './tighten';
import { Tree } from './tree';

/** Minutes by which a worse plan may be gone on from, at the beginning. Our own choice. */
const HEAT_MINUTES = 4;
/** Batteries up to which a season is made a programme of: beyond them its solver takes too long. */
const MOST_AS_PROGRAMME = 250;
/** Share of the time that goes into the bound of a larger one. Our own choice. */
const BOUND_SHARE = 0.3;
/** Batteries up to which the programme is asked for whole plans: of more it finds none in time. */
const MOST_WHOLE = 24;
/** Shares of the time from which the programme is grown, and to which. Our own choices, like the next ones. */
const GROWN_FROM = 0.12;
const GROWN_TO = 0.8;
/** Steps of the programme after which the search goes on from what it would have most walk, and how far. */
const STEPS_A_TURN = 7;
const SEARCHES_A_TURN = 40;
/** How often a small one is asked for a whole plan, and of the time for each. */
const WHOLES = 3;
const WHOLE_SHARE = 0.08;
/** For so many turns the search goes on from one. */
const TURNS_FROM_WHOLE = 4;
/** The same of the steps in which all plans are divided. */
const STEPS_A_BRANCH = 25;
const TURNS_FROM_BRANCH = 0.2;
/** Minutes within which a plan is as good as what is proven. */
const REACHED = 0.01;

/** How far tightening has come. */
export interface TightenProgress {
  /** Of the time, 0–1. */
  readonly share: number;
  readonly minutes: number;
  /** What all of it costs, where its season has prices. */
  readonly cost: number | undefined;
  /** Proven so far; null: none yet, or no plan is legal. */
  readonly bound: Bound | null;
}

/** What tightening came to. */
export interface Tightened {
  readonly solution: Solution;
  readonly bound: Proven;
}

/** A plan that is being tightened beside its bound: a turn at a time, by the share of time that is gone. */
interface Turns {
  readonly bound: Proven;
  /** Answers whether more may come of it. */
  turn(share: number): boolean;
  /** A first bound, where the time was too short for any. */
  prove(): void;
  dispose(): void;
}

/**
 * Tightens a plan and its bound side by side for `spanMs` by the clock that is passed in, cooling
 * on the way; `highs` solves its programmes, and without it the bound is a weaker one. Tells after
 * each step how far it has come; whoever is told `true` back ends early, and it ends by itself where
 * the plan is proven to be the best.
 */
export function* tightenOver(
  plan: Solution,
  spanMs: number,
  chance: Chance,
  now: () => number,
  highs: Highs | null,
): Generator<TightenProgress, Tightened, boolean | undefined> {
  const tightening = new Tightening(plan, chance);
  const scarce = new Scarce(plan.problem);
  const turns =
    highs === null || plan.problem.units.length > MOST_AS_PROGRAMME
      ? besideBound(tightening, scarce, now)
      : besideProgramme(tightening, new Columns(highs, scarce), spanMs, now);
  const { bound } = turns;
  const began = now();
  try {
    for (;;) {
      const share = (now() - began) / spanMs;
      if (!(share < 1) || !turns.turn(share)) break;
      const { bestMinutes: minutes, bestBesides, isLegal } = tightening;
      const proven = isLegal ? boundOf(plan.problem, bound) : null;
      const cost = costOf(plan.problem.document.prices, minutes + bestBesides);
      if (yield { share, minutes, cost, bound: proven }) break;
    }
    if (!bound.impossible && !Number.isFinite(bound.value)) turns.prove();
  } finally {
    turns.dispose();
  }
  return { solution: tightening.finish(), bound };
}

const cooled = (share: number) => HEAT_MINUTES * (1 - share) ** 2;

/** Many batteries: neighbourhoods, and now and then a step of the prices. */
function besideBound(tightening: Tightening, scarce: Scarce, now: () => number): Turns {
  const bound = new LowerBound(scarce);
  let inBound = 0;
  const began = now();
  return {
    bound,
    turn(share) {
      tightening.step(1, cooled(share));
      const before = now();
      if (!bound.impossible && inBound <= BOUND_SHARE * (before - began)) {
        bound.step(tightening.bestCost);
        inBound += now() - before;
      }
      return true;
    },
    prove: () => bound.step(tightening.bestCost),
    dispose: () => undefined,
  };
}

/**
 * Few enough for a programme: it is grown, and now and then the search goes on from the paths that it
 * would have each battery walk the most; where it is small, it is asked for its best whole plan. Grown
 * to its end, all plans are divided until none is left that might be better.
 */
function besideProgramme(
  tightening: Tightening,
  columns: Columns,
  spanMs: number,
  now: () => number,
): Turns {
  const { units } = tightening.solution.problem;
  let tree: Tree | null = null;
  let steps = 0;
  let searches = 0;
  let asked = 0;
  const search = (share: number) => {
    tightening.step(1, cooled(share));
    columns.offer(tightening.solution.paths);
    searches--;
  };
  const goOnFrom = (paths: readonly (Path | null)[], turns: number) => {
    tightening.adopt(paths);
    columns.offer(tightening.solution.paths);
    searches = turns * SEARCHES_A_TURN;
  };
  const mayDivide = () => columns.isDone && Number.isFinite(columns.value) && !tree?.isDone;
  const divide = () => {
    tree ??= new Tree(columns);
    const isWhole = tree.step(tightening.bestCost - REACHED);
    if (isWhole || ++steps % STEPS_A_BRANCH === 0) goOnFrom(columns.likely, TURNS_FROM_BRANCH);
  };
  columns.offer(tightening.solution.paths);
  const bound: Proven = {
    get value() {
      return tree?.value ?? columns.value;
    },
    get impossible() {
      return columns.impossible;
    },
  };
  return {
    bound,
    turn(share) {
      if (share < GROWN_FROM || searches > 0) search(share);
      else if (!columns.isDone && share < GROWN_TO) {
        columns.step();
        if (++steps % STEPS_A_TURN === 0 || columns.isDone) goOnFrom(columns.likely, 1);
      } else if (mayDivide()) divide();
      else if (units.length <= MOST_WHOLE && asked < WHOLES) {
        asked++;
        const paths = columns.whole(WHOLE_SHARE * spanMs, now);
        if (paths) goOnFrom(paths, TURNS_FROM_WHOLE);
      } else search(share);
      return bound.impossible || tightening.bestCost > bound.value + REACHED;
    },
    prove: () => columns.step(),
    dispose: () => columns.dispose(),
  };
}

/** The same to its end, without a word in between. */
export function tightenFor(
  plan: Solution,
  spanMs: number,
  chance: Chance,
  now: () => number,
  highs: Highs | null,
): Tightened {
  const run = tightenOver(plan, spanMs, chance, now, highs);
  for (;;) {
    const step = run.next();
    if (step.done) return step.value;
  }
}
