'use client';

import { t } from '../../core/language';
import { LEVELS, LEVEL_WORDS, type Level } from '../../core/inspect/points';
import { Chooser } from '../ui/chooser';
import styles from './levels-input.module.css';
import { Button } from '../ui/button';

/** The level of each cell, from the positive post: one touch a cell, or all alike. */
export function LevelsInput({
  cells,
  value,
  onChange,
}: {
  cells: number;
  value: readonly Level[];
  onChange: (levels: readonly Level[]) => void;
}) {
  const full = Array.from({ length: cells }, (_, i) => value[i] ?? null);
  const set = (at: number, level: Level) =>
    onChange(full.map((one, i) => (i === at ? level : (one ?? 'mark'))));
  return (
    <fieldset className={styles.levels}>
      <legend>{t`Levels, cell by cell from the positive post`}</legend>
      <div className={styles.all}>
        {LEVELS.map((level) => (
          <Button
            size="small"
            key={level}
            onClick={() => onChange(Array.from({ length: cells }, () => level))}
          >{t`All ${LEVEL_WORDS[level]}`}</Button>
        ))}
      </div>
      <div className={styles.cells}>
        {full.map((level, i) => (
          <label key={i} className={styles.cell}>
            <span>{i + 1}</span>
            <Chooser
              value={level}
              wrong={level === 'low' || level === 'plates'}
              placeholder="–"
              aria-label={t`Cell ${i + 1}`}
              options={LEVELS.map((one) => ({ value: one, label: LEVEL_WORDS[one] }))}
              onChange={(one) => set(i, one)}
            />
          </label>
        ))}
      </div>
    </fieldset>
  );
}
