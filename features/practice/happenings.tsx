import { t } from '../../core/language';
import type { Happening } from '../../practice/stage';
import { Quiet } from '../ui/quiet';
import styles from './happenings.module.css';

/** So much is in sight; who wants to know more plays it again. */
const LATELY = 30;

/** What happened so far, the newest first; read aloud as it comes. */
export function Happenings({
  happenings,
  when,
  hour,
  minutes,
}: {
  readonly happenings: readonly Happening[];
  readonly when: (hour: number) => string;
  readonly hour: number;
  readonly minutes: number;
}) {
  return (
    <section className={styles.happenings} aria-label={t`What happened`}>
      <h2>{t`It is ${when(hour)}`}</h2>
      <Quiet as="p">{t`${Math.round(minutes)} min of your time so far`}</Quiet>
      <ol role="log" className={styles.list}>
        {happenings
          .slice(-LATELY)
          .map((one, i) => (
            <li key={i} className={one.isWrong ? styles.wrong : undefined}>
              <i>{when(one.hour)}</i> {one.words}
            </li>
          ))
          .reverse()}
      </ol>
    </section>
  );
}
