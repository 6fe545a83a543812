import { dayName, type Day } from '../day';

/** The sun outside the air. FAO Irrigation and Drainage Paper 56, equations 21 to 25 and 34. */
const SOLAR_CONSTANT_MJ_PER_MINUTE = 0.082;

export interface SunOfDay {
  /** On a level square metre outside the air, MJ a day. */
  readonly extraterrestrialMJ: number;
  readonly dayLengthHours: number;
}

/** Number of the day in its year, 1 to 366. */
export function dayOfYear(day: Day): number {
  const newYear = Date.parse(`${dayName(day).slice(0, 4)}-01-01`) / 86_400_000;
  return day - newYear + 1;
}

const declinationOf = (j: number) => 0.409 * Math.sin((2 * Math.PI * j) / 365 - 1.39);

/** Latitude in degrees, south negative, −90 … 90; polar days and nights are 24 and 0 h long. */
export function sunOfDay(latitude: number, day: Day): SunOfDay {
  const j = dayOfYear(day);
  const phi = (latitude * Math.PI) / 180;
  const nearer = 1 + 0.033 * Math.cos((2 * Math.PI * j) / 365);
  const declination = declinationOf(j);
  const sunset = Math.acos(Math.min(1, Math.max(-1, -Math.tan(phi) * Math.tan(declination))));
  const extraterrestrialMJ =
    ((24 * 60) / Math.PI) *
    SOLAR_CONSTANT_MJ_PER_MINUTE *
    nearer *
    (sunset * Math.sin(phi) * Math.sin(declination) +
      Math.cos(phi) * Math.cos(declination) * Math.sin(sunset));
  return {
    extraterrestrialMJ: Math.max(0, extraterrestrialMJ),
    dayLengthHours: (24 / Math.PI) * sunset,
  };
}

/** Share of the light that reaches the ground on a usual winter day; clear sky about 0.7. */
export const USUAL_CLEARNESS = 0.35;
/** Ground that throws light back, and what a panel, its dirt and its controller leave. */
const ALBEDO = 0.2;
const PANEL_SHARE = 0.85;
/** A panel for 12 V gives its watts near this voltage, and its current at any lower one. */
const PANEL_VOLTS = 18;

/**
 * Ampere-hours a day into a 12 V battery from a panel of `watts` (at 1 kW/m²) that faces the
 * equator, tilted from the level by `tilt` degrees. Beam and diffuse light by Page (diffuse share
 * 1 − 1.13 K) and Liu and Jordan's factor for the tilted beam (from memory); a simple controller
 * passes the panel's current. A rough figure: shade decides.
 */
export function solarAmpHours(question: {
  readonly latitude: number;
  readonly day: Day;
  readonly watts: number;
  readonly clearness: number;
  readonly tilt: number;
}): number {
  const { latitude, day, watts, clearness, tilt } = question;
  const level = clearness * sunOfDay(latitude, day).extraterrestrialMJ;
  if (level <= 0) return 0;
  const diffuse = Math.min(1, Math.max(0, 1 - 1.13 * clearness));
  const slope = (tilt * Math.PI) / 180;
  const onPanel =
    level *
    ((1 - diffuse) * beamFactor(latitude, day, tilt) +
      (diffuse * (1 + Math.cos(slope))) / 2 +
      (ALBEDO * (1 - Math.cos(slope))) / 2);
  // 3.6 MJ are a kilowatt-hour, and a kilowatt-hour on a square metre is an hour of full power.
  return ((onPanel / 3.6) * watts * PANEL_SHARE) / PANEL_VOLTS;
}

/** The day's beam on a tilted panel against that on a level one. Liu and Jordan. */
function beamFactor(latitude: number, day: Day, tilt: number): number {
  const toward = latitude >= 0 ? 1 : -1;
  const phi = (latitude * Math.PI) / 180;
  const leaned = ((latitude - toward * tilt) * Math.PI) / 180;
  const declination = declinationOf(dayOfYear(day));
  const sunset = (at: number) =>
    Math.acos(Math.min(1, Math.max(-1, -Math.tan(at) * Math.tan(declination))));
  const level = sunset(phi);
  const seen = Math.min(level, sunset(leaned));
  const sum = (at: number, w: number) =>
    Math.cos(at) * Math.cos(declination) * Math.sin(w) + w * Math.sin(at) * Math.sin(declination);
  const flat = sum(phi, level);
  // Near the pole the winter sun only grazes: no panel gets more than this out of it.
  return flat <= 1e-6 ? 0 : Math.min(8, Math.max(0, sum(leaned, seen) / flat));
}
