import { daysUntilWorn } from '../charging/standing-low';
import { wantsConfirmingCharge } from './end-shown';
import { CHEMISTRIES } from '../battery/chemistries';
import { MS_PER_DAY, MS_PER_HOUR, dayOf, type Day } from '../day';
import { Z90, sdOf, type Estimate } from '../estimate';
import { freezingOfSoc } from '../battery/acid';
import { scaleAt } from '../battery/state-of-charge';
import { lossDraws } from '../forecast/samples';
import { forecastOver, type DailyLoss } from '../forecast/forecast';
import { reserveOfDraws } from '../forecast/reserve-draws';
import { chanceOf, expectedReading, learntSoc } from '../estimation/answers';
import type { BatteryEstimate } from '../estimation/learn';
import type { BatteryState, RecordedReading } from '../logbook/state';
import { roundFor, roundOnOrAfter } from '../rules/rounds';
import { conditionOf } from '../record/condition';
import { drawsOfLearnt, isHeld, batteryEstimateOf, socOfReading } from '../record/learnt';
import { isSettled, onScale } from '../record/settled';
import { dailyLoss, lossOf, type LossAnswer } from '../record/loss';
import { hallMean, indexOfDay, isOld, today, type BatteryRecord } from '../record/battery-record';

/** A battery must stay this many kelvin clear of its freezing point. Our own margin. */
export const FREEZE_MARGIN_KELVIN = 3;

/** A full charge stands for 100 %, seldom quite: doubt as a standard deviation in percent. */
const FULL_SD_PCT = 2.5;

/** From what the state of charge is counted. */
export type Anchor =
  | { readonly kind: 'reading'; readonly reading: RecordedReading; readonly soc: Estimate }
  | { readonly kind: 'full'; readonly at: number; readonly soc: Estimate }
  | { readonly kind: 'part-charge'; readonly at: number; readonly soc: Estimate };

/** Where a battery stands and where it is going, if nobody charges anything. */
export interface ChargeForecast {
  /** Fed by a maintainer that is well: it holds as long as that does. */
  readonly held: boolean;
  readonly onCharge: boolean;
  /** It was condemned at its inspection: whatever it holds, it is not charged again. */
  readonly condemned: boolean;
  readonly anchor: Anchor;
  readonly loss: LossAnswer;
  /** State of charge now. */
  readonly soc: Estimate;
  /** Days until the recharge line. */
  readonly reserve: Estimate;
  readonly lineSocPct: number;
  /** Volts that a settled reading would show now, at its hall's temperature. */
  readonly expectedVolts: Estimate;
  /** From where and how the forecast goes on; see `aheadOf`. */
  readonly start: { readonly socPct: number; readonly sd: number };
  readonly perDay: DailyLoss;
  readonly lineDay: Day | null;
  /** Freezing point now; null where nothing can freeze. */
  readonly freezingCelsius: number | null;
  /** The coldest night ahead until collection, or for 120 days. */
  readonly coldest: { readonly celsius: number; readonly day: Day };
  /** The first night ahead that comes within 3 K of freezing it, and by how much. */
  readonly frost: { readonly kelvin: number; readonly day: Day } | null;
  /** Last day by which it should be charged, from line, frost and habit; null: not before collection. */
  readonly rechargeDay: Day | null;
  readonly rechargeWhy: 'line' | 'frost' | 'interval' | 'confirm' | null;
  /** That charge is to confirm the end that its readings show, whatever else asks for it. */
  readonly confirms: boolean;
  /** The same, as the round that serves it. */
  readonly rechargeRound: Day | null;
  /** The day by which to read again, and its round. */
  readonly nextReadingDay: Day;
  readonly nextReadingRound: Day;
}

