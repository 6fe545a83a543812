'use client';

import { decimal, t } from '../../core/language';
import { Link } from '../ui/link';
import { dayOf, shortDay } from '../../core/day';
import type { LossAnswer } from '../../core/record/loss';
import { chanceWords } from '../../core/words/words';
import { FINDING_WORDS, settleBy, type FindingKind } from '../../core/estimation/findings';
import type { BatteryDto } from '../site/dto';
import styles from './record-findings.module.css';

/** Findings that a draw test at the bench settles. */
const AT_THE_BENCH: readonly FindingKind[] = ['loses-faster-connected', 'sudden-step'];

/** What the record shows that nothing explains, how likely it is, and what would settle it. */
export function RecordFindings({
  battery,
  loss,
  timeZone,
}: {
  battery: BatteryDto;
  loss: LossAnswer;
  timeZone: string;
}) {
  if (loss.findings.length === 0) return null;
  const days = new Map(
    battery.state.readings.map(({ id, at, volts }) => [
      id,
      t`${decimal(volts, 2)} V of ${shortDay(dayOf(at, timeZone))}`,
    ]),
  );
  return (
    <section className={styles.findings} aria-label={t`What its record shows`}>
      <h2>{t`What its record shows`}</h2>
      <ul>
        {loss.findings.map(({ kind, chance, since, reading }) => (
          <li key={`${kind} ${reading ?? ''}`} data-finding={kind}>
            <b>
              {FINDING_WORDS[kind]}
              {reading ? ` (${days.get(reading) ?? t`a reading`})` : ''}: {chanceWords(chance)}
              {since === null ? '' : t`, since about ${shortDay(dayOf(since, timeZone))}`}.
            </b>{' '}
            {settleBy(kind)}
            {AT_THE_BENCH.includes(kind) && battery.state.negativeOn ? (
              <>
                {' '}
                <Link href={`/bench?battery=${battery.id}`}>{t`To the bench`}</Link>
              </>
            ) : null}
          </li>
        ))}
      </ul>
    </section>
  );
}
