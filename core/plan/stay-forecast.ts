import { dayOf, type Day } from '../day';
import type { DailyLoss } from '../forecast/forecast';
import { fullChargeDays, outlookOf, readingDays } from '../judge/outlook';
import { indexOfDay, today } from '../judge/standing';
import { MINUTES } from './due';
import { isRound, roundOnOrAfter, roundsEvery } from './rounds';
import { SOLAR_FULL_PCT, solarGainPct } from '../charge/solar-hold';
import { lossOnPlan, panelOf, type PlanContext, type StoragePlan } from './storage-plans';

/** A charge on given days of a stay, counted from its first. */
export interface FixedCharge {
  /** Day on whose morning it goes on. */
  readonly from: number;
  /** Day on whose morning it comes off. */
  readonly to: number;
  /** State of charge when it comes off. */
  readonly toPct: number;
}

type Loss = Pick<DailyLoss, 'drawPctPerDay' | 'selfPctPerMonthAt20C'>;

/**
 * State of charge at the start of each of `days` + 1 days, through charges on fixed days. Off
 * charge it falls by draw and, by each day's temperature, self-discharge, in percent of rated
 * capacity; on charge it rests at what it had. `sums` are the hall's Arrhenius sums, `at` their
 * index of the first day. Charges are in order and do not overlap.
 */
export function throughCharges(
  startPct: number,
  loss: Loss,
  sums: Float64Array,
  at: number,
  days: number,
  charges: readonly FixedCharge[],
  sun: Sun | null = null,
): Float64Array {
  const soc = new Float64Array(days + 1);
  const self = loss.selfPctPerMonthAt20C / 30;
  let level = startPct;
  let next = 0;
  for (let day = 0; day <= days; day++) {
    const charge = charges[next];
    if (charge && day === charge.to) {
      level = Math.max(level, charge.toPct);
      next++;
    }
    soc[day] = level;
    const on = charges[next];
    const onCharge = on !== undefined && day >= on.from && day < on.to;
    if (!onCharge) {
      const factor = sums[at + day + 1]! - sums[at + day]!;
      const lost = loss.drawPctPerDay + self * factor;
      level = sun ? inTheSun(level, lost, sun.gainPct[day] ?? 0) : level - lost;
    }
  }
  return soc;
}

/** What a panel adds on each day, percent of capacity. */
export interface Sun {
  readonly gainPct: Float64Array;
}

/** After a day in the sun: up to what a panel fills, and never lower for it. */
const inTheSun = (level: number, lost: number, gain: number) =>
  Math.max(level - lost, Math.min(SOLAR_FULL_PCT, level - lost + gain));

/** When a battery must be charged, so that no day begins at or under its line. */
export interface ChargeHabit {
  readonly lineSocPct: number;
  /** At the latest so many days after it was last full; Infinity: no such habit. */
  readonly fullEveryDays: number;
  /** Day on which it was last full, counted from the first; null: unknown. */
  readonly lastFull: number | null;
  /** Rounds of the stay, counted from its first day. */
  readonly rounds: readonly number[];
  readonly toPct: number;
}

/**
 * The laziest charges that keep a battery over its line: on in the last round from which it
 * would not reach the next one, off in the next round. A battery that is under its line from
 * the start is charged in the first round.
 */
export function laziestCharges(
  startPct: number,
  loss: Loss,
  sums: Float64Array,
  at: number,
  days: number,
  habit: ChargeHabit,
  sun: Sun | null = null,
): FixedCharge[] {
  const charges: FixedCharge[] = [];
  const self = loss.selfPctPerMonthAt20C / 30;
  const without = (from: number, to: number) =>
    loss.drawPctPerDay * (to - from) + self * (sums[at + to]! - sums[at + from]!);
  const lost = (from: number, to: number, level: number) => {
    if (!sun) return without(from, to);
    let left = level;
    for (let day = from; day < to; day++) {
      left = inTheSun(left, without(day, day + 1), sun.gainPct[day] ?? 0);
    }
    return level - left;
  };
  const { rounds, lineSocPct } = habit;
  let level = startPct;
  let since = 0;
  let lastFull = habit.lastFull;
  for (let i = 0; i < rounds.length - 1; i++) {
    const round = rounds[i]!;
    const next = rounds[i + 1]!;
    if (round < since || next > days) continue;
    const low = level - lost(since, next, level) <= lineSocPct;
    // Begun a round later, it would end too late for the habit.
    const after = rounds[i + 2] ?? days;
    const stale = lastFull !== null && after - lastFull > habit.fullEveryDays;
    if (!low && !stale) continue;
    charges.push({ from: round, to: next, toPct: habit.toPct });
    level = Math.max(level - lost(since, round, level), habit.toPct);
    since = next;
    lastFull = next;
  }
  return charges;
}

/** What a plan does to a battery through the rest of its stay. */
export interface StayForecast {
  readonly lowestPct: number;
  readonly lowestDay: Day;
  /** Days on which a charge goes on. */
  readonly chargeDays: readonly Day[];
  /** Rounds in which something is to be done. */
  readonly visits: number;
  readonly minutes: number;
  /** Days that begin at or under the line. */
  readonly underLineDays: number;
  readonly drawPctPerDay: number;
  readonly selfPctPerDay: number;
  readonly socPct: Float64Array;
  /** Nothing was read yet: counted from full. */
  readonly fromFull: boolean;
  /** Last day that was looked at. */
  readonly until: Day;
}