/** The last thing that says what the battery held: null where nothing was read or charged yet. */
export function anchorOf(standing: BatteryRecord): Anchor | null {
  const { readings, charges, aways, lastFullAt } = standing.state;
  const settled = readings.findLast((reading) => isSettled(reading, standing)) ?? null;
  // A spell with its owner is one on the road: charged, and nobody knows by how much.
  const spell = aways.at(-1);
  const road = spell ? { to: spell.to, full: false } : null;
  const charged = charges.at(-1) ?? null;
  const charge = road && road.to > (charged?.to ?? -Infinity) ? road : charged;
  if (lastFullAt !== null && lastFullAt > (settled?.at ?? -Infinity)) {
    const soc = { value: 100, low: 100 - Z90 * FULL_SD_PCT, high: 100 };
    return { kind: 'full', at: lastFullAt, soc };
  }
  if (charge && !charge.full && charge.to > (settled?.at ?? -Infinity)) {
    const before = settled ? socOfReading(settled, standing).value : 50;
    const soc = { value: (before + 100) / 2, low: before, high: 100 };
    return { kind: 'part-charge', at: charge.to, soc };
  }
  if (!settled) return null;
  return { kind: 'reading', reading: settled, soc: socOfReading(settled, standing) };
}

const anchorAt = (anchor: Anchor) => (anchor.kind === 'reading' ? anchor.reading.at : anchor.at);

/** How far ahead the cold is looked for where there is no day of collection. */
const COLD_AHEAD_DAYS = 120;

/**
 * Where the battery stands now and where it is going; null while nothing was read or charged, and
 * while its owner has it.
 *
 * The state of charge is counted from the last settled reading or full charge through the
 * hall's recorded temperatures to now, then forecast. Recharge is due by the first of: the
 * line, frost within 3 K of freezing, the house rule's interval between full charges, and at once where
 * a charge is to confirm what its readings show; not at all where the vehicle is collected before that.
 */
export function chargeForecastOf(standing: BatteryRecord): ChargeForecast | null {
  const anchor = anchorOf(standing);
  if (!anchor || standing.state.awaySince !== null) return null;
  const { facts, state, rules, temperatures, timeZone } = standing;
  const day = today(standing);
  const learnt = batteryEstimateOf(standing);
  const loss = lossOf(standing);
  const onCharge = state.chargeSince !== null;
  const held = isHeld(standing);
  const fed = held || onCharge;
  const lineSocPct = rules.lineSocPct[facts.chemistry];
  const from = indexOfDay(temperatures, day);
  const { soc, reserve: alone } = reckoned(learnt, standing, from, lineSocPct);

  const start = { socPct: soc.value, sd: sdOf(soc) };
  const forward = fed ? NO_LOSS : dailyLoss(loss, state.negativeOn);
  const reserve = fed ? HELD_RESERVE : alone;
  const lineDay = Number.isFinite(reserve.value) ? day + Math.floor(reserve.value) : null;

  const until = standing.collectDay ?? day + COLD_AHEAD_DAYS;
  const nights = temperatures.low.subarray(from, from + Math.max(1, until - day + 1));
  let coldestAt = 0;
  for (let i = 1; i < nights.length; i++) if (nights[i]! < nights[coldestAt]!) coldestAt = i;
  const coldest = { celsius: nights[coldestAt]!, day: day + coldestAt };
  const frost = fed ? null : firstFrost(standing, start, forward, from, nights, coldest.celsius);

  const confirms = !fed && wantsConfirmingCharge(standing, soc.low);
  const reasons: [Day, NonNullable<ChargeForecast['rechargeWhy']>][] = [];
  if (!fed) {
    if (lineDay !== null) reasons.push([lineDay, 'line']);
    if (frost) reasons.push([frost.day, 'frost']);
    const every = fullChargeDays(standing, loss.now.value);
    if (state.lastFullAt !== null && every !== null) {
      reasons.push([dayOf(state.lastFullAt, timeZone) + every, 'interval']);
    }
    if (confirms) reasons.push([day, 'confirm']);
  }
  // What is condemned is not charged, whatever it asks for.
  const condemned = conditionOf(standing) !== null;
  if (condemned) reasons.length = 0;
  reasons.sort((a, b) => a[0] - b[0]);
  const first = reasons[0];
  const due = first && (standing.collectDay === null || first[0] <= standing.collectDay);
  const rechargeDay = due ? first[0] : null;

  const anchorDay = dayOf(anchorAt(anchor), timeZone);
  // Under its line already it needs a charge, not another reading.
  const lowDay =
    reserve.value > 0 && Number.isFinite(reserve.low) ? day + Math.floor(reserve.low) : Infinity;
  const rested = (since: number) =>
    Math.max(dayOf(since, timeZone) + 1, dayOf(since + rules.restHours * MS_PER_HOUR, timeZone));
  const interval = readingDays(standing, soc.value);
  // After an outing or a charge first it has to rest.
  const drove = droveSince(state, anchorAt(anchor));
  const restsUntil = fed
    ? null
    : drove
      ? rested(state.outingAt!)
      : anchor.kind !== 'reading'
        ? rested(anchor.at)
        : null;
  // Back from its owner nobody knows what it holds.
  const cameBack = state.aways.at(-1)?.to === anchorAt(anchor);
  const asks = restsUntil !== null && (drove || cameBack);
  const untold = restsUntil !== null && !comesUp(standing, learnt);
  const nextReadingDay = fed
    ? anchorDay + rules.readingDays
    : asks
      ? restsUntil
      : Math.min(
          untold ? Math.max(restsUntil, anchorDay + TELLS_DAYS) : Infinity,
          anchorDay + interval,
          Math.max(lowDay, restsUntil ?? anchorDay + APART_DAYS),
        );

  return {
    held,
    onCharge,
    condemned,
    anchor,
    loss,
    soc,
    reserve,
    lineSocPct,
    expectedVolts: expectedReading(learnt, scaleAt(onScale(standing, hallMean(temperatures, day)))),
    start,
    perDay: forward,
    lineDay: fed ? null : lineDay,
    freezingCelsius: freezingOfSoc(facts.chemistry, soc.value),
    coldest,
    frost,
    rechargeDay,
    rechargeWhy: due ? first[1] : null,
    confirms: due ? confirms : false,
    rechargeRound: rechargeDay === null ? null : roundFor(rules, rechargeDay, day),
    nextReadingDay,
    nextReadingRound: Math.max(
      roundFor(rules, nextReadingDay, day),
      restsUntil === null ? day : roundOnOrAfter(rules, restsUntil),
    ),
  };
}

