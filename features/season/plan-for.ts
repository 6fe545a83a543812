import { t } from '../../core/language';
import { LowerBound, boundOf } from '../../core/schedule/bound';
import {
  PlanDocument,
  type Bound,
  type SeasonDocument,
  type SeasonRule,
} from '../../core/schedule/document';
import type { Breach } from '../../core/schedule-validation/breach';
import { checkPlan } from '../../core/schedule-validation/check';
import { Scarce } from '../../core/schedule/prices';
import { problemOf } from '../../core/schedule/problem';
import { remediesFor } from '../../core/schedule/remedies';
import { replan } from '../../core/schedule/replan';
import { tightened } from '../../core/schedule/tighten';
import { writePlan } from '../../core/schedule/write-plan';

export interface PlannerQuestion {
  readonly season: SeasonDocument;
  /** What is kept of as far as it goes. */
  readonly earlier: PlanDocument | null;
  /** Nobody goes by it yet, as in the morning: the rest may be moved too, where that saves time. */
  readonly improve: boolean;
}

/** A stream of chance that begins the same each time: the same season gets the same plan. */
export function evenChance(seed = 1): () => number {
  let state = seed >>> 0;
  return () => {
    // Numerical Recipes, quick and dirty generator: good enough to pick neighbourhoods with.
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 4_294_967_296;
  };
}

/** Neighbourhoods that are tried to save time: more of them gain little. Our own choice. */
const TRIES = 60;

/** A plan of the season that keeps what it can of an earlier one. */
export function planFor({ season, earlier, improve }: PlannerQuestion): PlanDocument {
  const solution = replan(problemOf(season), earlier, evenChance());
  return writePlan(improve ? tightened(solution, TRIES, evenChance(3)) : solution, null);
}

/** A plan that was held against its season and found sound, or why there is none. */
export type Planned =
  { readonly ok: true; readonly plan: PlanDocument } | { readonly ok: false; readonly why: string };

/** What may be left wanting, if the plan says so; anything else makes it one that cannot be walked. */
const MAY_BE_WANTING = new Set<string>([
  'line',
  'frost',
  'reading',
  'levels',
  'lamp',
  'recharge',
  'collect',
  'pin',
] satisfies SeasonRule[]);

/** What leaves something wanting is not held against what is proven of plans that do not. */
const withoutBound = ({ lowerBoundCost, ...plan }: PlanDocument): PlanDocument => ({
  ...plan,
  lowerBoundMinutes: null,
  ...(lowerBoundCost === undefined ? {} : { lowerBoundCost: null }),
});

/** The plan with what it leaves wanting and does not say itself; null: it cannot be walked. */
function declared(plan: PlanDocument, breaches: readonly Breach[]): PlanDocument | null {
  const more = breaches.flatMap(({ battery, rule, date, why }) =>
    battery !== null && MAY_BE_WANTING.has(rule)
      ? [{ battery, rule: rule as SeasonRule, date, why }]
      : [],
  );
  if (more.length < breaches.length) return null;
  const once = more.filter(
    (one, i) =>
      more.findIndex(({ battery, rule }) => battery === one.battery && rule === one.rule) === i,
  );
  return once.length === 0 ? plan : { ...withoutBound(plan), unmet: [...plan.unmet, ...once] };
}

/**
 * Plans a season, and holds the plan against it before anybody keeps it. What that finds wanting
 * is said in the plan; one that cannot be walked is thrown away, with the earlier one that it grew
 * from, and where the plan from nothing is no better, there is none, and the breach is the reason.
 */
export function soundPlan({ season, earlier, improve }: PlannerQuestion): Planned {
  let why = '';
  for (const from of earlier ? [earlier, null] : [null]) {
    try {
      const plan = PlanDocument.parse(planFor({ season, earlier: from, improve }));
      const { breaches } = checkPlan(season, plan);
      const sound = declared(plan, breaches);
      if (sound) return { ok: true, plan: sound };
      const breach = breaches.find(({ rule }) => !MAY_BE_WANTING.has(rule)) ?? breaches[0]!;
      why = `${breach.battery ?? t`the plan`}, ${breach.date}: ${breach.why}`;
    } catch (error) {
      why = error instanceof Error ? error.message : String(error);
    }
  }
  return { ok: false, why };
}

/** What a plan comes to beside what could be: a bound that is proven, and what would cure it. */
export interface Proof {
  readonly bound: Bound | null;
  readonly remedies: PlanDocument['remedies'];
}

/** Steps of the bound: the first ones climb the most. */
const STEPS = 4;

/** Takes longer than a plan: where it is shown, it is asked for besides. */
export function proofOf(season: SeasonDocument, plan: PlanDocument): Proof {
  const problem = problemOf(season);
  const solution = replan(problem, plan, evenChance());
  const remedies = remediesFor(solution, evenChance());
  const bound = new LowerBound(new Scarce(problem));
  for (let i = 0; i < STEPS && !bound.impossible; i++) bound.step(solution.cost);
  return { bound: boundOf(problem, bound), remedies };
}
