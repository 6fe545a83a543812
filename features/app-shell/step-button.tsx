import { t } from '../../core/language';
import { IconChevronLeft, IconChevronRight } from '@tabler/icons-react';
import styles from './step-button.module.css';

/** To the round before, or the one after. */
export function StepButton({
  towards,
  onStep,
}: {
  towards: 1 | -1;
  onStep: (towards: 1 | -1) => void;
}) {
  const Icon = towards > 0 ? IconChevronRight : IconChevronLeft;
  return (
    <button
      type="button"
      className={styles.step}
      aria-label={towards > 0 ? t`Round after` : t`Round before`}
      onClick={() => onStep(towards)}
    >
      <Icon size={20} aria-hidden="true" />
    </button>
  );
}