/** What a reading left in doubt the next one leaves in doubt too, sooner than after so many days. Our own choice. */
const APART_DAYS = 6;

/** So long after a full charge a reading still tells whether it came up. */
const TOLD_DAYS = 14;
/** It is read within so many, in whichever round there is best on the way. Our own choice. */
const TELLS_DAYS = 10;
/** From this chance on that it does not come up, or leaks, each charge is read again. Our own. */
const DOUBTED_FROM = 0.15;

/**
 * That a full charge brings it up has been read once since it was fitted, and nothing in its
 * record speaks against it: the next reading may wait for its interval.
 */
function comesUp(standing: BatteryRecord, learnt: BatteryEstimate): boolean {
  const { charges, readings } = standing.state;
  const shown = charges.some(
    ({ full, to }) =>
      full &&
      readings.some(
        (reading) =>
          reading.at > to &&
          reading.at - to < TOLD_DAYS * MS_PER_DAY &&
          isSettled(reading, standing),
      ),
  );
  return shown && chanceOfFault(learnt) < DOUBTED_FROM;
}

/** That its plates do not come up, or a cell leaks. */
const chanceOfFault = (learnt: BatteryEstimate) =>
  chanceOf(learnt, ({ weak, cause }) => weak || cause === 'cell');

/** Sooner than this nothing is made full again for having stood. */
const LEAST_FULL_DAYS = 7;

/**
 * Most days between two full charges of a battery that loses so many percent a day: what standing
 * does to it, and at most what the house has; null: its chemistry needs none.
 */
export function fullChargeDays(
  { facts, rules }: Pick<BatteryRecord, 'facts' | 'rules'>,
  lossPctPerDay: number,
): number | null {
  const { fullChargeRule } = CHEMISTRIES[facts.chemistry];
  if (!fullChargeRule) return null;
  const most = rules[fullChargeRule];
  if (rules.fullChargeBy === 'calendar') return most;
  return Math.min(most, Math.max(LEAST_FULL_DAYS, Math.floor(daysUntilWorn(lossPctPerDay))));
}

/** An outing after `since`: no charge, and a reason to read. */
export const droveSince = (state: BatteryState, since: number) =>
  state.outingAt !== null && state.outingAt > since;

/** What a 12 V battery of about 12.8 V holds; the cautious school leaves nothing less alone. */
export const LEFT_ALONE_FROM_PCT = 95;

