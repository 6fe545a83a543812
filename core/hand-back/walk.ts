import { t } from '../language';
import { hoursToFull } from '../charging/charge';
import { dayOf, MS_PER_HOUR, wallClock, type Day } from '../day';
import { actOfProcedure, blockedFromCharge, reasonsAgainst } from '../gate/gate';
import { acceptanceIn, type Reason } from '../gate/reasons';
import { roundOnOrBefore } from '../rules/rounds';
import { isTestedWeak } from '../assessment/cranking-power';
import { startForecast, type StartForecast } from '../assessment/start-forecast';
import { dropsAnswer } from '../assessment/test-answers';
import { today, type BatteryRecord } from '../record/battery-record';
import type { Readiness } from './readiness';
import {
  STAGES,
  STAGE_IDS,
  whenBack,
  type BackBattery,
  type BackWhen,
  type BatteryStageId,
  type StageId,
} from './stages';

/** One stage of a walk, as it stands now. */
export interface Stage {
  /** Names it within its walk. */
  readonly key: string;
  readonly id: StageId;
  /** Null: of the whole vehicle. */
  readonly batteryId: string | null;
  readonly label: string;
  readonly why: string;
  readonly state: 'done' | 'open' | 'waits';
  /** What comes first, and why; null: nothing does. */
  readonly waitsFor: { readonly label: string; readonly why: string } | null;
  /** What the gate has against it now; empty: nothing. */
  readonly because: readonly Reason[];
  /** It is done, and what it showed is not well. */
  readonly bad: string | null;
  /** The day by which it is done; of a charge, the day by which it begins. */
  readonly by: Day;
}

/** A vehicle that goes back. */
export interface Walk {
  readonly stages: readonly Stage[];
  /** The stage to do now; null: all of them are done. */
  readonly next: Stage | null;
  readonly readiness: Readiness;
}

/** Current of a slow charge, as a share of the capacity. Common practice. */
const SLOW_RATE = 0.1;
/** What cannot be known is charged for so long. Our own assumption. */
const UNKNOWN_HOURS = 14;

/** Hours of a slow last charge and of the rest after it. */
function chargeHours({ standing, context }: BackBattery): number {
  const hours = hoursToFull(
    acceptanceIn(context),
    context.capacityAh,
    context.soc?.value ?? 0,
    Math.max(0.1, SLOW_RATE * context.facts.capacityAh),
  );
  return (Number.isFinite(hours) ? hours : UNKNOWN_HOURS) + standing.rules.restHours;
}

function stagesOf(battery: BackBattery, when: BackWhen, round: Day): Stage[] {
  const ids = STAGE_IDS.filter(
    (id): id is BatteryStageId => id !== 'hand-over' && STAGES[id].applies(battery, when),
  );
  const done = new Set(ids.filter((id) => STAGES[id].done(battery, when)));
  const present = new Set(ids);
  // Ice, bare plates and the like: what is found before its last charge comes before that.
  const against = (id: BatteryStageId) => {
    if (id === 'charge') return blockedFromCharge(battery.context);
    const { procedure } = STAGES[id];
    const act = procedure ? actOfProcedure(procedure) : null;
    return act ? reasonsAgainst(battery.context, act) : [];
  };
  const by = (id: BatteryStageId) => {
    if (id !== 'charge' || done.has(id)) return round;
    const start = round - Math.ceil(chargeHours(battery) / 24);
    return Math.max(today(battery.standing), roundOnOrBefore(battery.standing.rules, start));
  };
  return ids.map((id): Stage => {
    const { label, why, after, tooEarly, bad } = STAGES[id];
    const missing = after.find((before) => present.has(before) && !done.has(before));
    const first = done.has(id) || missing === undefined ? null : STAGES[missing];
    return {
      key: `${battery.id}/${id}`,
      id,
      batteryId: battery.id,
      label,
      why: typeof why === 'string' ? why : why(battery),
      state: done.has(id) ? 'done' : first ? 'waits' : 'open',
      waitsFor: first && { label: first.label, why: tooEarly },
      because: done.has(id) ? [] : against(id),
      bad: bad?.(battery, when) ?? null,
      by: by(id),
    };
  });
}

/** What two batteries have against it in the same words is said once. */
const onceEach = (all: readonly Reason[]): Reason[] =>
  all.filter(({ words }, i) => all.findIndex((one) => one.words === words) === i);

/** In the order of the hands: all batteries through one stage, then the next. */
const inOrder = (stages: readonly Stage[]): Stage[] =>
  STAGE_IDS.flatMap((id) => stages.filter((stage) => stage.id === id));

/**
 * The way of a vehicle from its bay to its owner, who comes on `collectDay` (null: it goes now): what
 * applies to it, what is done, what comes next, and whether it will be ready. All of it follows
 * from the record: it can be left, and taken up by whoever comes next.
 */
