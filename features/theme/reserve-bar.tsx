import { CHARGING, HELD, UNKNOWN } from '../../core/judge/season';
import { FULL_RESERVE_DAYS, reserveColour } from './reserve-colour';
import styles from './reserve-bar.module.css';

/** A reserve as the season's arrays hold it, in words short enough for a tile. */
export function reserveText(days: number): string {
  if (days === HELD) return 'held';
  if (days === CHARGING) return 'on charge';
  if (days === UNKNOWN) return 'not read';
  return days > 365 ? '365+ d' : `${days} d`;
}

/** Share of the bar that a reserve fills. */
export const reserveShare = (days: number) =>
  days === HELD || days === CHARGING
    ? 1
    : days === UNKNOWN
      ? 0
      : Math.min(1, days / FULL_RESERVE_DAYS);

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
  const track = days !== CHARGING && days !== UNKNOWN;
  return (
    <span className={styles.row}>
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
