import { arrheniusFactor } from '../drain/self-discharge';
import type { DailyTemperatures } from '../site/climate';
import { evenNormals } from './normals';

/** Ways in which the weather of one hall may go on. Rows are ways, columns days. */
export interface Weather {
  readonly ways: number;
  readonly days: number;
  /** Arrhenius factor of each day. */
  readonly factor: Float64Array;
  /** Coldest of each night. */
  readonly night: Float64Array;
  /** Mean of each day. */
  readonly mean: Float64Array;
}

export const WAYS = 40;

/** How much of yesterday's departure from the season is left today. Common practice. */
const KEPT_A_DAY = 0.8;
/** A winter as a whole is warmer or colder than the table, by this part of the day's scatter. */
const WINTER_SHARE = 0.4;
/** How far under its day's mean a usual night falls, as a part of the way to the coldest one. */
const NIGHT_SHARE = 0.28;
/**
 * The coldest of a month's nights, one winter in ten, lies so many standard deviations of a day
 * under the mean. Our own reckoning from the model below; its test counts.
 */
const COLDEST_SD = 2.45;

/**
 * The weather of a hall from index `from` of its temperatures on, `days` days: up to the last
 * known day as recorded or foretold, then round the season's course with a scatter that makes
 * the table's coldest night as rare as the table says (one winter in ten). Departures fade over
 * some days, and a winter is colder or warmer as a whole. `knownTo` is the last known day.
 */
export function weatherOf(
  temperatures: DailyTemperatures,
  from: number,
  days: number,
  colder = 0,
): Weather {
  const factor = new Float64Array(WAYS * days);
  const night = new Float64Array(WAYS * days);
  const means = new Float64Array(WAYS * days);
  const { mean, low, firstDay, knownTo } = temperatures;
  const last = mean.length - 1;
  const innovation = Math.sqrt(1 - KEPT_A_DAY * KEPT_A_DAY);
  const stir = stirs(days);
  for (let way = 0; way < WAYS; way++) {
    const winter = stir[way]! * WINTER_SHARE;
    let departure = 0;
    let open = 0;
    for (let day = 0; day < days; day++) {
      const i = Math.min(last, from + day);
      const at = way * days + day;
      let celsius = mean[i]!;
      if (firstDay + from + day <= knownTo) {
        factor[at] = arrheniusFactor(celsius);
        night[at] = low[i]!;
        means[at] = celsius;
        continue;
      }
      open++;
      departure = KEPT_A_DAY * departure + innovation * stir[WAYS * (day + 1) + way]!;
      // The longer ahead, the more the winter as a whole may differ.
      const season = winter * (1 - Math.exp(-open / 12));
      const reach = Math.max(0, mean[i]! - low[i]!);
      const fall = NIGHT_SHARE * reach;
      const sd = (reach - fall) / COLDEST_SD;
      const norm = Math.sqrt(1 - WINTER_SHARE * WINTER_SHARE);
      celsius += sd * (season + norm * departure) - colder;
      factor[at] = arrheniusFactor(celsius);
      night[at] = celsius - fall;
      means[at] = celsius;
    }
  }
  return { ways: WAYS, days, factor, night, mean: means };
}

/**
 * Between which temperatures a day's mean lies in nine of ten ways, day by day. Where the weather
 * is known, both are the same.
 */
export function weatherBand({ ways, days, mean }: Weather): {
  low: Float64Array;
  high: Float64Array;
} {
  const low = new Float64Array(days);
  const high = new Float64Array(days);
  const column = new Float64Array(ways);
  for (let day = 0; day < days; day++) {
    for (let way = 0; way < ways; way++) column[way] = mean[way * days + day]!;
    column.sort();
    low[day] = column[Math.round(0.05 * (ways - 1))]!;
    high[day] = column[Math.round(0.95 * (ways - 1))]!;
  }
  return { low, high };
}

/** Normal deviates by day and way: the first row for the winters, then one for each day. */
function stirs(days: number): Float64Array {
  const out = new Float64Array((days + 1) * WAYS);
  // A table of ways by days: each day's deviates are evenly spread over the ways.
  const columns = days + 1;
  const table = evenNormals(WAYS, columns);
  for (let day = 0; day < columns; day++) {
    for (let way = 0; way < WAYS; way++) out[day * WAYS + way] = table[way * columns + day]!;
  }
  return out;
}
