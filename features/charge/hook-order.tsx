import { stepsFor, type ProcedureContext } from '../../core/procedures/procedure';
import { PROCEDURES } from '../../core/procedures/procedures';
import styles from './panel.module.css';

/** The order of the hands for this vehicle and battery, each caution at its step. */
export function HookOrder({
  way,
  context,
}: {
  way: 'hook-up' | 'unhook';
  context: ProcedureContext;
}) {
  const steps = stepsFor(PROCEDURES[way], context);
  return (
    <ol className={styles.order}>
      {steps.map((step) => (
        <li key={step.id}>
          {step.say}
          {step.caution ? <em>{step.caution}</em> : null}
        </li>
      ))}
    </ol>
  );
}
