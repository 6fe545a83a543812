import 'server-only';
import { dayName } from '../../core/day';
import { SeasonDocument, type PlanDocument } from '../../core/season/document';
import { keepPlan, readPlan, type KeptPlan } from '../../store/season-plans';
import { db } from '../server/store';
import type { LoadedSite } from '../site/load';
import { seasonOf } from './from-site';
import { planned } from './planned';
import { planAside } from './planner';

const held = globalThis as typeof globalThis & {
  velvetEmberPlanning?: { readonly season: string; readonly plan: Promise<KeptPlan> };
};

/**
 * The plan that holds: as it was kept, or made anew where the season is no longer the one it was
 * made for. Whoever asks meanwhile waits for the same one.
 */
export function currentPlan(loaded: LoadedSite): Promise<KeptPlan> {
  // Parsed as one that was kept is, so that the two compare.
  const season = SeasonDocument.parse(seasonOf(loaded));
  const key = JSON.stringify(season);
  const kept = readPlan(db());
  if (kept && JSON.stringify(kept.season) === key) return Promise.resolve(kept);
  const under = held.velvetEmberPlanning;
  if (under?.season === key) return under.plan;
  const plan = makePlan(loaded, season, kept?.plan ?? null);
  held.velvetEmberPlanning = { season: key, plan };
  return plan.finally(() => {
    if (held.velvetEmberPlanning?.plan === plan) held.velvetEmberPlanning = undefined;
  });
}

async function makePlan(
  loaded: LoadedSite,
  season: SeasonDocument,
  earlier: PlanDocument | null,
): Promise<KeptPlan> {
  const plan = await planAside({ season, earlier });
  const made = { madeAt: loaded.now, day: dayName(loaded.today), season, plan, tightened: false };
  return { ...made, id: keepPlan(db(), made) };
}

/** The site with what the plan has for each battery in the next round. */
export async function withPlan(loaded: LoadedSite): Promise<LoadedSite> {
  return planned(loaded, (await currentPlan(loaded)).plan);
}
