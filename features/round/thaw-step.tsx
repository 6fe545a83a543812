import { Button } from 'antd';
import { blockedFromCharge } from '../../core/gate/gate';
import type { Judged } from './round-data';
import styles from './round.module.css';

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
        <h2>Warm through</h2>
        <p>Recorded.</p>
      </div>
    );
  }
  return (
    <div className={styles.card}>
      <h2>Warm it through first</h2>
      <div className={styles.why}>
        {blockedFromCharge(judged.context).map(({ code, words }) => (
          <p key={code}>{words}</p>
        ))}
      </div>
      <div className={styles.lamps}>
        <Button size="large" onClick={onThawed}>
          Its case was measured warm, and it is whole
        </Button>
      </div>
    </div>
  );
}
