import type { Random } from './random';

/** A handheld meter: a little off, a little restless, two decimals; probes add millivolts. */
export interface HandMeter {
  readonly gain: number;
  readonly offsetVolts: number;
  readonly noiseVolts: number;
}

/** What it shows for a true voltage; a greasy or green clamp adds its millivolts. */
export function show(meter: HandMeter, volts: number, clampVolts: number, chance: Random): number {
  const seen =
    volts * meter.gain + meter.offsetVolts - clampVolts + meter.noiseVolts * chance.normal();
  return Math.round(Math.max(0, seen) * 100) / 100;
}

/** A settled draw through the milliamp range. */
export function showMilliamps(milliamps: number, chance: Random): number {
  const seen = milliamps * (1 + 0.02 * chance.normal()) + 0.05 * chance.normal();
  return Math.round(Math.max(0, seen) * 10) / 10;
}
