import type { RecordedDay } from './climate';

/** How a building stands against the air outside: so many kelvin at 0 °C, and a share of it. */
export interface ThermalResponse {
  readonly atFreezing: number;
  readonly share: number;
  /** Days on which both were recorded. */
  readonly days: number;
}

/**
 * An unheated building until its own thermometer has said more: 3 K over the air outside at
 * freezing, and four fifths of its ups and downs. Our own assumption.
 */
export const USUAL_THERMAL_RESPONSE: ThermalResponse = { atFreezing: 3, share: 0.8, days: 0 };

/** The usual one is worth so many days of record. */
const WORTH_DAYS = 10;
/** Spread of the air outside over those days, K. */
const WORTH_SPREAD = 4;

/**
 * Learns how a hall follows the air outside, from days on which both were recorded: the straight
 * line that fits best (least squares), held to the usual one by ten days' worth.
 */
export function fitThermalResponse(
  outside: readonly RecordedDay[],
  hall: readonly RecordedDay[],
): ThermalResponse {
  const air = new Map(outside.map(({ day, mean }) => [day, mean]));
  const pairs = hall.flatMap(({ day, mean }) => {
    const x = air.get(day);
    return x === undefined ? [] : [[x, mean] as const];
  });
  // The usual line as ten days about freezing, so that few days change it little.
  const usual = (x: number) => USUAL_THERMAL_RESPONSE.atFreezing + USUAL_THERMAL_RESPONSE.share * x;
  const held = [-WORTH_SPREAD, WORTH_SPREAD].map((x) => [x, usual(x), WORTH_DAYS / 2] as const);
  const rows = [...pairs.map(([x, y]) => [x, y, 1] as const), ...held];
  const weight = rows.reduce((sum, [, , w]) => sum + w, 0);
  const meanX = rows.reduce((sum, [x, , w]) => sum + w * x, 0) / weight;
  const meanY = rows.reduce((sum, [, y, w]) => sum + w * y, 0) / weight;
  const sxx = rows.reduce((sum, [x, , w]) => sum + w * (x - meanX) ** 2, 0);
  const sxy = rows.reduce((sum, [x, y, w]) => sum + w * (x - meanX) * (y - meanY), 0);
  const share = Math.min(1.1, Math.max(0, sxy / sxx));
  return { atFreezing: meanY - share * meanX, share, days: pairs.length };
}
