'use client';

import { Button } from 'antd';
import { IconCheck } from '@tabler/icons-react';
import { useMemo, useState } from 'react';
import type { BatteryContext } from '../../core/context/battery-context';
import { actOfProcedure, isOverridable, reasonsAgainst } from '../../core/gate/gate';
import { draft, type EntryDraft } from '../../core/procedures/entry-draft';
import { cupsToMl, neutraliserWords } from '../../core/procedures/neutraliser';
import {
  inputProblem,
  isComplete,
  mayTick,
  stepsFor,
  withoutStep,
  type FittedStep,
  type ProcedureInputs,
} from '../../core/procedures/procedure';
import type { ProcedureId } from '../../core/logbook/procedure-ids';
import { PROCEDURES } from '../../core/procedures/procedures';
import { useShortcuts } from '../app-shell/shortcuts';
import { LevelsInput } from '../inspect/levels-input';
import { GravitiesInput, WaterInput } from './cell-inputs';
import { useProgress } from './progress';
import { Refusal } from './refusal';
import { Caution } from '../ui/caution';
import { SelectField, TextField } from '../ui/field';
import styles from './runner.module.css';

/**
 * A guided procedure, step by step. What must not be swapped cannot be ticked out of order, and
 * it says why. Half done, it is found again as it was left.
 */
