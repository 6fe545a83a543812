import { t } from '../../core/language';
import { IconCheck } from '@tabler/icons-react';
import type { DraftBattery } from './draft';
import { ROLE_WORDS } from '../../core/battery/roles';
import styles from './battery-tabs.module.css';

/** The batteries of the vehicle, where there is more than one. */
export function BatteryTabs({
  batteries,
  at,
  done,
  onPick,
}: {
  batteries: readonly DraftBattery[];
  at: number;
  done: (battery: DraftBattery) => boolean;
  onPick: (at: number) => void;
}) {
  if (batteries.length < 2) return null;
  return (
    <div className={styles.tabs} role="group" aria-label={t`Battery`}>
      {batteries.map((battery, i) => (
        <button
          key={battery.id}
          type="button"
          aria-pressed={i === at}
          className={i === at ? styles.tabHere : styles.tab}
          onClick={() => onPick(i)}
        >
          {done(battery) ? <IconCheck size={16} role="img" aria-label={t`done`} /> : null}
          {i + 1} · {ROLE_WORDS[battery.role]}
        </button>
      ))}
    </div>
  );
}