/** A stay without day of collection is looked at for so many days. */
const OPEN_STAY_DAYS = 182;
/** A built-in charger of a camper seldom makes it quite full. Common practice. */
const HOOK_UP_PCT = 95;
const HOOK_UP_EVERY_DAYS = 30;

/**
 * Foresees a storage plan for one battery from today to its collection (or half a year): by
 * the expected loss, the hall's or bench's temperatures, and charges in rounds when they are
 * due. The middle of the forecast, without its doubt.
 */
export function foreseeStay(plan: StoragePlan, context: PlanContext): StayForecast {
  const { standing } = context;
  const { rules, facts, state, timeZone } = standing;
  const temperatures =
    plan.onBench || (state.out && plan.id === 'bench')
      ? context.bench.temperatures
      : standing.temperatures;
  const first = today(standing);
  const at = indexOfDay(temperatures, first);
  const most = temperatures.sums.length - 2 - at;
  const days = Math.max(1, Math.min(most, (standing.collectDay ?? first + OPEN_STAY_DAYS) - first));
  const outlook = outlookOf(standing);
  const startPct = outlook?.soc.value ?? 100;
  const loss = lossOnPlan(plan, standing);
  const rounds: number[] = [];
  for (let day = 0; day <= days; day++) if (isRound(rules, first + day)) rounds.push(day);
  const lithium = facts.chemistry === 'lfp';
  const every = fullChargeDays(standing);
  const habit: ChargeHabit = {
    lineSocPct: rules.lineSocPct[facts.chemistry],
    fullEveryDays: lithium
      ? Infinity
      : plan.feed === 'hook-up'
        ? Math.min(every, HOOK_UP_EVERY_DAYS)
        : every,
    // Counted from full, it is as if it were full today.
    lastFull:
      state.lastFullAt !== null
        ? dayOf(state.lastFullAt, timeZone) - first
        : outlook === null
          ? 0
          : null,
    rounds,
    toPct: plan.feed === 'hook-up' ? HOOK_UP_PCT : 100,
  };
  const panel = plan.feed === 'sun' ? panelOf(context) : null;
  const sun = panel && { gainPct: solarGainPct(panel, first, days + 1, facts.capacityAh) };
  const charges =
    plan.feed === 'maintainer'
      ? [{ from: 0, to: Math.min(days, roundOnOrAfter(rules, first + 1) - first), toPct: 100 }]
      : plan.charged
        ? laziestCharges(startPct, loss, temperatures.sums, at, days, habit, sun)
        : [];
  const fed = plan.feed === 'maintainer';
  const socPct = fed
    ? heldFrom(startPct, charges[0]!.to, days)
    : throughCharges(startPct, loss, temperatures.sums, at, days, charges, sun);
  let lowest = 0;
  let under = 0;
  for (let day = 0; day <= days; day++) {
    if (socPct[day]! < socPct[lowest]!) lowest = day;
    const onCharge = charges.some((charge) => day > charge.from && day < charge.to);
    if (!onCharge && socPct[day]! <= habit.lineSocPct) under++;
  }
  const factor = temperatures.sums[at + 1]! - temperatures.sums[at]!;
  const looks = roundsEvery(rules, first, first + days, null, rules.lampDays).length;
  const visits = fed
    ? { count: looks, minutes: looks * (MINUTES.stop + MINUTES.lamp) }
    : visitsOf(rounds, charges, readingDays(standing, 100));
  return {
    lowestPct: socPct[lowest]!,
    lowestDay: first + lowest,
    chargeDays: fed ? [] : charges.map((charge) => first + charge.from),
    visits: visits.count,
    minutes: visits.minutes + plan.arrangeMinutes,
    underLineDays: under,
    drawPctPerDay: fed ? 0 : loss.drawPctPerDay,
    selfPctPerDay: fed ? 0 : (loss.selfPctPerMonthAt20C / 30) * factor,
    socPct,
    fromFull: outlook === null,
    until: first + days,
  };
}

function heldFrom(startPct: number, full: number, days: number): Float64Array {
  const soc = new Float64Array(days + 1).fill(100);
  soc.fill(startPct, 0, Math.min(full, days + 1));
  return soc;
}

function visitsOf(
  rounds: readonly number[],
  charges: readonly FixedCharge[],
  everyDays: number,
): { count: number; minutes: number } {
  const visited = new Set<number>();
  let minutes = 0;
  for (const charge of charges) {
    visited.add(charge.from).add(charge.to);
    minutes += MINUTES.recharge + MINUTES['take-off'];
  }
  // Read again by habit, counted from the last visit.
  let last = 0;
  for (const round of rounds) {
    if (visited.has(round)) last = round;
    else if (round - last >= Math.max(1, everyDays - 3)) {
      visited.add(round);
      last = round;
      minutes += MINUTES.reading;
    }
  }
  return { count: visited.size, minutes: minutes + visited.size * MINUTES.stop };
}
