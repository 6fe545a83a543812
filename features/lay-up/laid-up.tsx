import { t } from '../../core/language';
import { Link } from '../ui/link';
import type { Draft } from './draft';
import styles from './laid-up.module.css';
import { Button } from '../ui/button';

/** What stands there now, and what comes next. */
export function LaidUp({
  name,
  mark,
  draft,
  onAgain,
}: {
  name: string;
  mark: string;
  draft: Draft;
  onAgain: () => void;
}) {
  const unread = draft.batteries.some((battery) => battery.volts === null);
  const unplanned = draft.batteries.some((battery) => battery.plan === null);
  return (
    <div className={styles.done} role="status">
      <h1>{t`${name} stands in ${mark}`}</h1>
      <p>{t`${
        unread
          ? t`Not every battery was read: it is a stop of the next round, and until then its reserve is not known. `
          : ''
      }${unplanned ? t`Not every battery has a storage plan: choose it on the vehicle’s page. ` : ''}What the plans ask for stands in the next round, step by step.`}</p>
      <div className={styles.doneLinks}>
        <Link href={`/vehicle/${draft.vehicleId}`}>{t`Its page`}</Link>
        <Link href={`/print/vehicle/${draft.vehicleId}`}>{t`Print tag and labels`}</Link>
        <Link href="/round">{t`Go to the round`}</Link>
        <Link href="/yard">{t`See it in the Yard`}</Link>
        <Button onClick={onAgain}>{t`Lay up another`}</Button>
      </div>
    </div>
  );
}
