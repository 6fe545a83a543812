import { decimal, t } from '../../core/language';
import shared from './measuring.module.css';
import styles from './across.module.css';
import { Button } from '../ui/button';

/** What the meter shows across the fuse that is chosen in the table. */
export function Across({
  fuse,
  volts,
  onTake,
}: {
  fuse: string | null;
  volts: number | null;
  onTake: (fuse: string, millivolts: number) => void;
}) {
  const millivolts = volts === null ? null : Math.round(volts * 1e5) / 100;
  return (
    <div className={styles.across}>
      {fuse === null ? (
        <span
          className={shared.quiet}
        >{t`Choose a fuse in the table, and touch its two ends.`}</span>
      ) : millivolts === null ? (
        <span className={shared.quiet}>{t`Type what your meter shows across ${fuse}.`}</span>
      ) : (
        <>
          <span className={shared.live}>{t`${decimal(millivolts, 2)} mV`}</span>
          <Button
            size="large"
            onClick={() => onTake(fuse, millivolts)}
          >{t`Take it for ${fuse}`}</Button>
        </>
      )}
    </div>
  );
}
