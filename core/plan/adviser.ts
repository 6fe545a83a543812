import { msg, withWords } from '../language';
import { CHEMISTRIES } from '../battery/chemistries';
import { MAINS_SHARE, newPrice } from '../charging/recovery';
import { SOLAR_FULL_PCT, solarGainPct } from '../charging/solar-hold';
import { dayOf, type Day } from '../day';
import { limitMa } from '../rules/draw-limit';
import { drawPctPerDay } from '../drain/reserve';
import { samplePosterior, lossDraws, type Samples } from '../forecast/samples';
import { keepThrough, type Kept } from '../forecast/simulate-storage';
import { weatherFrom } from '../assessment/foreseen';
import { batteryEstimateOf } from '../record/learnt';
import { lossOf, type LossAnswer } from '../record/loss';
import { anchorOf, fullChargeDays, readingDays } from '../assessment/charge-forecast';
import { indexOfDay, today, type BatteryRecord } from '../record/battery-record';
import { MINUTES } from './jobs';
import { lifeCost, lifeTotal, type LifeCost } from './life-cost';
import { isRound, roundsEvery } from '../rules/rounds';
import { STORAGE_PLAN_IDS, type StoragePlanId } from '../logbook/storage-plan-names';
import {
  STORAGE_PLANS,
  arrangementOf,
  concernsOf,
  obstaclesTo,
  panelOf,
  type PlanContext,
  type StoragePlan,
} from './storage-plans';

/** What a plan costs over the stay, in the site's own money. */
export interface PlanCost {
  readonly labour: number;
  readonly energy: number;
  /** Days on a charger or maintainer that others do not have. */
  readonly charger: number;
  readonly life: number;
  /** What it costs that it may not start, times the chance. */
  readonly notReady: number;
  /** What is lost besides: a silent tracker, a missing code. */
  readonly concerns: number;
  /** A second battery, for the part of its life that the stay is. */
  readonly second: number;
}
export const COST_PARTS = withWords({
  labour: msg`labour`,
  energy: msg`energy`,
  charger: msg`days on a charger`,
  life: msg`battery life`,
  notReady: msg`the risk that it does not start`,
  concerns: msg`what it silences`,
  second: msg`a second battery`,
} as const satisfies Record<keyof PlanCost, string>);

/** One storage plan, lived through many times by this battery. */
export interface PlanRun {
  readonly id: StoragePlanId;
  /** Why it is impossible here; empty: it is possible. */
  readonly obstacles: readonly string[];
  readonly concerns: readonly string[];
  readonly kept: Kept;
  readonly lowestDay: Day;
  readonly needsOutlet: boolean;
  readonly minutes: number;
  readonly visits: number;
  readonly kWh: number;
  readonly lifeParts: LifeCost;
  readonly cost: PlanCost;
  readonly total: number;
}

export interface Advice {
  readonly runs: readonly PlanRun[];
  /** The cheapest of the possible ones, all counted; null where none is possible. */
  readonly recommended: StoragePlanId | null;
  /** What decided it against the next best: the largest differences, in money. */
  readonly decided: readonly { readonly part: keyof PlanCost; readonly saves: number }[];
  readonly nextBest: StoragePlanId | null;
  readonly until: Day;
  /** Nothing was read yet: counted from full. */
  readonly fromFull: boolean;
}

/** A stay without day of collection is looked at for so many days. */
export const OPEN_STAY_DAYS = 182;
/** A built-in charger of a camper seldom makes it quite full. Common practice. */
const HOOK_UP_PCT = 95;
const HOOK_UP_EVERY_DAYS = 30;
/** A maintainer that holds takes so much from the mains for itself. Data sheets, from memory. */
const STANDBY_WATTS = 1.5;
/** A second battery lasts so many years. Common practice. */
const SECOND_YEARS = 5;
/** Of the minutes to put a battery on a plan and to take it off, the second part. */
const UNDO_SHARE = 0.4;
/** Draws of a comparison, and of a whole site’s. */
export const ADVICE_DRAWS = 500;

/** Days of the stay that are still to come. */
export function stayDays({ standing }: PlanContext): number {
  const most = standing.temperatures.sums.length - 2;
  const first = today(standing);
  const days = (standing.collectDay ?? first + OPEN_STAY_DAYS) - first;
  return Math.max(1, Math.min(most - indexOfDay(standing.temperatures, first), days));
}

/** What a battery may be now; counted from full where nothing was read or charged yet. */
export function drawsFor(standing: BatteryRecord, count: number): Samples {
  const draws = samplePosterior(batteryEstimateOf(standing), count);
  return anchorOf(standing) === null ? { ...draws, socPct: draws.fullPct } : draws;
}

/**
 * Lives through one plan. `colder`: kelvin by which the winter ahead is colder than usual; `loss`: what
 * its record has taught, where that is known already.
 */
