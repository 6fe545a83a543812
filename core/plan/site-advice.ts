import { msg, withWords } from '../language';
import { advise, otherwise, type OtherwiseKind } from './adviser';
import type { StoragePlanId } from '../logbook/storage-plan-names';
import { planInUse, type PlanContext } from './storage-plans';

/** What one more of something would save for one battery. */
export interface Saving {
  readonly batteryId: string;
  /** How it would be kept then. */
  readonly plan: StoragePlanId;
  /** In the site's own money, over the stay. */
  readonly saves: number;
}

/** Of what a site could have one more. */
export const ONE_MORE = withWords({
  maintainer: msg`One more maintainer`,
  outlet: msg`One more outlet, with a maintainer for it`,
  heated: msg`One more bay in the heated hall`,
} as const satisfies Partial<Record<OtherwiseKind, string>>);
export type OneMore = keyof typeof ONE_MORE;

export interface SiteAdvice {
  /** The most first. */
  readonly oneMore: Readonly<Record<OneMore, readonly Saving[]>>;
  /** Batteries that another plan would keep for less, as the site is. */
  readonly otherPlan: readonly Saving[];
  /** Batteries that no plan can keep here. */
  readonly impossible: readonly string[];
  readonly batteries: number;
}

/** Draws of each battery: many batteries make up for fewer draws. */
const DRAWS = 160;
/** Less than this is not worth changing a plan for. */
const MIN_SAVED = 3;

/**
 * Where one more maintainer, outlet or heated bay would help most, and which batteries another
 * plan would keep for less. Battery by battery, so that whoever asks can show how far it is, and
 * stop: the generator gives the number done and returns the answer.
 */
export function* adviseSite(
  batteries: readonly { readonly id: string; readonly context: PlanContext }[],
): Generator<number, SiteAdvice> {
  const oneMore: Record<OneMore, Saving[]> = { maintainer: [], outlet: [], heated: [] };
  const otherPlan: Saving[] = [];
  const impossible: string[] = [];
  let done = 0;
  for (const { id, context } of batteries) {
    const { runs, recommended } = advise(context, DRAWS);
    const best = runs.find((run) => run.id === recommended);
    if (!best) impossible.push(id);
    else {
      const now = runs.find((run) => run.id === planInUse(context.standing.state).id)!;
      // What it is on already is arranged; an obstacle to it is for the attendant to see.
      const saves = now.total - best.total;
      if (now.id !== best.id && saves >= MIN_SAVED) {
        otherPlan.push({ batteryId: id, plan: best.id, saves });
      }
      const kinds = Object.keys(ONE_MORE) as OneMore[];
      for (const other of otherwise(context, best.total, kinds, DRAWS)) {
        oneMore[other.what as OneMore].push({
          batteryId: id,
          plan: other.best,
          saves: other.saves,
        });
      }
    }
    yield ++done;
  }
  const most = (list: Saving[]) => list.sort((a, b) => b.saves - a.saves);
  for (const list of Object.values(oneMore)) most(list);
  return { oneMore, otherPlan: most(otherPlan), impossible, batteries: batteries.length };
}
