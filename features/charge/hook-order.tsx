import { t } from '../../core/language';
import type { FittedStep } from '../../core/procedures/procedure';
import styles from './hook-order.module.css';

/** The order of the hands for this vehicle and battery, each caution at its step. */
export function HookOrder({
  steps,
  brief = false,
}: {
  steps: readonly FittedStep[];
  /** Only what a hand is laid on, and its cautions. */
  brief?: boolean;
}) {
  const shown = brief
    ? steps.filter(({ touches, caution }) => touches !== 'none' || caution !== null)
    : steps;
  return (
    <ol className={styles.order} aria-label={t`The order of the hands`}>
      {shown.map((step) => (
        <li key={step.id} data-touches={step.touches}>
          {step.say}
          {step.caution ? <em>{step.caution}</em> : null}
        </li>
      ))}
    </ol>
  );
}
