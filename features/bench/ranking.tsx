import { decimal, t } from '../../core/language';
import type { HuntAnswer } from '../../core/fault-isolation/hunt';
import { formatMilliamps } from '../../core/words/words';
import shared from './measuring.module.css';
import hunting from './hunt.module.css';
import styles from './ranking.module.css';

/** Circuits by the chance that they are the culprit, with what they carry. */
export function Ranking({ answer, known }: { answer: HuntAnswer; known: boolean }) {
  const across = answer.ranked.some(({ milliamps }) => milliamps !== null);
  const top = answer.ranked.filter(({ chance, main }) => !main && chance > 0.005).slice(0, 6);
  return (
    <section className={shared.card} aria-label={t`Who it may be`}>
      <h2>{t`Who it may be`}</h2>
      <p className={shared.quiet}>
        {known
          ? t`${formatMilliamps(answer.excessMa)} more than it needs.`
          : across
            ? t`By the millivolts so far; the whole draw is not measured yet.`
            : t`The draw is not measured yet; this is what is usual.`}
      </p>
      <ol className={styles.ranking}>
        {top.map((one) => (
          <li key={one.fuse}>
            <b>{one.fuse}</b>
            <span>{one.feeds}</span>
            <span className={hunting.number}>{Math.round(100 * one.chance)} %</span>
            <span className={hunting.number}>
              {one.milliamps
                ? `${formatMilliamps(Math.max(0, one.milliamps.value))} (${decimal(Math.max(0, one.milliamps.low), 0)}–${decimal(Math.max(0, one.milliamps.high), 0)})`
                : ''}
            </span>
          </li>
        ))}
        <li>
          <b>–</b>
          <span>{t`behind no fuse`}</span>
          <span className={hunting.number}>{Math.round(100 * answer.unfused)} %</span>
          <span />
        </li>
      </ol>
    </section>
  );
}
