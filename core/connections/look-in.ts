import type { BatteryContext } from '../context/battery-context';
import { MS_PER_HOUR, dayOf, instantAt } from '../day';
import { roundOnOrAfter } from '../rules/rounds';
import type { Rules } from '../rules/rules';
import type { Fit } from './charger-suitability';
import { HOOK_LIMITS, type ChargerConnection } from '../site/charging-equipment';

const hundredth = (value: number) => Math.round(value * 100) / 100;

/** The hook of a fit on a channel and outlet, with what is foreseen now. */
export function hookOf(
  fit: Fit,
  { soc }: Pick<BatteryContext, 'soc'>,
  channel: number,
  outletId: string | null,
): ChargerConnection {
  return {
    chargerId: fit.charger.id,
    channel,
    outletId,
    programme: fit.programme.id,
    amps: hundredth(fit.amps),
    absorptionVolts: hundredth(fit.absorptionVolts),
    floatVolts: fit.floatVolts === null ? null : hundredth(fit.floatVolts),
    fromSocPct:
      soc === null ? null : hundredth(Math.min(110, Math.max(HOOK_LIMITS.leastSocPct, soc.value))),
    hours: fit.course && hundredth(Math.min(HOOK_LIMITS.maxHours, fit.course.totalHours)),
    ampHours: fit.course && hundredth(Math.min(HOOK_LIMITS.maxAmpHours, fit.course.ampHours)),
  };
}

/** When to look in on a charge that begins now, UTC milliseconds, and until when it runs. */
export function lookInTimes(
  fit: Fit,
  from: number,
): { readonly at: number[]; readonly finishAt: number | null } {
  const hours = fit.course?.totalHours ?? null;
  if (hours === null) return { at: [], finishAt: null };
  const finishAt = from + hours * MS_PER_HOUR;
  if (fit.charger.automatic) return { at: [finishAt], finishAt };
  // A manual one every couple of hours, and at its end.
  const visits = Math.max(1, Math.ceil(hours / MANUAL_HOURS));
  return {
    at: Array.from({ length: visits }, (_, i) =>
      Math.min(finishAt, from + (i + 1) * MANUAL_HOURS * MS_PER_HOUR),
    ),
    finishAt,
  };
}

/** Manual chargers are looked at every couple of hours. Common practice. */
const MANUAL_HOURS = 2;

/** Before what a charge is done that ends at an instant. */
export interface DoneBefore {
  readonly shiftEndAt: number;
  readonly beforeShiftEnd: boolean;
  /** Nine o'clock of the next round after today. */
  readonly nextRoundAt: number;
  readonly beforeNextRound: boolean;
}

const ROUND_HOUR = 9;

/** Whether a charge is done before the attendant goes home, and before the next round. */
export function doneBefore(
  finishAt: number,
  now: number,
  rules: Pick<Rules, 'shiftEndHour' | 'roundWeekdays'>,
  timeZone: string,
): DoneBefore {
  const today = dayOf(now, timeZone);
  const tonight = instantAt(today, rules.shiftEndHour, 0, timeZone);
  const shiftEndAt =
    tonight > now ? tonight : instantAt(today + 1, rules.shiftEndHour, 0, timeZone);
  const nextRoundAt = instantAt(roundOnOrAfter(rules, today + 1), ROUND_HOUR, 0, timeZone);
  return {
    shiftEndAt,
    beforeShiftEnd: finishAt <= shiftEndAt,
    nextRoundAt,
    beforeNextRound: finishAt <= nextRoundAt,
  };
}
