import type { Day } from '../day';
import type { DailyTemperatures, HallKind } from '../site/climate';
import { today } from '../record/battery-record';
import { drawsFor, runPlan, scaled, stayDays, type PlanRun } from './adviser';
import type { StoragePlanId } from '../logbook/storage-plan-names';
import { STORAGE_PLANS, planInUse, type PlanContext } from './storage-plans';

/** What could be otherwise for one battery; what is left out stays as it is. */
export interface WhatIf {
  readonly plan?: StoragePlanId;
  readonly hall?: {
    readonly name: string;
    readonly kind: HallKind;
    readonly temperatures: DailyTemperatures;
  };
  /** Milliamps that a circuit takes now and would take no more. */
  readonly lessDrawMa?: number;
  /** Kelvin by which the winter ahead is colder than usual. */
  readonly colder?: number;
  readonly collectDay?: Day;
}

/** How a battery is kept, and what becomes of it. */
export interface CourseOf {
  readonly run: PlanRun;
  readonly from: Day;
  readonly until: Day;
}

export interface WhatIfAnswer {
  readonly now: CourseOf;
  readonly then: CourseOf;
}

/** Draws of a what-if: it is asked again with each change. */
const WHAT_IF_DRAWS = 400;

function changedBy(context: PlanContext, change: WhatIf): PlanContext {
  const { standing } = context;
  return {
    ...context,
    hallKind: change.hall?.kind ?? context.hallKind,
    standing: {
      ...standing,
      hallName: change.hall?.name ?? standing.hallName,
      temperatures: change.hall?.temperatures ?? standing.temperatures,
      collectDay: change.collectDay ?? standing.collectDay,
    },
  };
}

/**
 * One battery as it is kept now and as it would be: the same draws through both, so that what
 * differs comes of the change alone. Nothing is written down.
 */
export function whatIf(context: PlanContext, change: WhatIf): WhatIfAnswer {
  const { standing } = context;
  const draws = drawsFor(standing, WHAT_IF_DRAWS);
  const inUse = planInUse(standing.state);
  const changed = changedBy(context, change);
  const learnt = standing.state.drawMa;
  const less =
    change.lessDrawMa && learnt
      ? Math.max(0, 1 - change.lessDrawMa / Math.max(learnt, change.lessDrawMa))
      : 1;
  const course = (of: PlanContext, run: PlanRun): CourseOf => ({
    run,
    from: today(standing),
    until: today(standing) + stayDays(of),
  });
  return {
    now: course(context, runPlan(inUse, context, draws)),
    then: course(
      changed,
      runPlan(
        change.plan ? STORAGE_PLANS[change.plan] : inUse,
        changed,
        scaled(draws, less),
        change.colder ?? 0,
      ),
    ),
  };
}
