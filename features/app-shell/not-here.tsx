import { t } from '../../core/language';
import { Link } from '../ui/link';
// Loaded with every page already: what fails must not wait for styles.
import styles from './app-shell.module.css';

/** An address that leads to nothing here. */
export function NotHere() {
  return (
    <section className={styles.said}>
      <h1>{t`Nothing is here`}</h1>
      <p>{t`No page, and no vehicle that stands here, has this address. A vehicle that was handed back or whose lay-up was withdrawn stands in no bay any more.`}</p>
      <p>
        <Link href="/yard">{t`To the Yard`}</Link>
      </p>
    </section>
  );
}
