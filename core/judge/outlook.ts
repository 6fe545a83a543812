import { MS_PER_DAY, MS_PER_HOUR, dayOf, type Day } from '../day';
import { Z90, sdOf, type Estimate } from '../estimate';
import { freezingOfSoc } from '../battery/acid';
import { stateOfCharge } from '../battery/state-of-charge';
import { forecastOver, reserveOver, type DailyLoss, type Forecast } from '../forecast/forecast';
import type { BatteryState, RecordedReading } from '../logbook/fold';
import { roundFor } from '../plan/rounds';
import { usualDraw } from '../site/vehicle-kinds';
import {
  expectedSelfDischarge,
  judgeLoss,
  meanFactorOver,
  type ExpectedLoss,
  type LossAnswer,
} from './loss';
import { condemnedFor } from '../inspect/open';
import { ageYears, hallMean, indexOfDay, isOld, isSilent, today, type Standing } from './standing';

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
export interface Outlook {
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
  readonly rechargeWhy: 'line' | 'frost' | 'interval' | null;
  /** The same, as the round that serves it. */
  readonly rechargeRound: Day | null;
  /** The day by which to read again, and its round. */
  readonly nextReadingDay: Day;
  readonly nextReadingRound: Day;
}

/** Whether a reading was taken at rest for as long as the house rule asks. */
export function isSettled(
  reading: RecordedReading,
  standing: Pick<Standing, 'rules' | 'laidUpAt'>,
): boolean {
  return !reading.fed && restOf(reading, standing) >= standing.rules.restHours;
}

/** Hours of rest; where the logbook knows of no charge or load, counted from lay-up. */
export function restOf(reading: RecordedReading, standing: Pick<Standing, 'laidUpAt'>): number {
  if (reading.restedHours !== null) return reading.restedHours;
  if (standing.laidUpAt === null) return 24;
  return Math.max(0, (reading.at - standing.laidUpAt) / MS_PER_HOUR);
}

/** State of charge that a reading stands for, at its own or its hall's temperature. */
export function socOfReading(reading: RecordedReading, standing: Standing): Estimate {
  const { facts, rules, temperatures, timeZone } = standing;
  return stateOfCharge({
    chemistry: facts.chemistry,
    cells: facts.cells,
    scale: rules.scale[facts.chemistry],
    volts: reading.volts,
    celsius: reading.celsius ?? hallMean(temperatures, dayOf(reading.at, timeZone)),
    restedHours: restOf(reading, standing),
  });
}