export function runPlan(
  plan: StoragePlan,
  context: PlanContext,
  draws: Samples,
  colder = 0,
  loss: LossAnswer = lossOf(context.standing),
): PlanRun {
  const { standing } = context;
  const { rules, facts, state, timeZone } = standing;
  const onBench = plan.onBench || (state.out !== null && plan.id === 'bench');
  const temperatures = onBench ? context.bench.temperatures : standing.temperatures;
  const first = today(standing);
  const days = stayDays(context);
  const rounds: number[] = [];
  for (let day = 0; day <= days; day++) if (isRound(rules, first + day)) rounds.push(day);
  const { leastChargeCelsius } = CHEMISTRIES[facts.chemistry];
  const every = fullChargeDays(
    standing,
    (plan.negativeOn ? loss.draw.value : 0) + loss.selfNow + loss.leak.value,
  );
  const panel = plan.feed === 'sun' ? panelOf(context) : null;
  const maintained = plan.feed === 'maintainer';
  const kept = keepThrough({
    chemistry: facts.chemistry,
    socPct: draws.socPct,
    fullPct: draws.fullPct,
    loss: lossDraws(draws, plan.negativeOn),
    weather: weatherFrom(temperatures, first, days + 1, onBench ? 0 : colder),
    days,
    lineSocPct: rules.lineSocPct[facts.chemistry],
    rounds,
    sinceFullDays:
      state.lastFullAt === null ? 0 : Math.max(0, first - dayOf(state.lastFullAt, timeZone)),
    keeping: {
      maintained,
      charged: plan.charged,
      fullEveryDays:
        every === null
          ? Infinity
          : plan.feed === 'hook-up'
            ? Math.min(every, HOOK_UP_EVERY_DAYS)
            : every,
      mostPct: plan.feed === 'hook-up' ? HOOK_UP_PCT : 100,
      notUnderCelsius: leastChargeCelsius ?? -Infinity,
      sunPct:
        panel &&
        solarGainPct(
          panel,
          first,
          days + 1,
          facts.capacityAh,
          (day) => temperatures.mean[indexOfDay(temperatures, day)]!,
        ),
      sunFullPct: SOLAR_FULL_PCT,
    },
  });
  const obstacles = obstaclesTo(plan, context);
  const concerns = concernsOf(plan, context);
  const looks = roundsEvery(rules, first, first + days, null, rules.lampDays).length;
  const readings = days / Math.max(1, readingDays(standing, 100));
  const visits = maintained ? looks : 2 * kept.charges + Math.max(0, readings - kept.charges);
  // What is arranged already need only be undone at hand-back.
  const arranged = arrangementOf(plan, state).length === 0;
  const minutes =
    plan.arrangeMinutes * (arranged ? UNDO_SHARE : 1) +
    (maintained
      ? looks * MINUTES.lamp
      : visits * MINUTES.stop +
        kept.charges * (MINUTES.recharge + MINUTES['take-off']) +
        Math.max(0, readings - kept.charges) * MINUTES.reading);
  const { usableAh } = loss;
  const drawAmps = plan.negativeOn ? ((loss.draw.value / 100) * usableAh.value) / 24 : 0;
  const wattHours =
    (kept.chargedPct / 100) *
      usableAh.value *
      CHEMISTRIES[facts.chemistry].acceptance.factor *
      facts.nominalVolts +
    (maintained ? days * 24 * drawAmps * facts.nominalVolts : 0);
  const kWh = (wattHours * MAINS_SHARE + (maintained ? days * 24 * STANDBY_WATTS : 0)) / 1000;
  const lifeParts = lifeCost(kept, facts, rules);
  const price = newPrice(facts.chemistry, facts.capacityAh, rules);
  const cost: PlanCost = {
    labour: (minutes / 60) * rules.moneyPerHour,
    energy: kWh * rules.moneyPerKwh,
    charger: kept.fedDays * (plan.feed === 'hook-up' ? 0 : rules.moneyPerChargerDay),
    life: lifeTotal(lifeParts),
    // What must always be ready may be wanted on any day.
    notReady:
      (standing.collectDay === null ? kept.chanceUnder : kept.chanceNotReady) * rules.moneyNotReady,
    concerns: losses(plan, concerns) * rules.moneyPerConcern,
    second: plan.id === 'swap-pair' ? (price * days) / (SECOND_YEARS * 365) : 0,
  };
  return {
    id: plan.id,
    obstacles,
    concerns,
    kept,
    lowestDay: first + kept.lowestDay,
    needsOutlet: maintained || plan.feed === 'hook-up',
    minutes,
    visits,
    kWh,
    lifeParts,
    cost,
    total: totalOf(cost),
  };
}

/** Concerns that cost something; a panel that is not counted, say, costs nothing by itself. */
const losses = (plan: StoragePlan, concerns: readonly string[]) =>
  plan.feed === 'sun' ? 0 : concerns.length;

export const totalOf = (cost: PlanCost): number =>
  Object.values(cost).reduce((sum: number, part: number) => sum + part, 0);

/**
 * Every storage plan for one battery, and the one that costs least in all: labour, energy, days
 * on a charger, battery life, the risk that it does not start, what it silences. The prices are
 * the house’s. Starting or driving it now and then is never recommended.
 */
