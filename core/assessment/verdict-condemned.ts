import { t } from '../language';
import { dayOf, shortDay, type Day } from '../day';
import type { Condemned } from '../record/condition';
import { indexOfDay, today, type BatteryRecord } from '../record/battery-record';
import { LONGEST_RESERVE_DAYS, figure, say } from '../words/words';
import type { Verdict, Base } from './verdict';

/**
 * The day by which a condemned battery must be out of its hall: the night before the first one
 * at or under 0 °C, since it is not charged any more and its acid thins to water. Null where no
 * frost is foreseen within a year.
 */
export function outBeforeFrost(standing: BatteryRecord): Day | null {
  const { temperatures } = standing;
  const from = indexOfDay(temperatures, today(standing));
  const nights = temperatures.low.subarray(from, from + LONGEST_RESERVE_DAYS);
  const first = nights.findIndex((celsius) => celsius <= 0);
  return first < 0 ? null : today(standing) + Math.max(0, first - 1);
}

export function condemned(standing: BatteryRecord, finding: Condemned, base: Base): Verdict {
  const by = outBeforeFrost(standing);
  const day = today(standing);
  return {
    ...base,
    kind: 'condemned',
    headline: t`Replace it, never charge it`,
    why: [
      say`${finding.id === 'spent' ? t`Judged` : t`Inspected`} on ${figure(shortDay(dayOf(finding.at, standing.timeZone), day))}: ${finding.seen}.`,
      by === null
        ? say`No frost is foreseen where it stands; take it out all the same.`
        : by <= day
          ? say`Out of ${standing.hallName} ${figure(t`today`)}: uncharged it freezes and spills, and the next night may bring frost.`
          : say`Out of ${standing.hallName} by ${figure(shortDay(by, day))}: uncharged it freezes and spills.`,
    ],
    cautions: [finding.todo],
  };
}
