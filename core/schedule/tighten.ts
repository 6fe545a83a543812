import { WANT } from './labels';
import type { Path } from './visits';
import type { Unit } from './unit';
import { byUrgency, rank, sweep, type Solution } from './solve';

/** How much dearer a plan may be that is gone on from, of its minutes. Our own choice. */
const NEARLY = 0.01;

/** Uniform numbers in [0, 1). */
export type Chance = () => number;

/**
 * The second stage: takes paths out together and puts them back otherwise, and keeps what is
 * better. Which go out together follows what couples them: a round in a hall that could be
 * spared, the neighbours at one stop, those that hang on scarce chargers at one time.
 *
 * Large neighbourhood search: P. Shaw, "Using Constraint Programming and Local Search Methods to
 * Solve Vehicle Routing Problems", CP 1998; accepted as in simulated annealing.
 */
export class Tightening {
  /** The best so far. */
  private best: { cost: number; minutes: number; besides: number; paths: (Path | null)[] };

  constructor(
    readonly solution: Solution,
    private readonly chance: Chance,
    swept = true,
  ) {
    if (swept) sweep(solution, byUrgency(solution.problem));
    this.best = this.snapshot();
  }

  private snapshot(): Tightening['best'] {
    const { cost, besides, usage, paths } = this.solution;
    return { cost, minutes: usage.minutes, besides, paths: [...paths] };
  }

  /** Minutes of the best so far, whatever it leaves wanting. */
  get bestMinutes(): number {
    return this.best.minutes;
  }

  /** What else it costs, in minutes. */
  get bestBesides(): number {
    return this.best.besides;
  }

  /** The best so far leaves nothing wanting. */
  get isLegal(): boolean {
    return this.best.cost < WANT;
  }

  get bestCost(): number {
    return this.best.cost;
  }

  /** Tries `times` neighbourhoods; `heat` in minutes: how much worse may be gone on from. */
  step(times: number, heat: number): void {
    for (let i = 0; i < times; i++) this.once(heat);
  }

  /** Goes on from these paths, unless they are much worse than the best so far. */
  adopt(paths: readonly (Path | null)[]): void {
    const { solution } = this;
    solution.adopt(paths);
    sweep(solution, byUrgency(solution.problem));
    const { best } = this;
    if (solution.cost < best.cost - 1e-6) this.best = this.snapshot();
    else if (solution.cost - best.cost > best.minutes * NEARLY) this.finish();
  }

  /** Puts the best one back into the solution. */
  finish(): Solution {
    const { problem } = this.solution;
    for (const unit of problem.units) this.solution.take(unit);
    for (const unit of problem.units) {
      const path = this.best.paths[unit.index];
      if (path) this.solution.set(unit, path);
    }
    return this.solution;
  }

  /** Tries to give one that is left wanting what others can spare. */
  relieve(unit: Unit): void {
    this.retry(this.withRivals(unit), null, 1, 0);
  }

  private wanting(): Unit[] {
    const { problem, paths } = this.solution;
    return problem.units.filter(({ index }) => (paths[index]?.penalty ?? 1) > 0);
  }

  /** It and some that hang on the same chargers. */
  private withRivals(first: Unit): Unit[] {
    const rivals = this.solution.problem.units.filter(
      (unit) => unit !== first && unit.chargers.some((k) => first.chargers.includes(k)),
    );
    return [first, ...this.some(rivals, 6)];
  }

  private once(heat: number): void {
    const { problem } = this.solution;
    if (problem.units.length === 0 || problem.roundDay.length === 0) return;
    const { units, closed, share } = this.pick();
    this.retry(units, closed, share, heat);
  }

  /** Takes some out, and puts them back in another order; keeps what is better, or nearly so. */
  private retry(
    units: readonly Unit[],
    closed: Uint8Array | null,
    share: number,
    heat: number,
  ): void {
    const { solution } = this;
    const before = solution.cost;
    if (units.length === 0) return;
    const old = units.map((unit) => [unit, solution.paths[unit.index]!] as const);
    for (const unit of units) solution.take(unit);
    // What hangs already takes its channel before the others, whatever their order.
    for (const unit of this.shuffled(units).sort((a, b) => rank(a) - rank(b))) {
      const market = solution.usage.market(unit, share, closed);
      const path = solution.usage.best(unit, market);
      if (path) solution.set(unit, path);
      else return this.back(old);
    }
    // With true prices, once more.
    for (const unit of units) solution.improve(unit);
    const after = solution.cost;
    if (after < this.best.cost - 1e-6) this.best = this.snapshot();
    if (after <= before + 1e-9) return;
    if (after > before - heat * Math.log(1 - this.chance())) this.back(old);
  }

  private back(old: readonly (readonly [Unit, Path | null])[]): void {
    for (const [unit] of old) this.solution.take(unit);
    for (const [unit, path] of old) if (path) this.solution.set(unit, path);
  }

  private one<T>(from: readonly T[]): T {
    return from[Math.floor(this.chance() * from.length)]!;
  }

  private shuffled<T>(from: readonly T[]): T[] {
    const all = [...from];
    for (let i = all.length - 1; i > 0; i--) {
      const j = Math.floor(this.chance() * (i + 1));
      [all[i], all[j]] = [all[j]!, all[i]!];
    }
    return all;
  }

  /** What goes out together. */
  private pick(): { units: Unit[]; closed: Uint8Array | null; share: number } {
    const { solution } = this;
    const { problem } = solution;
    const wanting = this.wanting();
    const kind = this.chance();
    if (wanting.length > 0 && kind < 0.5) {
      return { units: this.withRivals(this.one(wanting)), closed: null, share: 1 };
    }
    if (kind < 0.75) {
      // A round of a hall is spared.
      const rounds = problem.roundDay.length;
      for (let tries = 0; tries < 20; tries++) {
        const round = Math.floor(this.chance() * rounds);
        const hall = Math.floor(this.chance() * problem.outlets.length);
        const visits = solution.usage.visitsOf(hall, round);
        if (visits === 0 || visits > 12) continue;
        const closed = new Uint8Array(rounds);
        closed[round] = 1;
        const units = problem.units.filter(
          ({ hall: at, index }) =>
            at === hall && solution.paths[index]?.visits.some((visit) => visit.round === round),
        );
        return { units, closed: this.chance() < 0.8 ? closed : null, share: 1 };
      }
    }
    const first = this.one(problem.units);
    const near = problem.units.filter(
      ({ stop, index }) => stop === first.stop && index !== first.index,
    );
    if (near.length > 0 && kind < 0.85) return { units: [first, ...near], closed: null, share: 1 };
    const hall = problem.units.filter((unit) => unit.hall === first.hall && unit !== first);
    const share = this.chance() < 0.5 ? 1 : this.chance();
    return {
      units: [first, ...this.some(hall, 2 + Math.floor(this.chance() * 6))],
      closed: null,
      share,
    };
  }

  private some(from: readonly Unit[], most: number): Unit[] {
    return this.shuffled(from).slice(0, most);
  }
}

/** The whole of it without a clock: so many neighbourhoods, cooling on the way. */
export function tightened(solution: Solution, times: number, chance: Chance, heat = 4): Solution {
  const tightening = new Tightening(solution, chance);
  for (let i = 0; i < times; i++) tightening.step(1, heat * (1 - i / times) ** 2);
  return tightening.finish();
}
