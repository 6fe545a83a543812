import type { Day } from '../day';
import { STORAGE_PLAN_IDS, type StoragePlanId } from '../logbook/storage-plan-names';
import { today } from '../record/battery-record';
import { lossOf } from '../record/loss';
import { drawsFor, runPlan, type PlanRun } from './adviser';
import { STORAGE_PLANS, type PlanContext } from './storage-plans';

/** A stay that is over, or as good as: as it was kept, and as it could have been. */
export interface LookBack {
  readonly used: PlanRun;
  readonly best: PlanRun;
  /** In the site's own money, all counted. */
  readonly saves: number;
}

/** Draws of one battery: many batteries are looked back on. */
const DRAWS = 120;

/**
 * What the days from `from` to `to` would have come to in each way of keeping a battery, full at their
 * beginning, through the weather that was, with all that its record has taught by now. Null where
 * nothing that is possible costs less than the way it was kept. `alwaysReady`: it might have been wanted
 * on any of those days.
 */
export function lookBack(
  context: PlanContext,
  used: StoragePlanId,
  from: Day,
  to: Day,
  alwaysReady = false,
): LookBack | null {
  const { standing } = context;
  const now = today(standing);
  const { temperatures, state } = standing;
  const draws = drawsFor(standing, DRAWS);
  const full = { ...draws, socPct: draws.fullPct };
  // The stay is lived through again as if it began today: its weather is moved, and nothing else.
  const moved = (of: typeof temperatures) => ({ ...of, firstDay: of.firstDay + (now - from) });
  const again: PlanContext = {
    ...context,
    bench: { ...context.bench, temperatures: moved(context.bench.temperatures) },
    standing: {
      ...standing,
      temperatures: moved(temperatures),
      collectDay: alwaysReady ? null : now + Math.max(1, to - from),
      state: { ...state, out: null, lastFullAt: standing.now },
    },
  };
  const loss = lossOf(standing);
  const run = (id: StoragePlanId) => runPlan(STORAGE_PLANS[id], again, full, 0, loss);
  const was = run(used);
  const others = STORAGE_PLAN_IDS.filter((id) => id !== used && id !== 'driven')
    .map(run)
    .filter(({ obstacles }) => obstacles.length === 0);
  const best = others.reduce<PlanRun | null>(
    (least, one) => (least === null || one.total < least.total ? one : least),
    null,
  );
  const saves = best === null ? 0 : was.total - best.total;
  return best !== null && saves > 0 ? { used: was, best, saves } : null;
}
