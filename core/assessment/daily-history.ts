import { dayOf, type Day } from '../day';
import { freezingOfSoc } from '../battery/acid';
import { drawPctPerDay } from '../drain/reserve';
import { reserveBySums } from '../forecast/forecast';
import { FREEZE_MARGIN_KELVIN, type ChargeForecast } from './charge-forecast';
import { foreseenOf } from './foreseen';
import { socOfReading } from '../record/learnt';
import { isSettled } from '../record/settled';
import { dailyLoss, expectedLoss } from '../record/loss';
import { roundOnOrAfter } from '../rules/rounds';
import { indexOfDay, today, type BatteryRecord } from '../record/battery-record';
import { CHARGING, CONDEMNED, HELD, UNKNOWN, wholeDays } from './reserve-marks';

/** A battery through the season, one value a day: the past as recorded, the future foreseen. */
export interface SeasonOfBattery {
  /** Whole days of reserve, or one of the marks above. */
  readonly reserve: Int16Array;
  /** State of charge in whole percent; −32768 where unknown. */
  readonly soc: Int16Array;
  /** Chance to have met its line by that day if nobody charges it, percent; 0 in the past. */
  readonly under: Uint8Array;
  /** Days on which the night comes within 3 K of freezing it. */
  readonly frost: readonly Day[];
}

const NO_SOC = -32768;

/**
 * One battery from day `from` to `to`. Past days run straight from one settled reading to the
 * next, fall by the explained loss before a charge, and begin anew at each full charge; days
 * ahead follow the forecast.
 */
export function dailyHistory(
  standing: BatteryRecord,
  outlook: ChargeForecast | null,
  from: Day,
  to: Day,
): SeasonOfBattery {
  const days = to - from + 1;
  const reserve = new Int16Array(days).fill(UNKNOWN);
  const soc = new Int16Array(days).fill(NO_SOC);
  const under = new Uint8Array(days);
  const frost: Day[] = [];
  const { facts, state, temperatures, timeZone, rules } = standing;
  const now = today(standing);
  const line = rules.lineSocPct[facts.chemistry];
  const heldFrom =
    state.maintainerSince === null ? Infinity : dayOf(state.maintainerSince, timeZone);
  const past = pastSoc(standing, outlook, from, Math.min(now - 1, to));

  const ahead = outlook && to >= now ? foreseenOf(standing, to - now) : null;
  // What is on charge now comes off full in the next round, and loses from there.
  const offDay = outlook?.onCharge ? roundOnOrAfter(rules, now + 1) : null;

  for (let i = 0; i < days; i++) {
    const day = from + i;
    const known = day < now ? past[i]! : ahead ? (ahead.likelyPct[day - now] ?? NaN) : NaN;
    if (Number.isNaN(known)) continue;
    soc[i] = Math.round(known);
    if (day >= now && ahead) under[i] = Math.round(100 * (ahead.underBy[day - now] ?? 0));
    if (day >= now && outlook?.condemned) {
      reserve[i] = CONDEMNED;
      continue;
    }
    if (day >= heldFrom && outlook?.held) {
      reserve[i] = HELD;
      soc[i] = 100;
      continue;
    }
    if (offDay !== null && day > offDay) {
      const loss = dailyLoss(outlook!.loss, state.negativeOn);
      const here = indexOfDay(temperatures, day);
      reserve[i] = wholeDays(reserveBySums(temperatures.sums, here, known, line, loss));
      continue;
    }
    if (isCharging(standing, day)) {
      reserve[i] = CHARGING;
      continue;
    }
    reserve[i] =
      day < now
        ? wholeDays(
            reserveBySums(
              temperatures.sums,
              indexOfDay(temperatures, day),
              known,
              line,
              lossOn(standing, day),
            ),
          )
        : wholeDays(Math.max(0, outlook!.reserve.value - (day - now)));
    const freezing = freezingOfSoc(facts.chemistry, known);
    const night = temperatures.low[indexOfDay(temperatures, day)]!;
    if (freezing !== null && night - freezing < FREEZE_MARGIN_KELVIN) frost.push(day);
  }
  return { reserve, soc, under, frost };
}

function isCharging(standing: BatteryRecord, day: Day): boolean {
  const { state, timeZone } = standing;
  if (state.chargeSince !== null && dayOf(state.chargeSince, timeZone) <= day) return true;
  return state.charges.some(
    (charge) => dayOf(charge.from, timeZone) < day && day < dayOf(charge.to, timeZone),
  );
}

/** What the record of that day explained: draw if the negative was on, and self-discharge. */
function lossOn(standing: BatteryRecord, day: Day) {
  const { state, timeZone, facts } = standing;
  let on = true;
  for (const change of state.connections) if (dayOf(change.at, timeZone) <= day) on = change.on;
  const expected = expectedLoss(standing);
  return {
    drawPctPerDay: on ? drawPctPerDay(expected.drawMa.value, facts.capacityAh) : 0,
    selfPctPerMonthAt20C: expected.selfPctPerMonthAt20C.value,
  };
}

interface Mark {
  readonly day: Day;
  readonly soc: number;
  readonly charged: boolean;
}

function pastSoc(
  standing: BatteryRecord,
  outlook: ChargeForecast | null,
  from: Day,
  to: Day,
): Float64Array {
  const { state, timeZone, temperatures } = standing;
  const marks: Mark[] = [
    ...state.readings
      .filter((reading) => isSettled(reading, standing))
      .map((reading) => ({
        day: dayOf(reading.at, timeZone),
        soc: socOfReading(reading, standing).value,
        charged: false,
      })),
    ...state.charges
      .filter((charge) => charge.full)
      .map((charge) => ({ day: dayOf(charge.to, timeZone), soc: 100, charged: true })),
  ].sort((a, b) => a.day - b.day);
  const soc = new Float64Array(Math.max(0, to - from + 1)).fill(NaN);
  const perDay = outlook ? dailyLoss(outlook.loss, state.negativeOn) : lossOn(standing, from);
  let next = 0;
  for (let i = 0; i < soc.length; i++) {
    const day = from + i;
    while (next < marks.length && marks[next]!.day <= day) next++;
    const last = marks[next - 1];
    if (!last) continue;
    const after = marks[next];
    const days = day - last.day;
    if (after && !after.charged) {
      soc[i] = last.soc + ((after.soc - last.soc) * days) / (after.day - last.day);
      continue;
    }
    const at = indexOfDay(temperatures, last.day);
    const factor = temperatures.sums[at + days]! - temperatures.sums[at]!;
    soc[i] = last.soc - perDay.drawPctPerDay * days - (perDay.selfPctPerMonthAt20C / 30) * factor;
  }
  return soc;
}
