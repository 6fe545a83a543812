import { shortDay, dayOf } from '../../core/day';
import type { ChargeData, Chosen } from './charge-data';
import styles from './panel.module.css';

const VERDICTS = {
  took: 'It took what it should.',
  little:
    'It took much less than it should: it holds less than is written on it, or is sulfated and takes no more.',
  much: 'It took much more than it should: something drew meanwhile, or a cell turns it into gas.',
  unknown: 'Too little was charged, or not to full, to say what it holds.',
} as const;

/** Rest, read, judge: what the last charge says of the battery. */
export function After({ after, data }: { after: NonNullable<Chosen['after']>; data: ChargeData }) {
  const { capacityAh } = after;
  return (
    <section className={styles.card} aria-label="After the charge">
      <h3>The charge that ended {shortDay(dayOf(after.at, data.clock.timeZone))}</h3>
      <p>
        {after.tookAh.toFixed(1)} Ah went in, and {after.expectedAh.toFixed(1)} Ah should have.{' '}
        {VERDICTS[after.verdict]}
      </p>
      {capacityAh ? (
        <p>
          That suggests a usable capacity of <b>{Math.round(capacityAh.value)} Ah</b>, between{' '}
          {Math.round(capacityAh.low)} and {Math.round(capacityAh.high)}.
        </p>
      ) : null}
      <p>
        {after.held
          ? `After it: ${after.held}.`
          : `Not read since. At rest for ${data.rules.restHours} h, then read it: does it hold?`}
      </p>
    </section>
  );
}
