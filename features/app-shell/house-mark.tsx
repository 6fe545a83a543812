import { t } from '../../core/language';
import { Link } from '../ui/link';
import styles from './house-mark.module.css';

/** The mark of the house; under it people practise. */
export function HouseMark() {
  return (
    <Link
      href="/practice"
      className={styles.mark}
      aria-label={t`Practise`}
      title={t`Practise, on a yard where mistakes cost nothing`}
    />
  );
}

/** The same among what is rare, on a phone. */
export function RareMark() {
  return (
    <Link href="/practice" className={styles.rare}>
      <i />
      <span>{t`Practise`}</span>
    </Link>
  );
}
