'use client';

import { t } from '../../core/language';
import { useState } from 'react';
import { cellsFor } from '../../core/battery/chemistries';
import { EMPTY_INSPECTION, InspectionForm } from '../inspect/inspection-form';
import { parseVolts } from '../vehicle/parse-volts';
import { BatteryTabs } from './battery-tabs';
import type { DraftBattery } from './draft';
import { Field } from './field';
import { voltsQuestion } from './schema';
import type { StepProps } from './step-props';
import shared from './lay-up.module.css';
import styles from './step-inspect.module.css';
import { Button } from '../ui/button';
import { Input } from '../ui/input';

/** Each battery looked at and read. */
export function StepInspect({ draft, problem, change }: StepProps) {
  const [at, setAt] = useState(0);
  const shown = Math.min(at, draft.batteries.length - 1);
  const battery = draft.batteries[shown];
  if (!battery) return null;
  const set = (patch: Partial<DraftBattery>) =>
    change({
      batteries: draft.batteries.map((one, i) => (i === shown ? { ...one, ...patch } : one)),
    });
  const cells = cellsFor(battery.chemistry, battery.nominalVolts);
  return (
    <div className={shared.batteries}>
      <BatteryTabs
        batteries={draft.batteries}
        at={shown}
        done={(one) => one.inspection !== null}
        onPick={setAt}
      />
      <section className={shared.part}>
        <VoltsField
          key={battery.id}
          path={`batteries.${shown}.volts`}
          volts={battery.volts}
          problem={problem(`batteries.${shown}.volts`)}
          question={battery.voltsConfirmed ? null : voltsQuestion(battery)}
          onChange={(volts) => set({ volts, voltsConfirmed: false })}
          onConfirm={() => set({ voltsConfirmed: true })}
        />
        <InspectionForm
          kind={draft.kind}
          details={battery.details}
          cells={cells}
          value={battery.inspection ?? EMPTY_INSPECTION}
          problem={problem(`batteries.${shown}.inspection.levels`)}
          onChange={(inspection) => set({ inspection })}
        />
      </section>
    </div>
  );
}

function VoltsField({
  path,
  volts,
  problem,
  question,
  onChange,
  onConfirm,
}: {
  path: string;
  volts: number | null;
  problem: string | undefined;
  /** What is odd about them, to be confirmed. */
  question: string | null;
  onChange: (volts: number | null) => void;
  onConfirm: () => void;
}) {
  const [text, setText] = useState(volts === null ? '' : volts.toFixed(2));
  const parsed = text.trim() === '' ? null : parseVolts(text);
  const wrong = (parsed && !parsed.ok ? parsed.reason : null) ?? question ?? problem;
  return (
    <div className={styles.narrow}>
      <Field
        label={t`Volts on arrival`}
        path={path}
        problem={wrong?.replace(/[.?]$/, question ? '?' : '')}
        hint={t`With a decimal point. Too soon after driving it is kept and marked, and read again later.`}
      >
        {(id, more) => (
          <Input
            id={id}
            size="large"
            {...more}
            inputMode="decimal"
            placeholder={t`not read`}
            value={text}
            onChange={(event) => {
              setText(event.target.value);
              const next = event.target.value.trim() === '' ? null : parseVolts(event.target.value);
              if (next === null) onChange(null);
              else if (next.ok) onChange(next.volts);
            }}
          />
        )}
      </Field>
      {question ? (
        <Button size="large" onClick={onConfirm}>{t`It is right, keep it`}</Button>
      ) : null}
    </div>
  );
}