export function ProcedureRunner({
  id,
  context,
  place,
  onDone,
}: {
  id: ProcedureId;
  context: BatteryContext;
  /** Names this battery and procedure on this device. */
  place: string;
  /** Records what was done; false where it could not be, and the ticks are kept. */
  onDone: (entries: readonly EntryDraft[]) => void | Promise<boolean>;
}) {
  const procedure = PROCEDURES[id];
  const steps = useMemo(() => stepsFor(procedure, context), [procedure, context]);
  const [progress, setProgress] = useProgress(place);
  const [refusal, setRefusal] = useState<{ step: string; first: string; why: string } | null>(null);
  const done = progress.done.filter((step) => steps.some((one) => one.id === step));
  const { milliamps, levels, addedMl, gravities, acidCelsius } = progress;
  const inputs: ProcedureInputs = { milliamps, levels, addedMl, gravities, acidCelsius };
  // Whether it may be done at all is for the gate to say; where it is no danger, a reason will do.
  const act = actOfProcedure(id);
  const because = useMemo(() => (act ? reasonsAgainst(context, act) : []), [act, context]);
  const overridable = isOverridable(because);
  const [despite, setDespite] = useState('');
  const goes = because.length === 0 || (overridable && despite.trim() !== '');
  const next = !goes ? undefined : steps.find((step) => !done.includes(step.id) && !step.optional);

  const complete = goes && isComplete(steps, done);

  const toggle = (step: FittedStep) => {
    if (done.includes(step.id)) {
      setRefusal(null);
      setProgress({ ...progress, done: withoutStep(steps, done, step.id) });
      return;
    }
    const answer = mayTick(steps, done, step.id);
    if (!answer.ok) {
      setRefusal({ step: step.id, first: answer.first.say, why: answer.why });
      return;
    }
    const problem = inputProblem(step, inputs, context);
    if (problem) {
      setRefusal({ step: step.id, first: '', why: problem });
      document.querySelector<HTMLElement>(`[data-input="${step.id}"] :is(input, button)`)?.focus();
      return;
    }
    setRefusal(null);
    setProgress({ ...progress, done: [...done, step.id] });
  };

  const finish = async () => {
    const kept = await onDone([
      ...procedure.writes(context, inputs, done),
      draft('procedure-done', {
        procedure: id,
        steps: done,
        ...(because.length > 0 ? { despite: despite.trim() } : {}),
      }),
    ]);
    if (kept !== false) setProgress({ done: [] });
  };

  useShortcuts(procedure.label, 'steps', [
    {
      keys: [' '],
      shown: 'Space',
      what: 'the next step is done',
      act: next ? () => toggle(next) : null,
    },
    {
      keys: ['Enter'],
      shown: 'Enter',
      what: 'all of it is done',
      act: complete ? () => void finish() : null,
    },
  ]);

  const refused =
    because.length > 0 ? (
      <Refusal because={because} overridable={overridable} why={despite} onWhy={setDespite} />
    ) : null;
  if (!goes) return <div className={styles.runner}>{refused}</div>;
  return (
    <div
      className={styles.runner}
      data-kept
      onKeyDown={(event) => {
        // Out of a field, so that Space ticks again.
        if (event.key === 'Escape' && event.target instanceof HTMLElement) event.target.blur();
      }}
    >
      {refused}
      <ol className={styles.steps} aria-label={procedure.label}>
        {steps.map((step, i) => {
          const ticked = done.includes(step.id);
          return (
            <li
              key={step.id}
              className={ticked ? styles.done : step === next ? styles.next : styles.step}
              data-step={step.id}
            >
              <button
                type="button"
                className={styles.tick}
                role="checkbox"
                aria-checked={ticked}
                aria-label={`${step.say}${step.optional ? ' (only where needed)' : ''}`}
                onClick={() => toggle(step)}
              >
                {ticked ? <IconCheck size={22} aria-hidden="true" /> : <b>{i + 1}</b>}
              </button>
              <div className={styles.text}>
                <p className={styles.say}>
                  {step.say}
                  {step.optional ? <em> only where needed</em> : null}
                </p>
                <p className={styles.why}>{step.why}</p>
                {step.tools ? <p className={styles.tools}>Tools: {step.tools}.</p> : null}
                {step.caution ? <Caution>{step.caution}</Caution> : null}
                <div data-input={step.id}>
                  {step.input === 'cleaner' ? <Cleaner context={context} /> : null}
                  {step.input === 'milliamps' ? (
                    <TextField
                      label="Settled draw, mA"
                      inputMode="decimal"
                      onKeyDown={(event) => {
                        if (event.key !== 'Enter') return;
                        toggle(step);
                        event.currentTarget.blur();
                      }}
                      defaultValue={progress.milliamps ?? ''}
                      onChange={(event) => {
                        const text = event.target.value.trim().replace(',', '.');
                        const milliamps = text === '' ? undefined : Number(text);
                        setProgress({ ...progress, done, milliamps });
                      }}
                    />
                  ) : null}
                  {step.input === 'water' ? (
                    <WaterInput
                      context={context}
                      value={progress.addedMl ?? []}
                      onChange={(addedMl) => setProgress({ ...progress, done, addedMl })}
                    />
                  ) : null}
                  {step.input === 'gravities' ? (
                    <GravitiesInput
                      context={context}
                      value={progress.gravities ?? []}
                      celsius={progress.acidCelsius}
                      onChange={(gravities, acidCelsius) =>
                        setProgress({ ...progress, done, gravities, acidCelsius })
                      }
                    />
                  ) : null}
                  {step.input === 'levels' ? (
                    <LevelsInput
                      cells={context.facts.cells}
                      value={progress.levels ?? []}
                      onChange={(levels) => setProgress({ ...progress, done, levels: [...levels] })}
                    />
                  ) : null}
                </div>
                {refusal?.step === step.id ? (
                  <p className={styles.refusal} role="alert">
                    {refusal.first ? <b>Not yet. First: {refusal.first} </b> : null}
                    {refusal.why}
                  </p>
                ) : null}
              </div>
            </li>
          );
        })}
      </ol>
      <div className={styles.foot}>
        <Button type="primary" size="large" disabled={!complete} onClick={() => void finish()}>
          {procedure.label}: done
        </Button>
        <span className={styles.count} role="status">
          {done.length} of {steps.length} steps
        </span>
        <span className={styles.keys}>
          <kbd>Space</kbd> next step
          {complete ? (
            <>
              {' '}
              <kbd>Enter</kbd> done
            </>
          ) : null}
        </span>
      </div>
      <p className={styles.makers}>
        The maker’s instructions, local codes and licensed staff come first.
      </p>
    </div>
  );
}

const METRIC_AMOUNTS = [0.25, 0.5, 1, 2, 5];
const US_AMOUNTS = [1, 2, 4, 8, 20];

/** How much bicarbonate for how much water. */
function Cleaner({ context }: { context: BatteryContext }) {
  const { measureUnit } = context.rules;
  const metric = measureUnit === 'metric';
  const amounts = metric ? METRIC_AMOUNTS : US_AMOUNTS;
  const [amount, setAmount] = useState(amounts[1]!);
  return (
    <div className={styles.cleaner}>
      <SelectField
        label={metric ? 'Water, litres' : 'Water, cups'}
        value={amount}
        options={amounts.map((one) => ({ value: one, label: String(one) }))}
        onChange={setAmount}
      />
      <output>{neutraliserWords(metric ? amount * 1000 : cupsToMl(amount), measureUnit)}</output>
    </div>
  );
}
