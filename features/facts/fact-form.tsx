'use client';

import { t } from '../../core/language';
import { useState, type ReactNode } from 'react';
import type { Fact, Facts, Patch } from '../../core/facts/fact';
import type { Rules } from '../../core/rules/rules';
import { DayField } from '../theme/day-field';
import { Chooser } from '../ui/chooser';
import { Field, TextField } from '../ui/field';
import { Problem } from '../ui/problem';
import { asTyped, unitOf, valueTyped } from './fact-units';
import styles from './fact-sheet.module.css';
import { Button } from '../ui/button';
import { Input } from '../ui/input';

/** What was written down, what is right, and how somebody knows. */
export interface Corrected {
  readonly was: Patch;
  readonly now: Patch;
  readonly why: string;
  /** It is so since this day; absent: it always was. */
  readonly since?: string;
}

/** Which fact, and in whose units. */
interface Of<S extends object> {
  readonly of: Facts<S>;
  readonly name: keyof S & string;
  readonly rules: Rules;
}

/** One fact, as it is and as it should be. */
export function FactForm<S extends object>({
  of,
  name,
  was,
  rules,
  isDated,
  correct,
  onLeave,
}: Of<S> & {
  readonly was: unknown;
  /** It may have been otherwise until a day. */
  readonly isDated: boolean;
  readonly correct: (corrected: Corrected) => Promise<string | null>;
  readonly onLeave: () => void;
}) {
  const fact: Fact = of.facts[name];
  const [typed, setTyped] = useState(() => asTyped(fact, was, rules));
  const [why, setWhy] = useState('');
  const [since, setSince] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const keep = async () => {
    const now = { [name]: valueTyped(fact, typed, rules) };
    const parsed = of.patch.safeParse(now);
    if (!parsed.success) return setProblem(sentence(parsed.error.issues[0]!.message));
    if (now[name] === was) return setProblem(t`That is what is written down already.`);
    if (why.trim() === '') return setProblem(t`Say how you know: it stays beside the change.`);
    setBusy(true);
    const reason = await correct({
      ...{ was: { [name]: was }, now: parsed.data as Patch, why },
      ...(since === '' ? {} : { since }),
    });
    setBusy(false);
    if (reason === null) onLeave();
    else setProblem(reason);
  };
  return (
    <form
      className={styles.form}
      onSubmit={(event) => {
        event.preventDefault();
        void keep();
      }}
    >
      <Asked
        of={of}
        name={name}
        value={typed}
        rules={rules}
        onChange={(text) => {
          setTyped(text);
          setProblem(null);
        }}
      />
      <TextField
        label={t`How do you know?`}
        maxLength={200}
        placeholder={t`read off the case`}
        value={why}
        onChange={(event) => setWhy(event.target.value)}
      />
      {isDated ? (
        <Field label={t`Since (empty: it always was so)`}>
          {(id) => <DayField id={id} size="large" value={since} onChange={setSince} />}
        </Field>
      ) : null}
      <div className={styles.acts}>
        <Button type="primary" htmlType="submit" loading={busy}>{t`Correct it`}</Button>
        <Button onClick={onLeave}>{t`Leave it`}</Button>
      </div>
      <Problem>{problem}</Problem>
    </form>
  );
}

const sentence = (words: string) =>
  `${words[0]!.toUpperCase()}${words.slice(1)}${/[.?]$/.test(words) ? '' : '.'}`;

/** The field of a fact, by how it is asked. */
function Asked<S extends object>({
  of,
  name,
  value,
  rules,
  onChange,
}: Of<S> & {
  readonly value: string;
  readonly onChange: (typed: string) => void;
}) {
  const { label, ask }: Fact = of.facts[name];
  const field = (input: (id: string) => ReactNode, unit = '') => (
    <Field label={unit ? `${label}, ${unit}` : label}>{input}</Field>
  );
  switch (ask.by) {
    case 'line':
      return field((id) => (
        <Input
          id={id}
          autoFocus
          size="large"
          autoComplete="off"
          value={value}
          onChange={(event) => onChange(event.target.value)}
        />
      ));
    case 'number':
      return field(
        (id) => (
          <Input
            id={id}
            autoFocus
            size="large"
            autoComplete="off"
            inputMode="decimal"
            placeholder={t`not known`}
            value={value}
            onChange={(event) => onChange(event.target.value)}
          />
        ),
        unitOf(ask.unit, rules).name,
      );
    case 'day':
      return field((id) => <DayField id={id} size="large" value={value} onChange={onChange} />);
    case 'yes-no':
      return field((id) => (
        <Chooser
          id={id}
          value={value}
          options={[
            { value: 'true', label: t`Yes` },
            { value: 'false', label: t`No` },
          ]}
          onChange={onChange}
        />
      ));
    case 'choice': {
      const mayBeUnknown = of.patch.safeParse({ [name]: null }).success;
      return field((id) => (
        <Chooser
          id={id}
          value={value}
          options={[
            ...(mayBeUnknown ? [{ value: '', label: t`Not known` }] : []),
            ...Object.entries(ask.words).map(([one, words]) => ({ value: one, label: words })),
          ]}
          onChange={onChange}
        />
      ));
    }
  }
}
