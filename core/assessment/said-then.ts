import { t } from '../language';
import { CHEMISTRIES } from '../battery/chemistries';
import { hallMean, today, type BatteryRecord } from '../record/battery-record';
import type { RecordedReading } from '../logbook/state';
import { formatTemperature, plain } from '../words/words';
import { judge } from './judge';
import type { VerdictKind } from './verdict';

/** What a battery is taken for where it is judged, in words: it may turn out to be another. */
function takenFor(standing: BatteryRecord): string {
  const { facts, rules, temperatures, hallName } = standing;
  const { chemistry, nominalVolts, capacityAh, fittedYear } = facts;
  const celsius = formatTemperature(hallMean(temperatures, today(standing)), rules);
  return [
    t`${CHEMISTRIES[chemistry].short} ${nominalVolts} V ${capacityAh} Ah`,
    fittedYear === null ? t`of unknown age` : t`fitted ${fittedYear}`,
    t`${hallName} at ${celsius}`,
    t`line ${rules.lineSocPct[chemistry]} %`,
  ].join(', ');
}

/** A verdict as it is kept beside its reading: in words, which stay whatever is corrected later. */
export interface SaidThen {
  readonly kind: VerdictKind;
  readonly headline: string;
  readonly why: string;
  /** What the battery was taken for, and how warm it stood. */
  readonly takenFor: string;
}

/** What is said about a reading of its record when it is recorded. */
export function saidThen(standing: BatteryRecord, reading: RecordedReading): SaidThen {
  const { kind, headline, why } = judge(standing, reading);
  return { kind, headline, why: why.map(plain).join(' '), takenFor: takenFor(standing) };
}