/** Nothing can be left on: by need it is left alone so many times as long. Our own choice, by played seasons. */
const QUIET_TIMES = 2;
/** Its readings tell what it loses by itself once they lie so far apart. Our own choice. */
const QUIET_APART_DAYS = 7;
/** From this chance on that a cell or its plates are at fault, it is no quiet one. Our own choice. */
const QUIET_UNDER = 0.05;

/**
 * Nothing can draw on it, it has a day of collection, and its readings since it was laid up agree with what
 * a sound one of its kind loses: what may still befall it comes slowly.
 */
function isQuiet(standing: BatteryRecord): boolean {
  const { state, laidUpAt, collectDay } = standing;
  // What may be wanted on any day is looked at as often as ever.
  if (state.negativeOn || collectDay === null) return false;
  const settled = state.readings.filter(
    (reading) => reading.at >= (laidUpAt ?? 0) && isSettled(reading, standing),
  );
  const [first, last] = [settled[0], settled.at(-1)];
  if (!first || last!.at - first.at < QUIET_APART_DAYS * MS_PER_DAY) return false;
  return chanceOfFault(batteryEstimateOf(standing)) < QUIET_UNDER;
}

/** Most days until the next reading: by the house rule, by age, by need, and by the cautious school. */
export function readingDays(standing: BatteryRecord, socPct: number): number {
  const { rules } = standing;
  const own = isOld(standing)
    ? Math.min(rules.readingDays, rules.oldReadingDays)
    : rules.readingDays;
  if (rules.leaveAlone === 'by-forecast') {
    return rules.readBy === 'need' && isQuiet(standing) ? QUIET_TIMES * own : own;
  }
  if (socPct < LEFT_ALONE_FROM_PCT) return 1;
  return Math.min(own, rules.leaveAlone === 'four-weeks' ? 28 : 14);
}

interface Reckoned {
  readonly key: string;
  readonly soc: Estimate;
  readonly reserve: Estimate;
}
/** Charge and reserve as they were reckoned last, with what was learnt: they are asked for often. */
const reckonings = new WeakMap<BatteryEstimate, Reckoned>();

function reckoned(
  learnt: BatteryEstimate,
  { state, temperatures }: BatteryRecord,
  from: number,
  lineSocPct: number,
): Reckoned {
  const key = `${from}/${lineSocPct}/${state.negativeOn}`;
  const known = reckonings.get(learnt);
  if (known?.key === key) return known;
  const draws = drawsOfLearnt(learnt);
  const loss = lossDraws(draws, state.negativeOn);
  const made: Reckoned = {
    key,
    soc: learntSoc(learnt),
    reserve: reserveOfDraws(draws.socPct, loss, temperatures.sums, from, lineSocPct),
  };
  reckonings.set(learnt, made);
  return made;
}

const NO_LOSS: DailyLoss = { drawPctPerDay: 0, selfPctPerMonthAt20C: 0, sdPctPerDay: 0 };
const HELD_RESERVE: Estimate = { value: Infinity, low: Infinity, high: Infinity };

function firstFrost(
  standing: BatteryRecord,
  start: ChargeForecast['start'],
  perDay: DailyLoss,
  from: number,
  nights: Float64Array,
  coldest: number,
): ChargeForecast['frost'] {
  const { facts, temperatures } = standing;
  const margin = (night: number, socPct: number) =>
    night - (freezingOfSoc(facts.chemistry, socPct) ?? -Infinity);
  // Acid freezes earliest at one end of the way (it has one lowest point): if the coldest night
  // reaches neither end, no night reaches it in between.
  const through = temperatures.sums[from + nights.length]! - temperatures.sums[from]!;
  const emptiest =
    start.socPct -
    perDay.drawPctPerDay * nights.length -
    (perDay.selfPctPerMonthAt20C / 30) * through;
  const ends = [start.socPct, emptiest];
  if (ends.every((soc) => margin(coldest, soc) >= FREEZE_MARGIN_KELVIN)) return null;
  const { socPct } = forecastOver(start, perDay, temperatures.sums, from, nights.length);
  for (let i = 0; i < nights.length; i++) {
    const kelvin = margin(nights[i]!, socPct[i]!);
    if (kelvin < FREEZE_MARGIN_KELVIN) return { kelvin, day: temperatures.firstDay + from + i };
  }
  return null;
}
