import { t } from '../../core/language';
import type { Sight } from '../../practice/stage';
import { Trace } from './trace';
import styles from './sights.module.css';

/** What there is to be seen. */
export function Sights({ sights }: { readonly sights: readonly Sight[] }) {
  return (
    <dl className={styles.sights} aria-label={t`What you see`}>
      {sights.map(({ label, value, isDisplay, trace }) => (
        <div key={label} className={trace ? styles.wide : undefined}>
          <dt>{label}</dt>
          <dd className={isDisplay ? styles.display : undefined}>
            {value}
            {trace ? <Trace values={trace} label={label} /> : null}
          </dd>
        </div>
      ))}
    </dl>
  );
}
