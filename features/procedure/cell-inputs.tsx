'use client';

import { decimal, t } from '../../core/language';
import { useState } from 'react';
import { FAILING_SPREAD } from '../../core/battery/acid';
import { gravities as judged, waterLost } from '../../core/charging/water';
import { waterSentence } from '../../core/record/cells';
import type { BatteryContext } from '../../core/context/battery-context';
import { TextField } from '../ui/field';
import styles from './cell-inputs.module.css';

const numberOf = (text: string) => {
  const clean = text.trim().replace(',', '.');
  return clean === '' ? NaN : Number(clean);
};

/** One typed figure for each cell; what is not typed yet is not a number. */
function Cells({
  cells,
  value,
  label,
  placeholder,
  onChange,
}: {
  cells: number;
  value: readonly number[];
  label: string;
  placeholder: string;
  onChange: (value: number[]) => void;
}) {
  const [typed, setTyped] = useState(() =>
    Array.from({ length: cells }, (_, i) =>
      value[i] === undefined || Number.isNaN(value[i]) ? '' : String(value[i]),
    ),
  );
  return (
    <div className={styles.cells}>
      {typed.map((text, i) => (
        <label key={i}>
          <span>{i + 1}</span>
          <input
            aria-label={t`${label}, cell ${i + 1}`}
            inputMode="decimal"
            placeholder={placeholder}
            value={text}
            onChange={(event) => {
              const next = typed.map((old, at) => (at === i ? event.target.value : old));
              setTyped(next);
              onChange(next.map(numberOf));
            }}
          />
        </label>
      ))}
    </div>
  );
}

/** Millilitres into each cell, against what the charges since account for. */
export function WaterInput({
  context,
  value,
  onChange,
}: {
  context: BatteryContext;
  value: readonly number[];
  onChange: (addedMl: number[]) => void;
}) {
  const { facts, water } = context;
  const whole = value.length === facts.cells && value.every((ml) => ml >= 0);
  return (
    <div>
      <Cells
        cells={facts.cells}
        value={value}
        label={t`Millilitres`}
        placeholder="0"
        onChange={(typed) => onChange(typed.map((ml) => (Number.isNaN(ml) ? 0 : ml)))}
      />
      {whole && water ? (
        <output className={styles.judged}>
          {waterSentence(waterLost({ ...facts, ...water, addedMl: value }))}
        </output>
      ) : null}
    </div>
  );
}

/** Gravity of each cell as read, and what it comes to once the temperature is taken out. */
export function GravitiesInput({
  context,
  value,
  celsius,
  onChange,
}: {
  context: BatteryContext;
  value: readonly number[];
  celsius: number | undefined;
  onChange: (gravities: number[], celsius: number | undefined) => void;
}) {
  const { cells } = context.facts;
  const [typed, setTyped] = useState(celsius === undefined ? '' : String(celsius));
  const whole = value.length === cells && value.every((gravity) => gravity >= 1 && gravity <= 1.4);
  const answer = whole && celsius !== undefined ? judged(value, celsius) : null;
  // What is remembered is JSON, which knows no "not a number".
  const kept = (gravities: readonly number[]) =>
    gravities.map((one) => (Number.isNaN(one) ? 0 : one));
  return (
    <div>
      <Cells
        cells={cells}
        value={value.map((one) => (one === 0 ? NaN : one))}
        label={t`Gravity`}
        placeholder="1.265"
        onChange={(gravities) => onChange(kept(gravities), celsius)}
      />
      <TextField
        label={t`Acid, °C`}
        inputMode="decimal"
        value={typed}
        onChange={(event) => {
          setTyped(event.target.value);
          const degrees = numberOf(event.target.value);
          onChange(kept(value), Number.isNaN(degrees) ? undefined : degrees);
        }}
      />
      {answer ? (
        <output className={styles.judged}>{t`About ${Math.round(answer.socPct)} %. ${
          answer.spread > FAILING_SPREAD + 1e-9
            ? t`Cell ${answer.weakCell} is ${decimal(answer.spread, 3)} under the best: over ${decimal(FAILING_SPREAD, 3)} marks a failing cell.`
            : t`Spread ${decimal(answer.spread, 3)}: the cells are even.`
        }`}</output>
      ) : null}
    </div>
  );
}
