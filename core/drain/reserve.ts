import { selfDischargePctPerDay } from './self-discharge';

/** Percent of rated capacity that a constant draw in milliamps takes in a day. */
export function drawPctPerDay(drawMa: number, capacityAh: number): number {
  return (100 * (drawMa / 1000) * 24) / capacityAh;
}

export interface Loss {
  /** Rated capacity at the 20 h rate. */
  readonly capacityAh: number;
  /** Constant draw while connected; 0 with the negative off. */
  readonly drawMa: number;
  readonly selfDischargePctPerMonthAt20C: number;
}

/** All that a battery loses in a day at `celsius`, in percent of rated capacity. */
export function lossPctPerDay(loss: Loss, celsius: number): number {
  return (
    drawPctPerDay(loss.drawMa, loss.capacityAh) +
    selfDischargePctPerDay(loss.selfDischargePctPerMonthAt20C, celsius)
  );
}

/**
 * Reserve: days from one state of charge to another at a constant temperature. Infinity where
 * nothing is lost, 0 where the battery is already at or under `toSocPct`.
 *
 * On paper hours of standing = ampere-hours ÷ amps (common practice); self-discharge adds to it.
 */
export function reserveDays(
  loss: Loss,
  fromSocPct: number,
  toSocPct: number,
  celsius: number,
): number {
  if (fromSocPct <= toSocPct) return 0;
  const perDay = lossPctPerDay(loss, celsius);
  return perDay > 0 ? (fromSocPct - toSocPct) / perDay : Infinity;
}