/** The last thing that says what the battery held: null where nothing was read or charged yet. */
export function anchorOf(standing: Standing): Anchor | null {
  const { readings, charges, lastFullAt } = standing.state;
  const settled = readings.findLast((reading) => isSettled(reading, standing)) ?? null;
  const charge = charges.length ? charges[charges.length - 1]! : null;
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

/** What is expected of the battery's loss: its measured draw, else the usual one of its kind. */
export function expectedLoss(standing: Standing): ExpectedLoss {
  const { facts, state, vehicleKind } = standing;
  const measured = state.drawMa;
  return {
    drawMa:
      measured === null
        ? usualDraw(vehicleKind, state.role)
        : { value: measured, low: measured * 0.85, high: measured * 1.15 },
    drawMeasured: measured !== null,
    selfPctPerMonthAt20C: expectedSelfDischarge(facts.chemistry, ageYears(facts, today(standing))),
  };
}

/** Readings from before so many charges would count for next to nothing. */
const SEGMENTS_HEARD = 5;

/** Losses as they were judged last: they change with the record, not with the calendar. */
const judged = new WeakMap<BatteryState, { readonly on: Standing; readonly loss: LossAnswer }>();

/**
 * The battery's loss, learnt from its settled readings since the last change at the clamps.
 * Remembered for as long as record, rules and temperatures are the same ones.
 */
export function lossOf(standing: Standing): LossAnswer {
  const { state, facts } = standing;
  const known = judged.get(state);
  if (
    known &&
    known.on.rules === standing.rules &&
    known.on.temperatures === standing.temperatures &&
    known.on.vehicleKind === standing.vehicleKind &&
    known.on.laidUpAt === standing.laidUpAt &&
    known.on.facts.chemistry === facts.chemistry &&
    known.on.facts.cells === facts.cells &&
    known.on.facts.capacityAh === facts.capacityAh &&
    known.on.facts.fittedYear === facts.fittedYear &&
    known.on.facts.fittedMonth === facts.fittedMonth &&
    today(known.on) === today(standing)
  ) {
    return known.loss;
  }
  const loss = judgeLossOf(standing);
  judged.set(state, { on: standing, loss });
  return loss;
}

function judgeLossOf(standing: Standing): LossAnswer {
  const { facts, state, rules, temperatures, timeZone } = standing;
  const since = state.connections.length
    ? state.connections[state.connections.length - 1]!.at
    : -Infinity;
  const oldest = state.charges.at(-SEGMENTS_HEARD)?.to ?? -Infinity;
  const readings = state.readings.filter(
    (reading) => reading.at >= since && reading.at >= oldest && isSettled(reading, standing),
  );
  const segmentOf = (at: number) => state.charges.filter((charge) => charge.to <= at).length;
  const dayAt = (at: number) => dayOf(at, timeZone);
  return judgeLoss({
    chemistry: facts.chemistry,
    cells: facts.cells,
    scale: rules.scale[facts.chemistry],
    capacityAh: facts.capacityAh,
    connected: state.negativeOn,
    expected: expectedLoss(standing),
    readings: readings.map((reading) => ({
      at: reading.at,
      volts: reading.volts,
      celsius: reading.celsius ?? hallMean(temperatures, dayAt(reading.at)),
      restedHours: restOf(reading, standing),
      segment: segmentOf(reading.at),
    })),
    meanFactor: meanFactorOver(temperatures, dayAt),
    now: readings.length ? readings[readings.length - 1]!.at : standing.now,
  });
}

/** A loss as the forecast takes it: what exceeds the explanation counts as draw. */
export function dailyLoss(loss: LossAnswer): DailyLoss {
  const asDraw = loss.drawPctPerDay + loss.excess.value;
  const selfNow = Math.max(1e-9, loss.now.value - asDraw);
  // Less than explained: the draw gives way first, then self-discharge in proportion.
  const self =
    asDraw >= 0
      ? loss.selfPctPerMonthAt20C
      : loss.selfPctPerMonthAt20C * Math.max(0, loss.now.value / selfNow);
  return {
    drawPctPerDay: Math.max(0, asDraw),
    selfPctPerMonthAt20C: self,
    sdPctPerDay: sdOf(loss.excess),
  };
}

/** How far ahead the cold is looked for where there is no day of collection. */
const COLD_AHEAD_DAYS = 120;

/**
 * Where the battery stands now and where it is going; null while nothing was read or charged.
 *
 * The state of charge is counted from the last settled reading or full charge through the
 * hall's recorded temperatures to now, then forecast. Recharge is due by the first of: the
 * line, frost within 3 K of freezing, the house rule's interval between full charges; not at
 * all where the vehicle is collected before that.
 */
export function outlookOf(standing: Standing): Outlook | null {
  const anchor = anchorOf(standing);
  if (!anchor) return null;
  const { facts, state, rules, temperatures, timeZone } = standing;
  const day = today(standing);
  const loss = lossOf(standing);
  const perDay = dailyLoss(loss);
  const onCharge = state.chargeSince !== null;
  const held =
    state.maintainerSince !== null &&
    state.lamp?.state !== 'fault' &&
    state.lamp?.state !== 'dark' &&
    !isSilent(standing);
  const fed = held || onCharge;
  const soc = fed ? anchor.soc : socNow(anchor, perDay, standing);
  const lineSocPct = rules.lineSocPct[facts.chemistry];

  const from = indexOfDay(temperatures, day);
  const start = { socPct: soc.value, sd: sdOf({ ...soc, high: 2 * soc.value - soc.low }) };
  const forward = fed ? NO_LOSS : perDay;
  const last = temperatures.mean.length - from;
  const reserve = fed
    ? HELD_RESERVE
    : reserveOver(start, forward, temperatures.sums, from, last, lineSocPct);
  const lineDay = Number.isFinite(reserve.value) ? day + Math.floor(reserve.value) : null;

  const until = standing.collectDay ?? day + COLD_AHEAD_DAYS;
  const nights = temperatures.low.subarray(from, from + Math.max(1, until - day + 1));
  let coldestAt = 0;
  for (let i = 1; i < nights.length; i++) if (nights[i]! < nights[coldestAt]!) coldestAt = i;
  const coldest = { celsius: nights[coldestAt]!, day: day + coldestAt };
  const frost = fed ? null : firstFrost(standing, start, forward, from, nights, coldest.celsius);

  const reasons: [Day, NonNullable<Outlook['rechargeWhy']>][] = [];
  if (!fed) {
    if (lineDay !== null) reasons.push([lineDay, 'line']);
    if (frost) reasons.push([frost.day, 'frost']);
    if (state.lastFullAt !== null && facts.chemistry !== 'lfp') {
      reasons.push([dayOf(state.lastFullAt, timeZone) + fullChargeDays(standing), 'interval']);
    }
  }
  // What is condemned is not charged, whatever it asks for.
  const condemned = condemnedFor(state) !== null;
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
  const nextReadingDay = fed
    ? anchorDay + rules.readingDays
    : droveSince(state, anchorAt(anchor))
      ? rested(state.outingAt!)
      : anchor.kind !== 'reading'
        ? // After a charge: rest, then read, to see whether it holds.
          rested(anchor.at)
        : Math.min(anchorDay + interval, Math.max(lowDay, anchorDay + 1));

  return {
    held,
    onCharge,
    condemned,
    anchor,
    loss,
    soc,
    reserve,
    lineSocPct,
    start,
    perDay: forward,
    lineDay: fed ? null : lineDay,
    freezingCelsius: freezingOfSoc(facts.chemistry, soc.value),
    coldest,
    frost,
    rechargeDay,
    rechargeWhy: due ? first[1] : null,
    rechargeRound: rechargeDay === null ? null : roundFor(rules, rechargeDay, day),
    nextReadingDay,
    nextReadingRound: roundFor(rules, nextReadingDay, day),
  };
}

/** Most days between two full charges of this chemistry, by the house rule. */
export const fullChargeDays = ({ facts, rules }: Pick<Standing, 'facts' | 'rules'>): number =>
  facts.chemistry === 'agm' ? rules.agmFullChargeDays : rules.fullChargeDays;

/** An outing after `since`: no charge, and a reason to read. */
export const droveSince = (state: BatteryState, since: number) =>
  state.outingAt !== null && state.outingAt > since;

/** What a 12 V battery of about 12.8 V holds; the cautious school leaves nothing less alone. */
export const LEFT_ALONE_FROM_PCT = 95;

/** Most days until the next reading: by the house rule, by age, and by the cautious school. */
export function readingDays(standing: Standing, socPct: number): number {
  const { rules } = standing;
  const own = isOld(standing)
    ? Math.min(rules.readingDays, rules.oldReadingDays)
    : rules.readingDays;
  if (rules.leaveAlone === 'by-forecast') return own;
  if (socPct < LEFT_ALONE_FROM_PCT) return 1;
  return Math.min(own, rules.leaveAlone === 'four-weeks' ? 28 : 14);
}

const NO_LOSS: DailyLoss = { drawPctPerDay: 0, selfPctPerMonthAt20C: 0, sdPctPerDay: 0 };
const HELD_RESERVE: Estimate = { value: Infinity, low: Infinity, high: Infinity };

/** From the anchor through the recorded temperatures to now. */
function socNow(anchor: Anchor, loss: DailyLoss, standing: Standing): Estimate {
  const at = anchorAt(anchor);
  const days = Math.max(0, (standing.now - at) / MS_PER_DAY);
  if (days < 1 / 48) return anchor.soc;
  const factor = meanFactorOver(standing.temperatures, (instant) =>
    dayOf(instant, standing.timeZone),
  )(at, standing.now);
  const lost = days * (loss.drawPctPerDay + (loss.selfPctPerMonthAt20C / 30) * factor);
  const sdLow = Math.hypot((anchor.soc.value - anchor.soc.low) / Z90, loss.sdPctPerDay * days);
  const sdHigh = Math.hypot((anchor.soc.high - anchor.soc.value) / Z90, loss.sdPctPerDay * days);
  const value = anchor.soc.value - lost;
  return { value, low: value - Z90 * sdLow, high: Math.min(100, value + Z90 * sdHigh) };
}

function firstFrost(
  standing: Standing,
  start: Outlook['start'],
  perDay: DailyLoss,
  from: number,
  nights: Float64Array,
  coldest: number,
): Outlook['frost'] {
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

/** State of charge at the start of each of `days` days from today, if nobody charges anything. */
export function aheadOf(standing: Standing, outlook: Outlook, days: number): Forecast {
  const { temperatures } = standing;
  const from = indexOfDay(temperatures, today(standing));
  const most = temperatures.mean.length - from;
  return forecastOver(
    outlook.start,
    outlook.perDay,
    temperatures.sums,
    from,
    Math.max(0, Math.min(most, Math.floor(days))),
  );
}
