import { counted, plural, t } from '../../core/language';
import { CONDEMNED } from '../../core/assessment/reserve-marks';
import type { YardBattery, YardCounts, YardData } from './yard-data';

/** What is counted of one battery on the day that is looked at. */
export interface Counted {
  readonly reserve: number;
  readonly frost: boolean;
  /** Chance in percent to be under its line; null where it is not foreseen. */
  readonly under: number | null;
}

/** Those of all bays. */
export const batteriesIn = (halls: YardData['halls']): YardBattery[] =>
  halls.flatMap(({ bays }) => bays.flatMap(({ stay }) => stay?.batteries ?? []));

/** From this chance on one that holds is doubtful. */
const DOUBTFUL_PCT = 10;

export function countsOf(batteries: readonly Counted[]): YardCounts {
  const count = (is: (one: Counted) => boolean) => batteries.filter(is).length;
  return {
    all: batteries.length,
    under: count(({ reserve }) => reserve === 0),
    doubtful: count(({ reserve, under }) => under !== null && under >= DOUBTFUL_PCT && reserve > 0),
    frost: count(({ frost }) => frost),
    condemned: count(({ reserve }) => reserve === CONDEMNED),
  };
}

/** How all of them stand on a day so many days ahead, in a line. */
export function summary(
  { all, under, doubtful, frost, condemned }: YardCounts,
  ahead: number,
): string {
  if (all === 0) return t`Nothing is laid up yet.`;
  const parts = [
    under ? t`${under} under ${plural(under, 'its', 'their')} line` : t`none under its line`,
    ...(doubtful ? [t`${doubtful} doubtful`] : []),
    ...(frost ? [t`${frost} could freeze`] : []),
    ...(condemned ? [t`${condemned} to be replaced`] : []),
  ].join(', ');
  if (ahead > 0) return t`Forecast, nobody charging: ${parts}.`;
  if (ahead < 0) return t`As recorded: ${parts}.`;
  return t`${counted(all, 'battery', 'batteries')}: ${parts}.`;
}
