'use client';

import { t } from '../../core/language';
import { IconCheck } from '@tabler/icons-react';
import { useState } from 'react';
import { mayTick, type FittedStep } from '../../core/procedures/procedure';
import { Caution } from '../ui/caution';
import shared from './measuring.module.css';
import styles from './draw-steps.module.css';

/** The steps of the draw test beside the live trace; those of the meter tick themselves. */
export function DrawSteps({
  steps,
  done,
  byMeter,
  onTick,
}: {
  steps: readonly FittedStep[];
  done: readonly string[];
  /** Ticked by what the trace shows, never by hand. */
  byMeter: readonly string[];
  onTick: (id: string) => void;
}) {
  const [refusal, setRefusal] = useState<{ id: string; first: string; why: string } | null>(null);
  const next = steps.find(({ id }) => !done.includes(id));
  const tick = (step: FittedStep) => {
    if (done.includes(step.id) || byMeter.includes(step.id)) return;
    const answer = mayTick(steps, done, step.id);
    if (!answer.ok) {
      return setRefusal({ id: step.id, first: answer.first.say, why: answer.why });
    }
    setRefusal(null);
    onTick(step.id);
  };
  return (
    <ol className={styles.steps} aria-label={t`Draw test`}>
      {steps.map((step, i) => {
        const ticked = done.includes(step.id);
        const own = byMeter.includes(step.id);
        return (
          <li
            key={step.id}
            data-step={step.id}
            className={ticked ? styles.stepDone : step === next ? styles.stepNext : styles.step}
          >
            <button
              type="button"
              role="checkbox"
              aria-checked={ticked}
              aria-label={step.say}
              disabled={own && !ticked}
              onClick={() => tick(step)}
            >
              {ticked ? <IconCheck size={18} aria-hidden="true" /> : <b>{i + 1}</b>}
            </button>
            <div>
              <p>{step.say}</p>
              {step === next ? (
                <>
                  <p className={shared.quiet}>{step.why}</p>
                  {step.caution ? <Caution>{step.caution}</Caution> : null}
                </>
              ) : null}
              {refusal?.id === step.id ? (
                <p role="alert" className={shared.doubt}>
                  <b>{t`Not yet. First: ${refusal.first}`}</b> {refusal.why}
                </p>
              ) : null}
            </div>
          </li>
        );
      })}
    </ol>
  );
}
