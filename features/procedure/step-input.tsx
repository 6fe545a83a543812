import { t } from '../../core/language';
import { useState } from 'react';
import type { BatteryContext } from '../../core/context/battery-context';
import { cupsToMl, neutraliserWords } from '../../core/procedures/neutraliser';
import type { FittedStep } from '../../core/procedures/procedure';
import { LevelsInput } from '../inspect/levels-input';
import { SelectField } from '../ui/chooser';
import { TextField } from '../ui/field';
import { GravitiesInput, WaterInput } from './cell-inputs';
import type { Progress } from './progress';
import { ChargingInput, CrankInput, DropsInput, HeadlampsInput, LoadInput } from './test-inputs';
import styles from './step-input.module.css';

/** What a step asks to be noted. */
export function StepInput({
  step,
  context,
  progress,
  onNote,
  onEnter,
}: {
  readonly step: FittedStep;
  readonly context: BatteryContext;
  readonly progress: Progress;
  readonly onNote: (noted: Partial<Progress>) => void;
  /** Enter in a field. */
  readonly onEnter: () => void;
}) {
  switch (step.input) {
    case undefined:
      return null;
    case 'cleaner':
      return <Cleaner context={context} />;
    case 'milliamps':
      return (
        <TextField
          label={t`Settled draw, mA`}
          inputMode="decimal"
          onKeyDown={(event) => {
            if (event.key !== 'Enter') return;
            onEnter();
            event.currentTarget.blur();
          }}
          defaultValue={progress.milliamps ?? ''}
          onChange={(event) => {
            const text = event.target.value.trim().replace(',', '.');
            onNote({ milliamps: text === '' ? undefined : Number(text) });
          }}
        />
      );
    case 'water':
      return (
        <WaterInput
          context={context}
          value={progress.addedMl ?? []}
          onChange={(addedMl) => onNote({ addedMl })}
        />
      );
    case 'gravities':
      return (
        <GravitiesInput
          context={context}
          value={progress.gravities ?? []}
          celsius={progress.acidCelsius}
          onChange={(gravities, acidCelsius) => onNote({ gravities, acidCelsius })}
        />
      );
    case 'crank':
      return (
        <CrankInput
          // Another start was measured: its figures stand there.
          key={JSON.stringify(progress.crankMeasured)}
          context={context}
          value={progress.crank}
          measured={progress.crankMeasured}
          onNote={(crank) => onNote({ crank })}
        />
      );
    case 'charging':
      return (
        <ChargingInput
          context={context}
          value={progress.charging}
          onNote={(charging) => onNote({ charging })}
        />
      );
    case 'drops':
      return (
        <DropsInput
          context={context}
          value={progress.drops}
          onNote={(drops) => onNote({ drops })}
        />
      );
    case 'headlamps':
      return (
        <HeadlampsInput value={progress.headlamps} onNote={(headlamps) => onNote({ headlamps })} />
      );
    case 'load':
      return (
        <LoadInput context={context} value={progress.load} onNote={(load) => onNote({ load })} />
      );
    case 'levels':
      return (
        <LevelsInput
          cells={context.facts.cells}
          value={progress.levels ?? []}
          onChange={(levels) => onNote({ levels: [...levels] })}
        />
      );
  }
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
        label={metric ? t`Water, litres` : t`Water, cups`}
        value={amount}
        options={amounts.map((one) => ({ value: one, label: String(one) }))}
        onChange={setAmount}
      />
      <output>{neutraliserWords(metric ? amount * 1000 : cupsToMl(amount), measureUnit)}</output>
    </div>
  );
}
