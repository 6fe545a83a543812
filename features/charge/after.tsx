import { decimal, msg, t, withWords } from '../../core/language';
import { phrase } from '../words/phrase';
import { shortDay, dayOf } from '../../core/day';
import type { ChargeData, Chosen } from './charge-data';
import styles from './panel.module.css';

const VERDICTS = withWords({
  took: msg`It took what it should.`,
  little: msg`It took much less than it should: it holds less than is written on it, or is sulfated and takes no more.`,
  much: msg`It took much more than it should: something drew meanwhile, or a cell turns it into gas.`,
  unknown: msg`Too little was charged, or not to full, to say what it holds.`,
} as const);

/** Rest, read, judge: what the last charge says of the battery. */
export function After({ after, data }: { after: NonNullable<Chosen['after']>; data: ChargeData }) {
  const { capacityAh } = after;
  return (
    <section className={styles.card} aria-label={t`After the charge`}>
      <h3>{t`The charge that ended ${shortDay(dayOf(after.at, data.clock.timeZone))}`}</h3>
      <p>{t`${decimal(after.tookAh, 1)} Ah went in, and ${decimal(after.expectedAh, 1)} Ah should have. ${VERDICTS[after.verdict]}`}</p>
      {capacityAh ? (
        <p>{phrase`That suggests a usable capacity of ${(<b>{t`${Math.round(capacityAh.value)} Ah`}</b>)}, between ${Math.round(capacityAh.low)} and ${Math.round(capacityAh.high)}.`}</p>
      ) : null}
      <p>
        {after.held
          ? t`After it: ${after.held}.`
          : t`Not read since. At rest for ${data.rules.restHours} h, then read it: does it hold?`}
      </p>
    </section>
  );
}
