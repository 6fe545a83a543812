import { t } from '../../core/language';
import { contextOf } from '../../core/context/from-record';
import { blockedFromCharge } from '../../core/gate/gate';
import type { Judged } from './round-data';
import styles from './round.module.css';
import { Button } from '../ui/button';

/** A battery that may hold ice, or is too cold to be charged: warm first, and looked at. */
export function ThawStep({
  judged,
  done,
  onThawed,
}: {
  judged: Judged;
  done: boolean;
  onThawed: () => void;
}) {
  if (done) {
    return (
      <div className={styles.card}>
        <h2>{t`Warm through`}</h2>
        <p>{t`Recorded.`}</p>
      </div>
    );
  }
  return (
    <div className={styles.card}>
      <h2>{t`Warm it through first`}</h2>
      <div className={styles.why}>
        {blockedFromCharge(contextOf(judged.standing, judged.outlook)).map(({ code, words }) => (
          <p key={code}>{words}</p>
        ))}
      </div>
      <div className={styles.lamps}>
        <Button
          size="large"
          onClick={onThawed}
        >{t`Its case was measured warm, and it is whole`}</Button>
      </div>
    </div>
  );
}
