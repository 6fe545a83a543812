import { t } from '../../core/language';
import { IconCheck } from '@tabler/icons-react';
import type { ReactNode } from 'react';
import type { FittedStep } from '../../core/procedures/procedure';
import { Caution } from '../ui/caution';
import type { Refused } from './ticking';
import styles from './step-item.module.css';

/** One step: a box to tick, what to do and why, its caution, what it asks for. */
export function StepItem({
  step,
  at,
  state,
  refused,
  onTouch,
  children,
}: {
  readonly step: FittedStep;
  readonly at: number;
  readonly state: 'done' | 'next' | 'step';
  readonly refused: Refused | null;
  readonly onTouch: () => void;
  readonly children: ReactNode;
}) {
  return (
    <li className={styles[state]} data-step={step.id}>
      <button
        type="button"
        className={styles.tick}
        role="checkbox"
        aria-checked={state === 'done'}
        aria-label={step.optional ? t`${step.say} (only where needed)` : step.say}
        onClick={onTouch}
      >
        {state === 'done' ? <IconCheck size={22} aria-hidden="true" /> : <b>{at + 1}</b>}
      </button>
      <div className={styles.text}>
        <p className={styles.say}>
          {step.say}
          {step.optional ? <em>{t` only where needed`}</em> : null}
        </p>
        {state === 'done' ? null : (
          <>
            <p className={styles.why}>{step.why}</p>
            {step.tools ? <p className={styles.tools}>{t`Tools: ${step.tools}.`}</p> : null}
          </>
        )}
        {step.caution ? <Caution>{step.caution}</Caution> : null}
        <div data-input={step.id}>{children}</div>
        {refused?.step === step.id ? (
          <p className={styles.refusal} role="alert">
            {refused.first ? <b>{t`Not yet. First: ${refused.first} `}</b> : null}
            {refused.why}
          </p>
        ) : null}
      </div>
    </li>
  );
}
