import { dayName, toDay, type Day } from '../day';
import type { PlanDocument, SeasonDocument } from './document';
import { CONNECT, DISCONNECT, READING } from './job-bits';
import { problemOf } from './problem';
import { socAt } from './unit';
import { pathsOf } from './replan';
import { hangings } from './usage';

/** One charge as it is planned. */
export interface StripCharge {
  readonly date: string;
  /** Days counted from today; the last one not. */
  readonly from: number;
  readonly to: number;
  /** Id; null: it hangs there already. */
  readonly charger: string | null;
}

/** A battery through the season, as it is likely to go. */
export interface Strip {
  readonly battery: string;
  readonly hall: string;
  readonly lineSocPct: number;
  readonly kept: boolean;
  /** At the start of each day from today, to its collection or the end. */
  readonly socPct: Float32Array;
  readonly charges: readonly StripCharge[];
  /** Days on which it is read. */
  readonly readings: readonly number[];
  /** Null: always ready. */
  readonly collect: number | null;
}

/** Every battery's likely charge under a plan: losses as they are foreseen, not pessimistic. */
export function stripsOf(season: SeasonDocument, plan: PlanDocument): Strip[] {
  const problem = problemOf({ ...season, risk: 0.5 });
  const paths = pathsOf(problem, plan);
  return problem.units.map((unit): Strip => {
    const path = paths.get(unit.id) ?? { visits: [], cost: 0, penalty: 0 };
    const socPct = new Float32Array(unit.until + 1);
    const hung = hangings(problem, unit, path);
    let on = unit.onCharge !== null || unit.kept !== null;
    let full = -1;
    let next = 0;
    for (let day = 0; day <= unit.until; day++) {
      socPct[day] = on ? 100 : socAt(unit, full, day);
      const visit = path.visits[next];
      if (!visit || problem.roundDay[visit.round] !== day) continue;
      next++;
      if (visit.jobs & DISCONNECT && on) {
        on = false;
        full = day;
      }
      if (visit.jobs & CONNECT) on = true;
    }
    const dayOf = (round: number) =>
      round < problem.roundDay.length ? problem.roundDay[round]! : unit.until;
    return {
      battery: unit.id,
      hall: season.batteries[unit.index]!.hall,
      lineSocPct: unit.lineSocPct,
      kept: unit.kept !== null,
      socPct,
      charges: unit.kept
        ? []
        : hung.map(({ charger, from, to }, i) => {
            const already = i === 0 && unit.onCharge !== null;
            return {
              date: dayName(problem.today + (already ? 0 : dayOf(from))),
              from: already ? 0 : dayOf(from),
              to: dayOf(to),
              charger: already ? null : problem.chargers[charger]!.id,
            };
          }),
      readings: path.visits.flatMap(({ round, jobs }) =>
        jobs & READING ? [problem.roundDay[round]!] : [],
      ),
      collect: unit.collected ? unit.until : null,
    };
  });
}

/** Chargers in use on each day from today. */
export function chargersInUse(season: SeasonDocument, plan: PlanDocument): number[] {
  const problem = problemOf(season);
  const paths = pathsOf(problem, plan);
  const days = toDay(season.end) - toDay(season.today) + 1;
  const used = Array.from({ length: days }, () => new Set<number>());
  for (const unit of problem.units) {
    const path = paths.get(unit.id) ?? { visits: [], cost: 0, penalty: 0 };
    hangings(problem, unit, path).forEach(({ charger, from, to }, i) => {
      const hung = unit.onCharge ?? unit.kept;
      const first = i === 0 && hung ? 0 : problem.roundDay[from]!;
      const last = to < problem.roundDay.length ? problem.roundDay[to]! : days;
      for (let day = first; day < last; day++) used[day]?.add(charger);
    });
  }
  return used.map((set) => set.size);
}

/** The rounds of a season, as days. */
export const roundsOf = (season: SeasonDocument): Day[] => {
  const { roundDay, today } = problemOf({ ...season, batteries: [], pins: [] });
  return Array.from(roundDay, (day) => today + day);
};
