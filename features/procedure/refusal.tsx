'use client';

import { t } from '../../core/language';
import { useId } from 'react';
import { FIRST_WORDS } from '../../core/gate/acts';
import type { First } from '../../core/gate/acts';
import type { Reason } from '../../core/gate/reasons';
import styles from './refusal.module.css';

/** Why something may not be done now, and what comes first; where it is no danger, a reason lets it be done. */
export function Refusal({
  because,
  overridable = false,
  why = '',
  onWhy,
}: {
  because: readonly Reason[];
  overridable?: boolean;
  /** What the attendant says for it. */
  why?: string;
  onWhy?: (why: string) => void;
}) {
  const field = useId();
  const first = [...new Set(because.flatMap((one) => one.first))];
  return (
    <div className={styles.refused} role="alert">
      <p>
        <b>{t`Not now.`}</b>
        {first.length > 0 ? t` First: ${firstWords(first)}.` : ''}
      </p>
      <ul>
        {because.map(({ code, words }) => (
          <li key={code} data-code={code}>
            {words}
          </li>
        ))}
      </ul>
      {overridable ? (
        <p className={styles.override}>
          <label htmlFor={field}>{t`Do it all the same, because`}</label>
          <input
            id={field}
            value={why}
            maxLength={200}
            onChange={(event) => onWhy?.(event.target.value)}
          />
        </p>
      ) : null}
    </div>
  );
}

const firstWords = (first: readonly First[]) => first.map((one) => FIRST_WORDS[one]).join('; ');