export function advise(
  context: PlanContext,
  count = ADVICE_DRAWS,
  ids: readonly StoragePlanId[] = STORAGE_PLAN_IDS,
): Advice {
  const { standing } = context;
  const draws = drawsFor(standing, count);
  const runs = ids.map((id) => runPlan(STORAGE_PLANS[id], context, draws));
  const possible = runs
    .filter(({ obstacles, id }) => obstacles.length === 0 && id !== 'driven')
    .sort((a, b) => a.total - b.total);
  const [best, second] = possible;
  return {
    runs,
    recommended: best?.id ?? null,
    nextBest: second?.id ?? null,
    decided:
      best && second
        ? (Object.keys(COST_PARTS) as (keyof PlanCost)[])
            .map((part) => ({ part, saves: second.cost[part] - best.cost[part] }))
            .filter(({ saves }) => saves > 0.5)
            .sort((a, b) => b.saves - a.saves)
            .slice(0, 3)
        : [],
    until: today(standing) + stayDays(context),
    fromFull: anchorOf(standing) === null,
  };
}

/** Something about the place that could be otherwise, and what the best plan would cost then. */
export interface Otherwise {
  readonly what: OtherwiseKind;
  readonly best: StoragePlanId;
  readonly saves: number;
}

/** What could be otherwise. To add one is to add its record. */
export const OTHERWISE = withWords({
  outlet: {
    label: msg`an outlet in reach`,
    applies: ({ details, standing }: PlanContext) =>
      details.outletMetres === null || details.outletMetres > standing.rules.outletReachMetres,
    changed: (context: PlanContext): PlanContext => ({
      ...context,
      details: { ...context.details, outletMetres: 1 },
      // An outlet is of use with something to plug in.
      ...(context.maintainersFree === undefined
        ? {}
        : { maintainersFree: Math.max(1, context.maintainersFree) }),
    }),
  },
  maintainer: {
    label: msg`one more maintainer`,
    applies: ({ maintainersFree }: PlanContext) => maintainersFree === 0,
    changed: (context: PlanContext): PlanContext => ({ ...context, maintainersFree: 1 }),
  },
  alarm: {
    label: msg`an alarm that may sleep`,
    applies: ({ vehicle }: PlanContext) => vehicle.alarm === 'must-live',
    changed: (context: PlanContext): PlanContext => ({
      ...context,
      vehicle: { ...context.vehicle, alarm: 'may-sleep' },
    }),
  },
  draw: {
    label: msg`its draw brought under the limit`,
    applies: ({ standing }: PlanContext) => drawOver(standing) > 1,
    changed: (context: PlanContext): PlanContext => ({
      ...context,
      drawScale: 1 / drawOver(context.standing),
    }),
  },
  heated: {
    label: msg`a bay in the heated hall`,
    applies: ({ hallKind, standing, bench }: PlanContext) =>
      hallKind !== 'heated' && standing.temperatures !== bench.temperatures,
    changed: (context: PlanContext): PlanContext => ({
      ...context,
      hallKind: 'heated',
      standing: {
        ...context.standing,
        hallName: context.bench.name,
        temperatures: context.bench.temperatures,
      },
    }),
  },
} as const);
export type OtherwiseKind = keyof typeof OTHERWISE;
export const OTHERWISE_KINDS = Object.keys(OTHERWISE) as OtherwiseKind[];

/** How many times its vehicle draws what the house allows. */
function drawOver(standing: BatteryRecord): number {
  const { usableAh, draw } = lossOf(standing);
  const limit = drawPctPerDay(limitMa(standing.vehicleKind, standing.rules), usableAh.value);
  return draw.value / limit;
}

/** The least that a change must save to be worth saying, in the site's own money. */
const MIN_SAVED = 2;

/**
 * What would change the answer: each thing about the place that could be otherwise, with the best
 * plan then and what it saves against `total`; the most first, nothing that hardly matters.
 */
export function otherwise(
  context: PlanContext,
  total: number,
  kinds: readonly OtherwiseKind[] = OTHERWISE_KINDS,
  count = 200,
): Otherwise[] {
  return kinds
    .filter((kind) => OTHERWISE[kind].applies(context))
    .flatMap((what): Otherwise[] => {
      const changed = OTHERWISE[what].changed(context);
      const draws = scaled(drawsFor(context.standing, count), changed.drawScale ?? 1);
      const runs = STORAGE_PLAN_IDS.filter((id) => id !== 'driven')
        .filter((id) => obstaclesTo(STORAGE_PLANS[id], changed).length === 0)
        .map((id) => runPlan(STORAGE_PLANS[id], changed, draws))
        .sort((a, b) => a.total - b.total);
      const best = runs[0];
      const saves = best ? total - best.total : 0;
      return best && saves >= MIN_SAVED ? [{ what, best: best.id, saves }] : [];
    })
    .sort((a, b) => b.saves - a.saves);
}

/** The same draws with so many times the vehicle's draw. */
export const scaled = (draws: Samples, by: number): Samples =>
  by === 1 ? draws : { ...draws, drawPctPerDay: draws.drawPctPerDay.map((one) => one * by) };
