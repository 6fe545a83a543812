import { z } from 'zod';
import { partsOf, type Day } from '../day';
import { arrheniusSums } from '../drain/self-discharge';
import { USUAL_THERMAL_RESPONSE, type ThermalResponse } from './thermal-response';

/** Monthly figures, January first. */
const monthly = z.array(z.number().min(-60).max(50)).length(12);

/** The site's own climate: what a day of the year is like when no thermometer has said yet. */
export const Climate = z.object({
  /** Mean temperature outdoors. */
  meanCelsius: monthly,
  /** The coldest night that one winter in ten brings in that month. */
  coldNightCelsius: monthly,
});
export type Climate = z.infer<typeof Climate>;

export const HALL_KINDS = ['heated', 'unheated', 'outdoors'] as const;
export type HallKind = (typeof HALL_KINDS)[number];

export interface HallClimate {
  readonly kind: HallKind;
  /** What the thermostat of a heated hall keeps. */
  readonly setpointCelsius: number | null;
}

/** Temperatures of one hall, day by day without gaps, from `firstDay`. */
export interface DailyTemperatures {
  readonly firstDay: Day;
  /** First day that a thermometer was read on; before it, and without one, all is assumed. */
  readonly knownFrom: Day;
  /** Last day that was recorded or foretold; what follows is the season's usual course. */
  readonly knownTo: Day;
  readonly mean: Float64Array;
  /** Past: the night as recorded. Ahead: the coldest night that one winter in ten brings. */
  readonly low: Float64Array;
  /** Sums of the Arrhenius factors of `mean`; see `arrheniusSums`. */
  readonly sums: Float64Array;
}

export interface RecordedDay {
  readonly day: Day;
  readonly mean: number;
  readonly min: number;
}

/**
 * A table of months as a value for any day: linear between the middles of the months, round
 * the year.
 */
export function monthlyAt(table: readonly number[], day: Day): number {
  const { dayOfYear } = partsOf(day);
  const position = (dayOfYear / 365.25) * 12 - 0.5;
  const month = Math.floor(position);
  const t = position - month;
  return table[(month + 12) % 12]! * (1 - t) + table[(month + 13) % 12]! * t;
}

/**
 * A hall against the air outside: as its own record has taught, else as such halls usually do; a
 * heated hall keeps its thermostat's value and is no colder than that.
 */
export function hallOf(
  hall: HallClimate,
  outdoors: number,
  follows: ThermalResponse = USUAL_THERMAL_RESPONSE,
): number {
  const unheated = follows.atFreezing + follows.share * outdoors;
  switch (hall.kind) {
    case 'outdoors':
      return outdoors;
    case 'unheated':
      return unheated;
    case 'heated':
      return Math.max(hall.setpointCelsius ?? 12, unheated);
  }
}

/** What a hall was until a day, that one not included. */
export interface HallBefore extends HallClimate {
  readonly until: Day;
}

/** What a hall was on a day. */
export const hallOnDay = (
  hall: HallClimate,
  before: readonly HallBefore[],
  day: Day,
): HallClimate => before.find(({ until }) => day < until) ?? hall;

/** What is known of the air outside besides the climate table. */
export interface Outside {
  readonly recorded: readonly RecordedDay[];
  readonly follows: ThermalResponse;
}

/** Days after which the weather of today says little about that of another day. */
const WEATHER_MEMORY_DAYS = 4;

/**
 * A hall's temperatures from `from` to `to`, both included: as recorded or foretold where a
 * thermometer was read or a forecast says so, the latest earlier record where one day was missed;
 * then as the hall follows the air outside, where that is foretold; else from the climate table,
 * beginning at the last recorded departure from it. `before`: what the hall was until other days, the
 * earliest first.
 */
export function hallTemperatures(
  hall: HallClimate,
  climate: Climate,
  recorded: readonly RecordedDay[],
  from: Day,
  to: Day,
  outside: Outside | null = null,
  before: readonly HallBefore[] = [],
): DailyTemperatures {
  const hallOn = (day: Day) => hallOnDay(hall, before, day);
  const days = Math.max(0, to - from + 1);
  const mean = new Float64Array(days);
  const low = new Float64Array(days);
  const byDay = new Map(recorded.map((record) => [record.day, record]));
  const last = recorded.length ? recorded[recorded.length - 1]! : null;
  const follows = outside?.follows ?? USUAL_THERMAL_RESPONSE;
  const airByDay = new Map(outside?.recorded.map((record) => [record.day, record]));
  const normalMean = (day: Day) =>
    hallOf(hallOn(day), monthlyAt(climate.meanCelsius, day), follows);
  const departure = last ? last.mean - normalMean(last.day) : 0;
  let carried: RecordedDay | null = null;
  let knownTo = last?.day ?? from - 1;
  for (let i = 0; i < days; i++) {
    const day = from + i;
    const record = byDay.get(day);
    if (record) carried = record;
    if (last && day <= last.day && carried) {
      mean[i] = carried.mean;
      low[i] = carried.min;
      continue;
    }
    const air = last && day > last.day ? airByDay.get(day) : undefined;
    if (air) {
      mean[i] = hallOf(hallOn(day), air.mean, follows);
      low[i] = Math.min(mean[i]!, hallOf(hallOn(day), air.min, follows));
      knownTo = day;
      continue;
    }
    const fading = last && day > last.day ? Math.exp(-(day - last.day) / WEATHER_MEMORY_DAYS) : 0;
    mean[i] = normalMean(day) + departure * fading;
    low[i] = Math.min(
      mean[i]!,
      hallOn(day).kind === 'heated'
        ? normalMean(day) - 3
        : hallOf(hallOn(day), monthlyAt(climate.coldNightCelsius, day), follows),
    );
  }
  const knownFrom = recorded[0]?.day ?? to + 1;
  return { firstDay: from, knownFrom, knownTo, mean, low, sums: arrheniusSums(mean) };
}
