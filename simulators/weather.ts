import type { Day } from '../core/day';
import type { RecordedDay } from '../core/site/climate';
import type { Random } from './random';

/** Hourly temperatures in °C from midnight (UTC) of the first day. */
export interface Hours {
  readonly celsius: Float64Array;
}

/** A cold spell that the winter brings, by day from the start. */
export interface ColdSpell {
  readonly fromDay: number;
  readonly days: number;
  readonly kelvin: number;
}

/**
 * The air outside: a seasonal course, weather that comes and goes over days, a day's swing that
 * is smaller under cloud, and cold spells.
 */
export function outdoors(
  days: number,
  seasonal: (day: number) => number,
  spells: readonly ColdSpell[],
  chance: Random,
): Hours {
  const celsius = new Float64Array(days * 24);
  let weather = 1;
  let cloud = 0.5;
  for (let day = 0; day < days; day++) {
    const before = weather;
    weather = 0.78 * weather + 1.9 * chance.normal();
    cloud = Math.min(1, Math.max(0, 0.6 * cloud + 0.4 * chance.uniform()));
    const spell = spells.reduce((sum, at) => {
      const into = day - at.fromDay;
      if (into < 0 || into >= at.days) return sum;
      return sum - at.kelvin * Math.sin((Math.PI * (into + 0.5)) / at.days);
    }, 0);
    for (let hour = 0; hour < 24; hour++) {
      const t = hour / 24;
      const swing = (4.2 - 3 * cloud) * -Math.cos((2 * Math.PI * (hour - 3.5)) / 24);
      celsius[day * 24 + hour] = seasonal(day + t) + before * (1 - t) + weather * t + spell + swing;
    }
  }
  return { celsius };
}

export interface HallTruth {
  readonly kind: 'heated' | 'unheated' | 'outdoors';
  /** Hours by which the building follows the air outside. */
  readonly lagHours: number;
  /** What people, ground and neighbours add. */
  readonly gainKelvin: number;
  readonly setpointCelsius: number;
}

/** The air in a hall: it follows the outside with a lag; a heater keeps it from falling. */
export function hallAir(hall: HallTruth, outside: Hours, chance: Random): Hours {
  const celsius = new Float64Array(outside.celsius.length);
  let wall = outside.celsius[0]! + hall.gainKelvin;
  for (let hour = 0; hour < celsius.length; hour++) {
    const target = outside.celsius[hour]! + hall.gainKelvin;
    wall += (target - wall) / Math.max(1, hall.lagHours);
    if (hall.kind !== 'heated') {
      celsius[hour] = wall;
      continue;
    }
    // The thermostat hunts, and on the coldest days the heater does not quite keep up.
    const short = Math.max(0, hall.setpointCelsius - wall - 13) * 0.3;
    const kept = hall.setpointCelsius - short + 0.7 * Math.sin(hour / 1.7) + 0.15 * chance.normal();
    celsius[hour] = Math.max(wall, kept);
  }
  return { celsius };
}

/** Mean and least of each day of hourly temperatures, as a thermometer keeps them. */
export function recordedDays(celsius: Float64Array, start: Day, days: number): RecordedDay[] {
  return Array.from({ length: days }, (_, i) => {
    const hours = celsius.subarray(i * 24, i * 24 + 24);
    const mean = hours.reduce((sum, value) => sum + value, 0) / hours.length;
    const round = (value: number) => Math.round(value * 10) / 10;
    return { day: start + i, mean: round(mean), min: round(Math.min(...hours)) };
  });
}
