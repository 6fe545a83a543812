'use client';

import { t } from '../../core/language';
import { useState } from 'react';
import { valueWords, type Fact, type Facts, type Patch } from '../../core/facts/fact';
import type { Rules } from '../../core/rules/rules';
import { FactForm, type Corrected } from './fact-form';
import { unitOf } from './fact-units';
import styles from './fact-sheet.module.css';
import { Button } from '../ui/button';

/** Every fact of a thing, each to be corrected where it stands. */
export function FactSheet<S extends object>({
  of,
  sheet,
  shown,
  rules,
  dated = [],
  correct,
}: {
  readonly of: Facts<S>;
  readonly sheet: S;
  readonly shown: readonly (keyof S & string)[];
  readonly rules: Rules;
  /** Facts that may have been otherwise until a day. */
  readonly dated?: readonly (keyof S & string)[];
  /** Records a correction; the reason why not, or null where it stands now. */
  readonly correct: (corrected: Corrected) => Promise<string | null>;
}) {
  const [open, setOpen] = useState<string | null>(null);
  return (
    <dl className={styles.sheet} aria-label={t`Facts of ${of.thing}`}>
      {shown.map((name) => {
        const fact = of.facts[name];
        return (
          <div key={name}>
            <dt>{fact.label}</dt>
            {open === name ? (
              <dd>
                <FactForm
                  of={of}
                  name={name}
                  was={sheet[name]}
                  rules={rules}
                  isDated={dated.includes(name)}
                  correct={(corrected) => correct(withWhatFollows(fact, sheet, corrected))}
                  onLeave={() => setOpen(null)}
                />
              </dd>
            ) : (
              <dd className={styles.value}>
                <span>{inHouse(fact, sheet[name], rules)}</span>
                <Button
                  type="link"
                  size="small"
                  aria-label={t`Correct: ${fact.label}`}
                  onClick={() => setOpen(name)}
                >{t`correct`}</Button>
              </dd>
            )}
          </div>
        );
      })}
    </dl>
  );
}

/** A correction with the facts that usually go with it, where they are not as usual already. */
function withWhatFollows(
  { also }: Fact,
  sheet: object,
  { was, now, ...rest }: Corrected,
): Corrected {
  const [value] = Object.values(now);
  const follows = Object.entries(also?.(value as never) ?? {}).filter(
    ([name, one]) => (sheet as Patch)[name] !== one,
  );
  const before = follows.map(([name]) => [name, (sheet as Patch)[name]]);
  return {
    was: { ...was, ...Object.fromEntries(before) },
    now: { ...now, ...Object.fromEntries(follows) },
    ...rest,
  };
}

/** A value in the units of the house. */
function inHouse(fact: Fact, value: unknown, rules: Rules): string {
  const { ask } = fact;
  if (ask.by !== 'number' || typeof value !== 'number') return valueWords(fact, value);
  const { name, shown } = unitOf(ask.unit, rules);
  const figure = Number(shown(value).toPrecision(4));
  return name === '' || name === '°' ? `${figure}${name}` : `${figure} ${name}`;
}
