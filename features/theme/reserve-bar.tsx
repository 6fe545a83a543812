import { CHARGING, CONDEMNED, UNKNOWN } from '../../core/assessment/reserve-marks';
import { FULL_RESERVE_DAYS, reserveColour } from './reserve-colour';
import { reserveShare, reserveText } from './reserve-words';
import layout from '../ui/layout.module.css';
import styles from './reserve-bar.module.css';

/** A bar of the reserve scale with its number beside it. */
export function ReserveBar({
  days,
  label,
  narrow = false,
}: {
  days: number;
  label?: string | undefined;
  narrow?: boolean;
}) {
  const share = reserveShare(days);
  // Words say it all where there is no number of days.
  const track = ![CHARGING, UNKNOWN, CONDEMNED].includes(days);
  return (
    <span className={layout.inline}>
      {label ? <span className={styles.label}>{label}</span> : null}
      {track ? (
        <span className={narrow ? styles.narrow : styles.track} aria-hidden="true">
          <span
            className={styles.fill}
            style={{
              width: `${Math.max(16, share * 100)}%`,
              background: reserveColour(share * FULL_RESERVE_DAYS),
            }}
          />
        </span>
      ) : null}
      <span className={styles.days}>{reserveText(days)}</span>
    </span>
  );
}
