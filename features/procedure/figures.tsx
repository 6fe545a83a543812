'use client';

import { t } from '../../core/language';
import { useState, type ReactNode } from 'react';
import type { z } from 'zod';
import { TextField } from '../ui/field';
import styles from './figures.module.css';
import { Segmented } from '../ui/controls/segmented';

/** A typed figure: what it is called, and its unit. */
export interface Figure {
  readonly label: string;
  readonly unit: string;
}

/** A choice of a few words. */
export interface Words {
  readonly label: string;
  readonly options: readonly { readonly value: string; readonly label: string }[];
}

type Typed = Readonly<Record<string, string>>;

const numberOf = (text: string | undefined): number | null => {
  const clean = (text ?? '').trim().replace(',', '.').replace('−', '-');
  return clean === '' ? null : Number(clean);
};

/** What was typed as the test has it, or the first thing that is wrong with it, in words. */
export function readFigures<T>(
  schema: z.ZodType<T>,
  figures: Readonly<Record<string, Figure>>,
  raw: unknown,
  typed: Typed,
): { readonly value: T } | { readonly problem: string | null } {
  for (const [name, { label, unit }] of Object.entries(figures)) {
    const number = numberOf(typed[name]);
    if (number !== null && !Number.isFinite(number))
      return { problem: t`${label}: “${typed[name]!.trim()}” is no figure in ${unit}.` };
  }
  const parsed = schema.safeParse(raw);
  if (parsed.success) return { value: parsed.data };
  const issue = parsed.error.issues[0]!;
  const name = issue.path.map(String).find((part) => part in figures);
  // What was not typed yet is not wrong.
  if (name === undefined || (typed[name] ?? '').trim() === '') return { problem: null };
  return { problem: `${figures[name]!.label}: ${issue.message}.` };
}

/**
 * The figures and words of a test, as they are typed. Whole and sound they are noted, and what they
 * mean stands under them; else nothing is noted, and what is wrong stands there.
 */
export function Figures<T>({
  schema,
  figures,
  words = {},
  begun,
  make,
  onNote,
  judged,
}: {
  readonly schema: z.ZodType<T>;
  readonly figures: Readonly<Record<string, Figure>>;
  readonly words?: Readonly<Record<string, Words>>;
  /** What stands in the fields at first. */
  readonly begun: Typed;
  /** The test of what was typed: a figure, or null where there is none. */
  readonly make: (
    figure: (name: string) => number | null,
    word: (name: string) => string,
  ) => unknown;
  readonly onNote: (value: T | undefined) => void;
  readonly judged: (value: T) => ReactNode;
}) {
  const [typed, setTyped] = useState(begun);
  const read = (from: Typed) =>
    readFigures(
      schema,
      figures,
      make(
        (name) => numberOf(from[name]),
        (name) => from[name] ?? '',
      ),
      from,
    );
  const change = (name: string, text: string) => {
    const next = { ...typed, [name]: text };
    setTyped(next);
    const answer = read(next);
    onNote('value' in answer ? answer.value : undefined);
  };
  const now = read(typed);
  return (
    <div className={styles.test}>
      {Object.entries(words).map(([name, { label, options }]) => (
        <fieldset key={name} className={styles.words}>
          <legend>{label}</legend>
          <Segmented
            aria-label={label}
            options={[...options]}
            value={typed[name] ?? ''}
            onChange={(value) => change(name, value)}
          />
        </fieldset>
      ))}
      <div className={styles.figures}>
        {Object.entries(figures).map(([name, { label, unit }]) => (
          <TextField
            key={name}
            label={`${label}, ${unit}`}
            inputMode="decimal"
            value={typed[name] ?? ''}
            onChange={(event) => change(name, event.target.value)}
          />
        ))}
      </div>
      <output className={styles.judged}>{'value' in now ? judged(now.value) : now.problem}</output>
    </div>
  );
}
