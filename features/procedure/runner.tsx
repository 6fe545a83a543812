'use client';

import { t } from '../../core/language';
import { phrase } from '../words/phrase';
import { useMemo, useState } from 'react';
import type { BatteryContext } from '../../core/context/battery-context';
import { actOfProcedure, isOverridable, reasonsAgainst } from '../../core/gate/gate';
import { draft, type EntryDraft } from '../../core/procedures/entry-draft';
import { stepsFor, type FittedStep } from '../../core/procedures/procedure';
import type { ProcedureId } from '../../core/logbook/procedure-names';
import { PROCEDURE_NAMES } from '../../core/logbook/procedure-names';
import { PROCEDURES } from '../../core/procedures/procedures';
import { useShortcuts } from '../app-shell/shortcuts';
import { useProgress, type Progress } from './progress';
import { Refusal } from './refusal';
import { StepInput } from './step-input';
import { StepItem } from './step-item';
import { doneOf, isDone, nextOf, touch, type Refused } from './ticking';
import styles from './runner.module.css';
import { Button } from '../ui/button';

interface RunnerProps {
  readonly id: ProcedureId;
  readonly context: BatteryContext;
  /** Names this battery and procedure on this device. */
  readonly place: string;
  /** Why it is done all the same, where that was said already. */
  readonly despite?: string;
  /** Records what was done; false where it could not be, and the ticks are kept. */
  readonly onDone: (entries: readonly EntryDraft[]) => void | Promise<boolean>;
}

/** Where the work stands, and what can be done with it. */
function useRunner({ id, context, place, despite: said = '', onDone }: RunnerProps) {
  const procedure = PROCEDURES[id];
  const steps = useMemo(() => stepsFor(procedure, context), [procedure, context]);
  const [progress, setProgress] = useProgress(place);
  const [refused, setRefused] = useState<Refused | null>(null);
  // Whether it may be done at all is for the gate to say; where it is no danger, a reason will do.
  const act = actOfProcedure(id);
  const because = useMemo(() => (act ? reasonsAgainst(context, act) : []), [act, context]);
  const [typed, setDespite] = useState('');
  const despite = said || typed;
  const overridable = isOverridable(because);
  const goes = because.length === 0 || (overridable && despite.trim() !== '');
  const done = doneOf(steps, progress);
  return {
    steps,
    progress,
    done,
    refused,
    goes,
    next: goes ? nextOf(steps, done) : undefined,
    complete: goes && isDone(steps, progress),
    refusal:
      because.length > 0 && said === '' ? (
        <Refusal because={because} overridable={overridable} why={typed} onWhy={setDespite} />
      ) : null,
    note: (noted: Partial<Progress>) => setProgress({ ...progress, done, ...noted }),
    toggle: (step: FittedStep) => {
      const after = touch(steps, progress, step, context);
      setRefused(after.refused);
      if (!after.refused) setProgress(after.progress);
      else if (!after.refused.first)
        document
          .querySelector<HTMLElement>(`[data-input="${step.id}"] :is(input, button)`)
          ?.focus();
    },
    finish: async () => {
      const kept = await onDone([
        ...procedure.writes(context, progress, done),
        draft('procedure-done', {
          procedure: id,
          steps: done,
          ...(because.length > 0 ? { despite: despite.trim() } : {}),
        }),
      ]);
      if (kept !== false) setProgress({ done: [] });
    },
  };
}

/**
 * A guided procedure, step by step. What must not be swapped cannot be ticked out of order, and
 * it says why. Half done, it is found again as it was left.
 */
export function ProcedureRunner(props: RunnerProps) {
  const { context } = props;
  const runner = useRunner(props);
  const { steps, done, next, complete, refusal, toggle, finish } = runner;
  const { label } = PROCEDURE_NAMES[props.id];
  useShortcuts(label, 'steps', [
    {
      keys: [' '],
      shown: 'Space',
      what: t`the next step is done`,
      act: next ? () => toggle(next) : null,
    },
    {
      keys: ['Enter'],
      shown: 'Enter',
      what: t`all of it is done`,
      act: complete ? () => void finish() : null,
    },
  ]);

  if (!runner.goes) return <div className={styles.runner}>{refusal}</div>;
  return (
    <div
      className={styles.runner}
      data-kept
      onKeyDown={(event) => {
        // Out of a field, so that Space ticks again.
        if (event.key === 'Escape' && event.target instanceof HTMLElement) event.target.blur();
      }}
    >
      {refusal}
      <ol className={styles.steps} aria-label={label}>
        {steps.map((step, i) => (
          <StepItem
            key={step.id}
            step={step}
            at={i}
            state={done.includes(step.id) ? 'done' : step === next ? 'next' : 'step'}
            refused={runner.refused}
            onTouch={() => toggle(step)}
          >
            <StepInput
              step={step}
              context={context}
              progress={runner.progress}
              onNote={runner.note}
              onEnter={() => toggle(step)}
            />
          </StepItem>
        ))}
      </ol>
      <div className={styles.foot}>
        <Button
          type="primary"
          size="large"
          disabled={!complete}
          onClick={() => void finish()}
        >{t`${label}: done`}</Button>
        <span
          className={styles.count}
          role="status"
        >{t`${done.length} of ${steps.length} steps`}</span>
        <span className={styles.keys}>{phrase`${(<kbd>{t`Space`}</kbd>)} next step${
          complete ? <>{phrase` ${(<kbd>{t`Enter`}</kbd>)} done`}</> : null
        }`}</span>
      </div>
      <p
        className={styles.makers}
      >{t`The maker’s instructions, local codes and licensed staff come first.`}</p>
    </div>
  );
}
