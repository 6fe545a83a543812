import type { Day } from '../day';
import { USUAL_CLEARNESS, solarAmpHours } from './sun';

/** A panel as it lies on the roof of a camper: nearly level, in the usual light of a winter. */
export const roofPanel = (watts: number, latitude: number): Panel => ({
  watts,
  latitude,
  clearness: USUAL_CLEARNESS,
  tilt: 5,
});

export interface Panel {
  readonly watts: number;
  readonly latitude: number;
  /** Share of the light that reaches the ground. */
  readonly clearness: number;
  readonly tilt: number;
}

/** A stretch of days on which the sun gives at least what is lost. */
export interface Held {
  readonly from: Day;
  readonly to: Day;
}

/**
 * From which day to which a panel can hold a battery: the days between `from` and `to` on which
 * its ampere-hours into the battery cover the loss of that day, together in stretches. Watts
 * over 0; loss in ampere-hours a day, with the controller's own consumption in it.
 */
export function solarHolds(panel: Panel, from: Day, to: Day, lossAh: (day: Day) => number): Held[] {
  const held: { from: Day; to: Day }[] = [];
  for (let day = from; day <= to; day++) {
    if (solarAmpHours({ ...panel, day }) < lossAh(day)) continue;
    const last = held.at(-1);
    if (last && last.to === day - 1) last.to = day;
    else held.push({ from: day, to: day });
  }
  return held;
}

/** What a small controller takes for itself, ampere-hours a day. Data sheets, from memory. */
export const CONTROLLER_AH = 0.1;
/** Part of the panel's current that a lead-acid battery keeps. */
export const SOLAR_KEPT = 0.9;
/** A panel seldom makes a battery quite full. Common practice. */
export const SOLAR_FULL_PCT = 95;

/** Percent of capacity that a panel adds on each of `days` days from `from`, a controller between. */
export function solarGainPct(
  panel: Panel,
  from: Day,
  days: number,
  capacityAh: number,
): Float64Array {
  return Float64Array.from({ length: days }, (_, i) => {
    const into = Math.max(0, solarAmpHours({ ...panel, day: from + i }) - CONTROLLER_AH);
    return (100 * SOLAR_KEPT * into) / capacityAh;
  });
}
