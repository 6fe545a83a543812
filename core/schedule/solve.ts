import { WANT } from './labels';
import type { Path } from './visits';
import { CONNECT } from './job-bits';
import type { Problem } from './problem';
import type { Unit } from './unit';
import { Usage } from './usage';
import { besidesOf } from './besides';

/** A path for each battery, and what they take together. */
export class Solution {
  readonly usage: Usage;
  readonly paths: (Path | null)[];
  penalty = 0;
  /** What it all costs besides time, in minutes of it. */
  besides = 0;
  private readonly besidesOf: Float64Array;

  constructor(readonly problem: Problem) {
    this.besidesOf = new Float64Array(problem.units.length);
    this.usage = new Usage(problem);
    this.paths = problem.units.map(() => null);
  }

  /** What is to be least: what is left wanting, then the minutes, and what else costs, in minutes. */
  get cost(): number {
    return this.penalty + this.usage.minutes + this.besides;
  }

  set(unit: Unit, path: Path): void {
    this.take(unit);
    this.paths[unit.index] = path;
    this.usage.add(unit, path, 1);
    this.penalty += path.penalty;
    this.besidesOf[unit.index] = besidesOf(this.problem, unit, path);
    this.besides += this.besidesOf[unit.index]!;
  }

  take(unit: Unit): Path | null {
    const path = this.paths[unit.index]!;
    if (!path) return null;
    this.usage.add(unit, path, -1);
    this.penalty -= path.penalty;
    this.besides -= this.besidesOf[unit.index]!;
    this.paths[unit.index] = null;
    return path;
  }

  /**
   * Begins anew with these paths, whose chargers are meant by their sort; a battery whose path is
   * missing, or fits on none of them, gets its best one beside the others.
   */
  adopt(paths: readonly (Path | null)[]): void {
    const { units } = this.problem;
    for (const unit of units) this.take(unit);
    const begun = ({ index }: Unit) =>
      paths[index]?.visits.find(({ jobs }) => jobs & CONNECT)?.round ?? -1;
    const order = [...units].sort((a, b) => rank(a) - rank(b) || begun(a) - begun(b));
    const left: Unit[] = [];
    for (const unit of order) {
      const path = paths[unit.index];
      const placed = path && this.usage.placed(unit, path);
      if (placed) this.set(unit, placed);
      // What hangs already takes its channel before the others.
      else if (unit.kept || unit.onCharge) this.place(unit);
      else left.push(unit);
    }
    for (const unit of left) this.place(unit);
  }

  /** Gives one battery its best path beside those that have one; `slot` as of a market. */
  place(unit: Unit, slot = 0): void {
    const market = this.usage.market(unit, 1, null, slot);
    this.set(unit, this.usage.best(unit, market) ?? LEFT_ALONE);
  }

  /**
   * Gives one battery its best path beside all the others. Answers whether that made the whole
   * better; a path that is as good is taken too, so that plateaus are crossed.
   */
  improve(unit: Unit): boolean {
    const before = this.cost;
    const old = this.take(unit);
    const limit = old ? before - this.cost : Infinity;
    const path = this.usage.best(unit, this.usage.market(unit), limit);
    if (path) this.set(unit, path);
    const after = this.cost;
    if (old && (!path || after > before + 1e-9)) {
      this.set(unit, old);
      return false;
    }
    return after < before - 1e-6;
  }
}

/** Nothing is done for it: what hangs goes on hanging. Only where nothing else is possible. */
export const LEFT_ALONE: Path = { visits: [], cost: 2 * WANT, penalty: 2 * WANT };

/** What hangs already takes its channel first, then what was decided by hand. */
export const rank = ({ kept, onCharge, pins }: Unit): number =>
  kept ? 0 : onCharge ? 1 : pins.size > 0 ? 2 : 3;

/** The tightest first: those that must be charged soonest, and hang on what is scarce. */
export function byUrgency(problem: Problem): Unit[] {
  return [...problem.units].sort(
    (a, b) =>
      a.failsAt(-1) - b.failsAt(-1) || a.until - b.until || a.order - b.order || a.index - b.index,
  );
}

/** Where nobody enters a hall yet, a part of it is asked of the first one: others may follow. */
const FIRST_SHARE = 0.12;
/** And holding a channel costs something, so that the others find one. */
export const SLOT = 0.6;

/**
 * A first plan: the tightest batteries first, each on its best path beside those that have one,
 * with pins before all; then each once more beside all the others.
 */
export function firstPlan(problem: Problem, sweeps = 1): Solution {
  const solution = new Solution(problem);
  const order = byUrgency(problem);
  for (const unit of [...order].sort((a, b) => rank(a) - rank(b))) {
    solution.set(
      unit,
      solution.usage.best(unit, solution.usage.market(unit, FIRST_SHARE, null, SLOT)) ?? LEFT_ALONE,
    );
  }
  for (let i = 0; i < sweeps; i++) sweep(solution, order);
  return solution;
}

/** Each battery once beside all the others; answers how many became better. */
export function sweep(solution: Solution, units: readonly Unit[] = solution.problem.units): number {
  let better = 0;
  for (const unit of units) if (solution.improve(unit)) better++;
  return better;
}
