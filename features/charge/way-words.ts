import { t } from '../../core/language';
import type { Connection } from '../../core/connections/available-connections';
import { freeChannels, type ActiveConnection } from '../../core/connections/active-connections';
import { PROGRAMMES } from '../../core/site/programmes';
import { hoursWords } from './words';

/** A way to charge it: the charger, how it is set, how long it takes, or that it is not to be had. */
export function wayWords(
  { name, fit, because }: Connection,
  hanging: readonly ActiveConnection[],
): string {
  if (!fit) return because.length > 0 ? t`${name} (not now)` : name;
  const set = `${name}, ${PROGRAMMES[fit.programme.id].label}, ${fit.amps} A`;
  if (because.length > 0) {
    const inUse = freeChannels(fit.charger, hanging).length === 0;
    return `${set} (${inUse ? t`in use` : t`not now`})`;
  }
  return fit.course ? `${set}, ${hoursWords(fit.course.totalHours)}` : set;
}
