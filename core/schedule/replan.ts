import { toDay } from '../day';
import { wantingIn, type PlanDocument } from './document';
import type { Path, PathVisit } from './visits';
import { CONNECT, DISCONNECT, JOB_BITS } from './job-bits';
import { readyDay, socAt, type Unit } from './unit';
import type { Problem } from './problem';
import { SLOT, Solution, firstPlan, rank } from './solve';
import { Tightening, type Chance } from './tighten';
import { fateOf } from './unmet';

/** The paths that a plan gives, as far as they lie in the season that is left and may be walked. */
export function pathsOf(problem: Problem, plan: PlanDocument): Map<string, Path> {
  const charger = new Map(problem.chargers.map(({ id }, i) => [id, i]));
  const first = new Map(problem.units.map(({ id, firstRound }) => [id, firstRound]));
  const visits = new Map<string, PathVisit[]>();
  for (const round of plan.rounds) {
    const at = problem.roundDay.indexOf(toDay(round.date) - problem.today);
    if (at < 0) continue;
    for (const { visits: all } of round.stops) {
      for (const visit of all) {
        const list = visits.get(visit.battery) ?? [];
        if (at < (first.get(visit.battery) ?? 0)) continue;
        const jobs = visit.jobs.reduce((sum, job) => sum | JOB_BITS[job], 0);
        list.push({ round: at, jobs, charger: charger.get(visit.charger ?? '') ?? -1 });
        visits.set(visit.battery, list);
      }
    }
  }
  return new Map([...visits].map(([id, list]) => [id, { visits: list, cost: 0, penalty: 0 }]));
}

/** Whether a path keeps every rule for its battery, on chargers that suit it and for long enough. */
function isLegal(problem: Problem, unit: Unit, path: Path): boolean {
  return canBeWalked(problem, unit, path) && fateOf(problem, unit, path).unmet.length === 0;
}

/**
 * Whether what a path does can be done as things stand now: the plan that it comes from was made
 * for a battery that may hang elsewhere by now, or be emptier. Nothing that hangs is hung on once
 * more, nothing comes off that hangs on nothing, and no charge ends before it is full.
 */
function canBeWalked(problem: Problem, unit: Unit, { visits }: Path): boolean {
  const { roundDay } = problem;
  let hung = unit.kept !== null || unit.onCharge !== null;
  let ready = unit.onCharge?.ready ?? 0;
  // What hangs since before today was not begun by a plan, and hangs till the first round anyhow.
  let since = roundDay[0] ?? 0;
  let full = -1;
  for (const { round, jobs, charger } of visits) {
    const day = roundDay[round]!;
    if (jobs & DISCONNECT) {
      const staysOn = unit.kept !== null && !(unit.collected && round === unit.lastRound);
      if (!hung || staysOn || day < ready || frozenBetween(unit, since, day)) return false;
      hung = false;
      full = day;
    }
    if (jobs & CONNECT) {
      if (hung || !unit.chargers.includes(charger)) return false;
      ready = readyDay(unit, socAt(unit, full, day), unit.ampsOn[charger]!, day);
      hung = true;
      since = day;
    }
  }
  return true;
}

function frozenBetween({ tooCold }: Unit, from: number, to: number): boolean {
  return tooCold !== null && tooCold.subarray(from, to).includes(1);
}

/** Neighbourhoods that are tried for each battery that is newly left wanting, and in all. */
const TRIES_EACH = 4;
const MAX_TRIES = 40;

/**
 * A plan from now on that keeps of an earlier one what it can: every battery whose path still
 * keeps the rules stays on it; the others find new ones beside them, and only where one is newly
 * left wanting are others moved. Without an earlier plan it is the first one.
 */
export function replan(problem: Problem, earlier: PlanDocument | null, chance: Chance): Solution {
  if (!earlier) return relieved(firstPlan(problem), () => true, chance);
  const solution = new Solution(problem);
  const known = pathsOf(problem, earlier);
  const open: Unit[] = [];
  // What hangs takes its channel first.
  const order = [...problem.units].sort((a, b) => rank(a) - rank(b));
  for (const unit of order) {
    const path = known.get(unit.id) ?? { visits: [], cost: 0, penalty: 0 };
    if (isLegal(problem, unit, path) && solution.usage.fits(unit, path)) solution.set(unit, path);
    else if (unit.kept || unit.onCharge) solution.place(unit, SLOT);
    else open.push(unit);
  }
  open.sort((a, b) => a.failsAt(-1) - b.failsAt(-1));
  for (const unit of open) solution.place(unit, SLOT);
  for (const unit of open) solution.improve(unit);
  // Those that were left wanting before stay so rather than upset the others.
  const before = new Set(wantingIn(earlier));
  return relieved(solution, ({ id }) => !before.has(id), chance);
}

/** Moves others for the sake of those that are left wanting, as far as they are meant. */
function relieved(solution: Solution, meant: (unit: Unit) => boolean, chance: Chance): Solution {
  const wanting = () =>
    solution.problem.units.filter(
      (unit) => meant(unit) && (solution.paths[unit.index]?.penalty ?? 1) > 0,
    );
  const first = wanting().length;
  if (first === 0) return solution;
  const tightening = new Tightening(solution, chance, false);
  for (let i = 0; i < Math.min(MAX_TRIES, first * TRIES_EACH); i++) {
    const left = wanting();
    if (left.length === 0) break;
    tightening.relieve(left[i % left.length]!);
  }
  return tightening.finish();
}

/** How one plan differs from another. */
export interface Change {
  readonly battery: string;
  /** Rounds in which it begins to charge, before and now; dates. */
  readonly before: readonly string[];
  readonly now: readonly string[];
}

/** Batteries whose charges moved, came or went between two plans, from a day on. */
export function changes(before: PlanDocument, now: PlanDocument, from: string): Change[] {
  const charges = (plan: PlanDocument) => {
    const dates = new Map<string, string[]>();
    for (const { date, stops } of plan.rounds) {
      if (date < from) continue;
      for (const { visits } of stops) {
        for (const { battery, jobs } of visits) {
          if (!jobs.includes('connect')) continue;
          dates.set(battery, [...(dates.get(battery) ?? []), date]);
        }
      }
    }
    return dates;
  };
  const old = charges(before);
  const made = charges(now);
  return [...new Set([...old.keys(), ...made.keys()])].flatMap((battery) => {
    const was = old.get(battery) ?? [];
    const is = made.get(battery) ?? [];
    return was.join() === is.join() ? [] : [{ battery, before: was, now: is }];
  });
}
