import { wantingIn, type PlanDocument, type SeasonDocument } from '../../core/schedule/document';
import { problemOf } from '../../core/schedule/problem';
import { changes, replan } from '../../core/schedule/replan';
import { writePlan } from '../../core/schedule/write-plan';
import { evenChance } from './plan-for';

/** A charge that is moved by hand to begin in another round. */
export interface Move {
  readonly battery: string;
  /** Rounds in which it begins now, and would; dates. */
  readonly from: string;
  readonly to: string;
}

/** What a move does and costs. */
export interface MoveEffect {
  /** It can be done as asked. */
  readonly possible: boolean;
  readonly minutes: number;
  /** What it costs more (or less, under 0), where the season has prices. */
  readonly cost: number | null;
  /** More (or less, under 0) batteries that are left wanting. */
  readonly wanting: number;
  /** Other batteries whose charges move with it. */
  readonly others: readonly string[];
}

/**
 * What it would do to move a charge, planned through and not guessed. What is decided by hand
 * goes into a round that is being walked, though the battery was through with it.
 */
export function moveEffect(
  season: SeasonDocument,
  plan: PlanDocument,
  { battery, from, to }: Move,
): MoveEffect {
  const pins = season.pins.filter((pin) => pin.battery !== battery || pin.date !== from);
  const problem = problemOf({
    ...season,
    batteries: season.batteries.map((one) =>
      one.id === battery && one.notBefore && to < one.notBefore
        ? { ...one, notBefore: undefined }
        : one,
    ),
    pins: [...pins, { battery, date: to, jobs: ['connect'] }],
  });
  const other = writePlan(replan(problem, plan, evenChance()), null);
  return {
    possible: !other.unmet.some((one) => one.battery === battery && one.rule === 'pin'),
    minutes: other.totals.minutes - plan.totals.minutes,
    cost:
      other.totals.cost === undefined || plan.totals.cost === undefined
        ? null
        : other.totals.cost - plan.totals.cost,
    wanting: wantingIn(other).length - wantingIn(plan).length,
    others: changes(plan, other, season.today).flatMap((change) =>
      change.battery === battery ? [] : [change.battery],
    ),
  };
}
