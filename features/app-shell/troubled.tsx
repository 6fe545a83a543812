import { counted, t } from '../../core/language';
import { Link } from '../ui/link';
import type { FrameData } from './app-shell-data';
import styles from './troubled.module.css';

/** So many are named; the others are counted. */
const MAX_NAMED = 3;

/** Batteries that cannot be judged: named on every screen, and mended on their vehicle's page. */
export function Troubled({ list }: { list: FrameData['troubled'] }) {
  if (list.length === 0) return null;
  return (
    <section className={styles.troubled} aria-label={t`Cannot be judged`}>
      <b>{t`${counted(list.length, 'battery', 'batteries')} cannot be judged. Everything else goes on.`}</b>
      <ul>
        {list.slice(0, MAX_NAMED).map(({ words, href }) => (
          <li key={words}>
            {words}. <Link href={href}>{t`Look at its facts and its logbook`}</Link>
          </li>
        ))}
        {list.length > MAX_NAMED ? <li>{t`and ${list.length - MAX_NAMED} more`}</li> : null}
      </ul>
    </section>
  );
}
