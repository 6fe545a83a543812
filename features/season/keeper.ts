import 'server-only';
import { dayName, instantAt } from '../../core/day';
import { reasonOf } from '../../core/logbook/entry';
import { isRound } from '../../core/rules/rounds';
import { SeasonDocument } from '../../core/schedule/document';
import { wasWalkedSince } from '../../store/entries';
import { keepPlan, readPlan, readSettledStops, type KeptPlan } from '../../store/season-plans';
import { writesOf, type Db } from '../../store/open';
import { held } from '../server/here';
import { db } from '../server/store';
import type { SiteSnapshot } from '../site/snapshot';
import { siteSeason, type LeftOut } from './from-site';
import { byBattery, planned } from './planned';
import { planAside } from './planner';
import type { SettledRound } from './settled';

/** The plan that holds, or why there is none; and the batteries that are in none. */
export type SeasonPlan = { readonly leftOut: readonly LeftOut[] } & (
  { readonly kept: KeptPlan; readonly why: null } | { readonly kept: null; readonly why: string }
);

type Made = Omit<SeasonPlan, 'leftOut'> &
  ({ kept: KeptPlan; why: null } | { kept: null; why: string });

/** The plan that is just being made, for each site. */
const beingMade = () =>
  held('planning', (): { of?: { readonly season: string; readonly made: Promise<Made> } } => ({}));

/** There is no plan of the season, for the reason that the message gives. */
export class NoPlan extends Error {}

/**
 * The round that is being walked; null: there is none today, nobody has begun, or there was no
 * plan when they began.
 */
function walkedRound({ rules, site, today }: SiteSnapshot): SettledRound | null {
  if (!isRound(rules, today)) return null;
  const morning = new Date(instantAt(today, 0, 0, site.timeZone)).toISOString();
  if (!wasWalkedSince(db(), morning)) return null;
  const stops = readSettledStops(db(), dayName(today));
  return stops && { day: today, visits: byBattery(stops) };
}

/** The season changes by itself no oftener than this: with the clock, and not with a write. */
const SAME_SEASON_MS = 10 * 60_000;

interface Found {
  readonly key: string;
  readonly at: number;
  readonly plan: SeasonPlan;
}
/** What was found last in each file, while nothing was written and the clock hardly moved. */
const lastFound = new WeakMap<Db, Found>();

/**
 * The plan that holds. It is looked up again only where something was written, the day is another
 * one, or the clock has moved on: all that it depends on is in the database and on the clock.
 */
export async function seasonPlan(loaded: SiteSnapshot): Promise<SeasonPlan> {
  // As if other rules held: a question, and not what is on record.
  if (loaded.rules !== loaded.ruleBook.rules) return planOnRecord(loaded);
  const key = `${loaded.today}/${writesOf(db())}`;
  const found = lastFound.get(db());
  if (found?.key === key && Math.abs(loaded.now - found.at) < SAME_SEASON_MS) return found.plan;
  const plan = await planOnRecord(loaded);
  // By what stood before: whatever was written meanwhile, the plan itself too, is looked up again.
  lastFound.set(db(), { key, at: loaded.now, plan });
  return plan;
}

/**
 * The plan that holds: as it was kept, or made anew where the season is no longer the one it was
 * made for. Whoever asks meanwhile waits for the same one; that none could be made is remembered
 * until something happens.
 */
async function planOnRecord(loaded: SiteSnapshot): Promise<SeasonPlan> {
  const walked = walkedRound(loaded);
  const { season: made, leftOut } = siteSeason(loaded, walked);
  // Parsed as one that was kept is, so that the two compare.
  const read = SeasonDocument.safeParse(made);
  if (!read.success) return { leftOut, kept: null, why: reasonOf(read.error) };
  const key = JSON.stringify(read.data);
  const kept = readPlan(db());
  if (kept && JSON.stringify(kept.season) === key) return { leftOut, kept, why: null };
  const being = beingMade();
  if (being.of?.season !== key) {
    being.of = { season: key, made: makePlan(loaded, read.data, kept, walked !== null) };
  }
  const planning = being.of;
  try {
    const result = await planning.made;
    if (result.kept && being.of === planning) being.of = undefined;
    return { leftOut, ...result };
  } catch (error) {
    if (being.of === planning) being.of = undefined;
    throw error;
  }
}

async function makePlan(
  loaded: SiteSnapshot,
  season: SeasonDocument,
  earlier: KeptPlan | null,
  underWay: boolean,
): Promise<Made> {
  // A day's first plan is one that nobody goes by yet.
  const improve = !underWay && earlier?.season.today !== season.today;
  const planned = await planAside({ season, earlier: earlier?.plan ?? null, improve });
  if (!planned.ok) return { kept: null, why: planned.why };
  const made = { madeAt: loaded.now, season, plan: planned.plan, tightened: false, underWay };
  const id = keepPlan(db(), { ...made, day: dayName(loaded.today) });
  return { kept: { ...made, id }, why: null };
}

/** The plan that holds, for those who cannot do without. Throws `NoPlan` where there is none. */
export async function currentPlan(loaded: SiteSnapshot): Promise<KeptPlan> {
  const { kept, why } = await seasonPlan(loaded);
  if (!kept) throw new NoPlan(why);
  return kept;
}

/** The site with what the plan has for each battery in the next round; as it is without one. */
export async function withPlan(loaded: SiteSnapshot): Promise<SiteSnapshot> {
  const { kept } = await seasonPlan(loaded);
  return kept ? planned(loaded, kept.plan) : loaded;
}
