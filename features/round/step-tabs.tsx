import { t } from '../../core/language';
import { IconCheck } from '@tabler/icons-react';
import type { Step } from './round-data';
import styles from './step-tabs.module.css';

/** What there is to do at this stop; one needs no tabs. */
export function StepTabs({
  steps,
  at,
  onPick,
}: {
  steps: readonly Step[];
  at: number;
  onPick: (step: number) => void;
}) {
  if (steps.length < 2) return null;
  return (
    <div className={styles.tabs} role="group" aria-label={t`At this stop`}>
      {steps.map((step, i) => (
        <button
          key={`${step.batteryId}-${step.label}`}
          type="button"
          className={i === at ? styles.tabHere : styles.tab}
          aria-current={i === at ? 'step' : undefined}
          onClick={() => onPick(i)}
        >
          {step.done ? <IconCheck size={16} aria-label={t`done`} role="img" /> : null}
          {step.label}
        </button>
      ))}
    </div>
  );
}
