import { t } from '../../core/language';
import { phrase } from '../words/phrase';
import { Link } from '../ui/link';
import styles from './no-plan.module.css';

/** The season cannot be planned: why, and what goes on all the same. */
export function NoSeasonPlan({ why }: { why: string }) {
  return (
    <section className={styles.none}>
      <h1>{t`No plan of the season`}</h1>
      <p>{t`It cannot be planned as things stand: ${why}`}</p>
      <p>{phrase`What is due today stands in the ${(<Link href="/round">{t`Round`}</Link>)} all the same, reckoned for each battery by itself. The plan is tried again as soon as anything is recorded.`}</p>
    </section>
  );
}
