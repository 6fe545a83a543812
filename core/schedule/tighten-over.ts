import { LowerBound } from './bound';
import type { Solution } from './solve';
import { Tightening, type Chance } from './tighten';

/** Minutes by which a worse plan may be gone on from, at the beginning. Our own choice. */
const HEAT_MINUTES = 4;
/** Share of the time that goes into the bound. Our own choice. */
const BOUND_SHARE = 0.3;

/** How far tightening has come. */
export interface TightenProgress {
  /** Of the time, 0–1. */
  readonly share: number;
  readonly minutes: number;
  /** Proven so far, whole minutes; null: none yet, or no plan is legal. */
  readonly bound: number | null;
}

/** What tightening came to. */
export interface Tightened {
  readonly solution: Solution;
  readonly bound: LowerBound;
}

/** What a bound proves, in whole minutes. */
export const provenMinutes = ({ impossible, value }: LowerBound): number | null =>
  impossible || !Number.isFinite(value) ? null : Math.max(0, Math.floor(value + 1e-6));

/**
 * Tightens a plan and its bound side by side for `spanMs` by the clock that is passed in, cooling
 * on the way. Tells after each step how far it has come; whoever is told `true` back ends early.
 */
export function* tightenOver(
  plan: Solution,
  spanMs: number,
  chance: Chance,
  now: () => number,
): Generator<TightenProgress, Tightened, boolean | undefined> {
  const tightening = new Tightening(plan, chance);
  const bound = new LowerBound(plan.problem);
  const began = now();
  let inBound = 0;
  for (;;) {
    const gone = now() - began;
    if (gone >= spanMs) break;
    tightening.step(1, HEAT_MINUTES * (1 - gone / spanMs) ** 2);
    const before = now();
    if (!bound.impossible && inBound <= BOUND_SHARE * gone) {
      bound.step(tightening.bestCost);
      inBound += now() - before;
    }
    const stop = yield {
      share: gone / spanMs,
      minutes: tightening.bestMinutes,
      bound: provenMinutes(bound),
    };
    if (stop) break;
  }
  return { solution: tightening.finish(), bound };
}

/** The same to its end, without a word in between. */
export function tightenFor(
  plan: Solution,
  spanMs: number,
  chance: Chance,
  now: () => number,
): Tightened {
  const run = tightenOver(plan, spanMs, chance, now);
  for (;;) {
    const step = run.next();
    if (step.done) return step.value;
  }
}