export function walkBack(batteries: readonly BackBattery[], collectDay: Day | null): Walk | null {
  const first = batteries[0]?.standing;
  if (!first) return null;
  const { rules } = first;
  const now = today(first);
  const day = Math.max(now, collectDay ?? now);
  const when = whenBack(first, day);
  const round = Math.max(now, roundOnOrBefore(rules, day));
  const stages = inOrder(batteries.flatMap((battery) => stagesOf(battery, when, round)));
  const open = stages.filter(({ state }) => state !== 'done');
  const because = onceEach(
    batteries.flatMap(({ context }) => reasonsAgainst(context, 'hand-over')),
  );
  const last: Stage = {
    key: 'hand-over',
    id: 'hand-over',
    batteryId: null,
    label: t`Hand it over`,
    why: t`The owner’s record, an honest word on the life left, keys; signed.`,
    state: open.length > 0 ? 'waits' : 'open',
    waitsFor: open[0]
      ? { label: open[0].label, why: t`It is handed over when it is ready.` }
      : null,
    because,
    bad: null,
    by: day,
  };
  return {
    stages: [...stages, last],
    next: open.find(({ state }) => state === 'open') ?? (open.length === 0 ? last : null),
    readiness: readinessOf(batteries, stages, day, round),
  };
}

function readinessOf(
  batteries: readonly BackBattery[],
  stages: readonly Stage[],
  day: Day,
  round: Day,
): Readiness {
  const condemned = batteries.find(({ context }) => context.condition !== 'sound');
  if (condemned) {
    const { label, context } = condemned;
    const seen = context.conditionSeen ?? t`it is ${context.condition}`;
    return { kind: 'replace', why: `${label}: ${seen}` };
  }
  const weak = batteries.find(({ standing, outlook }) => {
    const start = startForecast(standing, outlook, day, true);
    return start !== null && start.chance.high < sureOf(standing);
  });
  if (weak) {
    return { kind: 'replace', why: t`${weak.label}: even charged in full it is not sure to start` };
  }
  if (stages.every(({ state }) => state === 'done')) return { kind: 'ready' };
  const { standing } = batteries[0]!;
  const needs = Math.max(
    ...batteries.map((battery) => {
      const charge = stages.find(({ key }) => key === `${battery.id}/charge`);
      const under = battery.standing.state.chargeSince !== null;
      return charge?.state === 'done' || under ? 0 : chargeHours(battery);
    }),
  );
  const { timeZone, rules } = standing;
  const at = standing.now + needs * MS_PER_HOUR;
  // What comes about in the evening is done on the next day.
  const isLate = wallClock(at, timeZone).hour >= rules.shiftEndHour;
  const earliest = dayOf(at, timeZone) + (isLate ? 1 : 0);
  if (earliest <= round) return { kind: 'by', day: round };
  return { kind: earliest <= day ? 'by' : 'late', day: earliest };
}

/** A chance from which the house counts a start as sure. */
const sureOf = ({ rules }: BatteryRecord) => rules.startSurePct / 100;

/** What a joint that took too much means for its start, until it was cleaned or measured again. */
function badJoint(standing: BatteryRecord): string | null {
  const { drops, cleanedAt } = standing.state;
  if (!drops || (cleanedAt ?? -Infinity) > drops.at) return null;
  const { worst, say } = dropsAnswer(standing, drops.seen);
  return worst === null
    ? null
    : t`${say.join(' ')} The starter has that much less, whatever the battery gives.`;
}

/**
 * What its owner should hear before the day: that a joint takes too much, that its tests call it weak, or that a start is less sure
 * than the house promises; null: it is sure enough, or nothing is cranked.
 */
export function startWorry(start: StartForecast | null, standing: BatteryRecord): string | null {
  if (start === null) return null;
  const joint = badJoint(standing);
  if (joint) return joint;
  if (isTestedWeak(standing)) {
    return t`Its tests call it weak: about ${Math.round(100 * start.health.value)} % of what it is rated for. Clean its clamps, test once more, and tell its owner before the frost does.`;
  }
  return start.chance.value < sureOf(standing)
    ? t`Less sure than the ${standing.rules.startSurePct} % that the house promises: load test it in good time, and tell its owner.`
    : null;
}

/**
 * The start that its owner will hear, as far as it can be foreseen, with the record of the battery
 * that makes it; null: it cranks nothing.
 */
export function startOf(
  batteries: readonly BackBattery[],
  day: Day,
  full: boolean,
): (StartForecast & Pick<BackBattery, 'standing'>) | null {
  for (const { standing, outlook } of batteries) {
    const start = startForecast(standing, outlook, day, full);
    if (start) return { ...start, standing };
  }
  return null;
}
