/**
 * Hours for which a full battery gives a constant current: t = H · (C / (I · H))^k.
 *
 * Peukert 1897. `capacityAh` is rated at the rate of `ratedHours` (20 for starter batteries),
 * `amps` over 0, `k` 1 (ideal) to about 1.4 (tired). Infinity for no current.
 */
export function peukertHours(capacityAh: number, amps: number, k: number, ratedHours = 20): number {
  if (amps <= 0) return Infinity;
  return ratedHours * (capacityAh / (amps * ratedHours)) ** k;
}
