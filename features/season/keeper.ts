import 'server-only';
import { dayName, instantAt } from '../../core/day';
import { isRound } from '../../core/plan/rounds';
import { SeasonDocument, type PlanDocument } from '../../core/season/document';
import { wasWalkedSince } from '../../store/entries';
import { keepPlan, readPlan, readSettledStops, type KeptPlan } from '../../store/season-plans';
import { db } from '../server/store';
import type { LoadedSite } from '../site/load';
import { seasonOf } from './from-site';
import { byBattery, planned } from './planned';
import { planAside } from './planner';
import type { SettledRound } from './settled';

const held = globalThis as typeof globalThis & {
  velvetEmberPlanning?: { readonly season: string; readonly plan: Promise<KeptPlan> };
};

/**
 * The round that is being walked; null: there is none today, nobody has begun, or there was no
 * plan when they began.
 */
function walkedRound({ rules, site, today }: LoadedSite): SettledRound | null {
  if (!isRound(rules, today)) return null;
  const morning = new Date(instantAt(today, 0, 0, site.timeZone)).toISOString();
  if (!wasWalkedSince(db(), morning)) return null;
  const stops = readSettledStops(db(), dayName(today));
  return stops && { day: today, visits: byBattery(stops) };
}

/**
 * The plan that holds: as it was kept, or made anew where the season is no longer the one it was
 * made for. Whoever asks meanwhile waits for the same one.
 */
export function currentPlan(loaded: LoadedSite): Promise<KeptPlan> {
  const walked = walkedRound(loaded);
  // Parsed as one that was kept is, so that the two compare.
  const season = SeasonDocument.parse(seasonOf(loaded, walked));
  const key = JSON.stringify(season);
  const kept = readPlan(db());
  if (kept && JSON.stringify(kept.season) === key) return Promise.resolve(kept);
  const under = held.velvetEmberPlanning;
  if (under?.season === key) return under.plan;
  const plan = makePlan(loaded, season, kept?.plan ?? null, walked !== null);
  held.velvetEmberPlanning = { season: key, plan };
  return plan.finally(() => {
    if (held.velvetEmberPlanning?.plan === plan) held.velvetEmberPlanning = undefined;
  });
}

async function makePlan(
  loaded: LoadedSite,
  season: SeasonDocument,
  earlier: PlanDocument | null,
  underWay: boolean,
): Promise<KeptPlan> {
  const plan = await planAside({ season, earlier });
  const made = { madeAt: loaded.now, season, plan, tightened: false, underWay };
  return { ...made, id: keepPlan(db(), { ...made, day: dayName(loaded.today) }) };
}

/** The site with what the plan has for each battery in the next round. */
export async function withPlan(loaded: LoadedSite): Promise<LoadedSite> {
  return planned(loaded, (await currentPlan(loaded)).plan);
}
