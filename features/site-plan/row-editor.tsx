'use client';

import { t } from '../../core/language';
import { IconArrowUp, IconTrash } from '@tabler/icons-react';
import type { ReactNode } from 'react';
import { readRow } from '../../core/site/rows';
import layout from '../ui/layout.module.css';
import styles from './site-plan.module.css';
import { Button } from '../ui/button';
import { Input } from '../ui/input';

/** A row as it is written, and under it as it stands. */
export function RowEditor({
  name,
  text,
  handle,
  takenBy,
  wrong,
  isFirst,
  isOnly,
  onText,
  onUp,
  onRemove,
}: {
  readonly name: string;
  readonly text: string;
  /** To drag it by; null: there is nothing to put in order. */
  readonly handle: ReactNode;
  readonly takenBy: (mark: string) => string | undefined;
  /** What is wrong with it beside the others. */
  readonly wrong: string | undefined;
  readonly isFirst: boolean;
  readonly isOnly: boolean;
  readonly onText: (text: string) => void;
  readonly onUp: () => void;
  readonly onRemove: () => void;
}) {
  const read = readRow(text);
  const problem = read.ok ? wrong : text.trim() === '' ? undefined : read.why;
  return (
    <div>
      <div className={layout.inline}>
        {handle}
        <Input
          aria-label={name}
          autoComplete="off"
          placeholder="C1–C6 _ C8"
          status={problem ? 'error' : undefined}
          value={text}
          onChange={({ target }) => onText(target.value)}
        />
        <Button
          icon={<IconArrowUp size={18} aria-hidden="true" />}
          aria-label={t`${name}: walk it earlier`}
          disabled={isFirst}
          onClick={onUp}
        />
        <Button
          icon={<IconTrash size={18} aria-hidden="true" />}
          aria-label={t`${name}: remove it`}
          disabled={isOnly}
          onClick={onRemove}
        />
      </div>
      {read.ok ? (
        <div className={styles.bays}>
          {read.row.map((mark, i) => (
            <span
              key={i}
              data-gap={mark === null || undefined}
              data-taken={(mark !== null && takenBy(mark) !== undefined) || undefined}
              title={mark === null ? t`a gap` : (takenBy(mark) ?? t`free`)}
            >
              {mark}
            </span>
          ))}
        </div>
      ) : null}
      {problem ? (
        <p className={styles.wrong} role="alert">
          {problem}
        </p>
      ) : null}
    </div>
  );
}
