import { t } from '../language';
import { WEEKDAYS, weekdayInFull } from '../day';
import type { PlanDocument, SeasonDocument } from './document';
import { problemOf, type Problem } from './problem';
import { replan } from './replan';
import type { Solution } from './solve';
import type { Chance } from './tighten';
import { fateOf } from './unmet';
import { writePlan } from './write-plan';

/** A change to the season that may cure what is left wanting. */
interface Attempt {
  readonly what: string;
  readonly season: SeasonDocument;
}

/** Batteries of a solution that some rule is broken for. */
export const leftWanting = ({ problem, paths }: Solution): string[] =>
  problem.units.flatMap((unit) =>
    fateOf(problem, unit, paths[unit.index]!).unmet.length ? [unit.id] : [],
  );

const hours = (minutes: number) =>
  `${Math.floor(Math.round(minutes) / 60)} h ${String(Math.round(minutes) % 60).padStart(2, '0')}`;

/**
 * What would cure a plan that leaves batteries wanting, each remedy planned through and not
 * guessed: one more charger like one of those that suit them, a longer round, another day of
 * the week, taking the negative off, moving two to the warmest hall. The best first; those that
 * help nobody are left out.
 */
export function remediesFor(
  solution: Solution,
  chance: Chance,
  most = 4,
): PlanDocument['remedies'] {
  const wanting = leftWanting(solution);
  if (wanting.length === 0) return [];
  // What can be kept of the plan is kept: the remedy is for those that are left wanting.
  const plan = writePlan(solution, null);
  const tried = attempts(solution.problem, wanting).map((attempt) => {
    const other = replan(problemOf(attempt.season), plan, chance);
    return { attempt, left: leftWanting(other).length, minutes: other.usage.minutes };
  });
  return tried
    .filter(({ left }) => left < wanting.length)
    .sort((a, b) => a.left - b.left || a.minutes - b.minutes)
    .slice(0, most)
    .map(({ attempt, left, minutes }) => ({
      what: attempt.what,
      // How many are left is for the plan to say, with what was found when it was checked.
      effect: t`${wanting.length - left} fewer left wanting, in ${hours(minutes)}.`,
    }));
}

const ROUND_LONGER_MINUTES = 30;

function attempts(problem: Problem, wanting: readonly string[]): Attempt[] {
  const season = problem.document;
  const list: Attempt[] = [];
  const lacking = problem.units.filter(({ id }) => wanting.includes(id));
  const add = (what: string, changed: Partial<SeasonDocument>) =>
    list.push({ what, season: { ...season, ...changed } });

  // The charger that suits most of them.
  const suits = problem.chargers.map((charger, i) => ({
    charger: season.chargers[i]!,
    count: lacking.filter(({ chargers }) => chargers.includes(i)).length,
    amps: charger.amps,
  }));
  const best = suits.sort((a, b) => b.count - a.count || b.amps - a.amps)[0];
  if (best && best.count > 0) {
    const another = { ...best.charger, id: `${best.charger.id}, another`, brokenUntil: undefined };
    add(t`One more charger like ${best.charger.id}`, { chargers: [...season.chargers, another] });
  }
  for (const charger of season.chargers) {
    if (!charger.brokenUntil) continue;
    add(t`Mend ${charger.id} now`, {
      chargers: season.chargers.map((one) =>
        one === charger ? { ...one, brokenUntil: undefined } : one,
      ),
    });
  }
  const { weekdays, minutes } = season.rounds;
  add(t`Rounds of ${minutes + ROUND_LONGER_MINUTES} minutes instead of ${minutes}`, {
    rounds: { weekdays, minutes: minutes + ROUND_LONGER_MINUTES },
  });
  const free = WEEKDAYS.find((day) => !weekdays.includes(day));
  if (free) {
    add(t`A round on ${weekdayInFull(free)}s as well`, {
      rounds: { weekdays: [...weekdays, free], minutes },
    });
  }
  const connected = season.batteries.filter(
    ({ id, negativeOn, drawMa }) => negativeOn && drawMa > 0 && wanting.includes(id),
  );
  if (connected.length > 0) {
    const off = connected.slice(0, 3).map(({ id }) => id);
    add(t`Take the negative off ${off.join(', ')}`, {
      batteries: season.batteries.map((one) =>
        off.includes(one.id) ? { ...one, negativeOn: false } : one,
      ),
    });
  }
  const warmest = warmestHall(problem);
  const cold = lacking.filter(({ hall }) => hall !== warmest.index).slice(0, 2);
  if (cold.length > 0) {
    const ids = cold.map(({ id }) => id);
    add(t`Move ${ids.join(t` and `)} to ${warmest.id}`, {
      batteries: season.batteries.map((one) =>
        ids.includes(one.id) ? { ...one, hall: warmest.id, stop: `${one.stop}, moved` } : one,
      ),
    });
  }
  for (const hall of season.halls) {
    if (hall.outlets === undefined || !lacking.some((unit) => season.halls[unit.hall] === hall))
      continue;
    add(t`One more outlet in ${hall.id}`, {
      halls: season.halls.map((one) =>
        one === hall ? { ...one, outlets: one.outlets! + 1 } : one,
      ),
    });
  }
  return list;
}

function warmestHall({ document }: Problem): { index: number; id: string } {
  const mean = (days: Readonly<Record<string, number>>) => {
    const all = Object.values(days);
    return all.reduce((sum, celsius) => sum + celsius, 0) / all.length;
  };
  const ranked = document.halls
    .map((hall, index) => ({ index, id: hall.id, mean: mean(hall.celsius) }))
    .sort((a, b) => b.mean - a.mean);
  return ranked[0]!;
}
