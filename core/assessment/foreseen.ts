import type { Day } from '../day';
import { lossDraws } from '../forecast/samples';
import { simulateForecast, type Foreseen, type PlannedCharge } from '../forecast/simulate-forecast';
import { weatherOf, type Weather } from '../forecast/weather';
import type { BatteryEstimate } from '../estimation/learn';
import { roundOnOrAfter } from '../rules/rounds';
import type { DailyTemperatures } from '../site/climate';
import { drawsOfLearnt, isHeld, batteryEstimateOf } from '../record/learnt';
import { indexOfDay, today, type BatteryRecord } from '../record/battery-record';

/** Weather ahead in each hall, as it was made last. */
const weathers = new WeakMap<DailyTemperatures, Map<string, Weather>>();

/** Ways in which a hall's weather may go on from a day. */
export function weatherFrom(
  temperatures: DailyTemperatures,
  day: Day,
  days: number,
  colder = 0,
): Weather {
  let known = weathers.get(temperatures);
  if (!known) weathers.set(temperatures, (known = new Map()));
  const key = `${day}/${days}/${colder}`;
  let weather = known.get(key);
  if (!weather) {
    weather = weatherOf(temperatures, indexOfDay(temperatures, day), days, colder);
    known.set(key, weather);
  }
  return weather;
}

/** Days ahead that are looked at where no collection ends them. */
export const OPEN_DAYS = 120;

/** So far ahead that every battery of a hall shares one weather; in steps of so many days. */
const STEP_DAYS = 30;

const remembered = new WeakMap<BatteryEstimate, Map<string, Foreseen>>();

/**
 * A battery through `days` days from today as a distribution, if nobody charges it but for what
 * is on now: a charge that runs comes off full in the next round, a maintainer goes on. Off
 * charge it loses as it was learnt to.
 */
export function foreseenOf(standing: BatteryRecord, days: number): Foreseen {
  const learnt = batteryEstimateOf(standing);
  const { state, rules, facts, temperatures } = standing;
  const day = today(standing);
  const held = isHeld(standing);
  let known = remembered.get(learnt);
  if (!known) remembered.set(learnt, (known = new Map()));
  const line = rules.lineSocPct[facts.chemistry];
  const key = `${day}/${days}/${held}/${line}/${state.chargeSince}`;
  let seen = known.get(key);
  if (seen) return seen;
  const most = Math.max(1, temperatures.mean.length - indexOfDay(temperatures, day));
  const span = Math.min(most, Math.ceil(Math.max(1, days) / STEP_DAYS) * STEP_DAYS);
  const draws = drawsOfLearnt(learnt);
  const charges: PlannedCharge[] = held
    ? [{ from: 0, to: Infinity }]
    : state.chargeSince === null
      ? []
      : [{ from: 0, to: roundOnOrAfter(rules, day + 1) - day }];
  seen = simulateForecast({
    chemistry: facts.chemistry,
    socPct: draws.socPct,
    fullPct: draws.fullPct,
    loss: lossDraws(draws, state.negativeOn),
    weather: weatherFrom(temperatures, day, span),
    days: Math.max(0, Math.min(span, Math.floor(days))),
    lineSocPct: line,
    charges,
  });
  known.set(key, seen);
  return seen;
}

/** The same until its collection; without one, for so many days. */
export const foreseenToCollection = (standing: BatteryRecord): Foreseen =>
  foreseenOf(
    standing,
    Math.max(0, (standing.collectDay ?? today(standing) + OPEN_DAYS) - today(standing)),
  );
