import type { Day } from '../day';
import type { VehicleFacts } from '../stay/vehicle-facts';
import { solarAmpHours } from './sun';

/** As it is mounted: degrees from the level, and what is left of its light on a day of frost. */
const MOUNTS: Readonly<Record<VehicleFacts['panelMount'], { tilt: number; inFrost: number }>> = {
  // Snow and rime lie on a flat one and slide off a steep one. Our own assumption.
  flat: { tilt: 5, inFrost: 0.5 },
  steep: { tilt: 60, inFrost: 0.9 },
};
/** What houses and trees leave of the low winter sun. Our own assumption. */
const SHADES: Readonly<Record<VehicleFacts['panelShade'], number>> = {
  open: 1,
  some: 0.75,
  much: 0.4,
};
/** What dirt leaves. Data sheets, from memory. */
const DIRT_SHARE = 0.92;

export interface Panel {
  readonly watts: number;
  readonly latitude: number;
  /** Share of the light that reaches the ground. */
  readonly clearness: number;
  readonly tilt: number;
  /** What dirt and shade leave of it, and what is left of that on a day of frost. */
  readonly share: number;
  readonly inFrost: number;
}

/** A panel as it is mounted on a vehicle at a place, clear-sky share in percent. */
export const panelAt = (
  watts: number,
  latitude: number,
  clearSkyPct: number,
  { panelMount, panelShade }: Pick<VehicleFacts, 'panelMount' | 'panelShade'>,
): Panel => ({
  watts,
  latitude,
  clearness: clearSkyPct / 100,
  share: DIRT_SHARE * SHADES[panelShade],
  ...MOUNTS[panelMount],
});

/** Ampere-hours that it gives on a day of so many degrees: sun, dirt, shade, snow and rime. */
export const panelAmpHours = (panel: Panel, day: Day, celsius: number): number =>
  solarAmpHours({ ...panel, day }) * panel.share * (celsius < 0 ? panel.inFrost : 1);

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
export function solarHolds(
  panel: Panel,
  from: Day,
  to: Day,
  lossAh: (day: Day) => number,
  celsius: (day: Day) => number,
): Held[] {
  const held: { from: Day; to: Day }[] = [];
  for (let day = from; day <= to; day++) {
    if (panelAmpHours(panel, day, celsius(day)) < lossAh(day)) continue;
    const last = held.at(-1);
    if (last && last.to === day - 1) last.to = day;
    else held.push({ from: day, to: day });
  }
  return held;
}

/** What a small controller takes for itself, ampere-hours a day: 10 mA. Data sheets, from memory. */
export const CONTROLLER_AH = 0.24;
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
  celsius: (day: Day) => number,
): Float64Array {
  return Float64Array.from({ length: days }, (_, i) => {
    const into = Math.max(0, panelAmpHours(panel, from + i, celsius(from + i)) - CONTROLLER_AH);
    return (100 * SOLAR_KEPT * into) / capacityAh;
  });
}
