import type { ReactNode } from 'react';
import { Field } from './field';
import styles from './field.module.css';
import { Select } from './controls/select';

/** A choice of each that has words. */
export const wordsAsOptions = <T extends string>(words: Readonly<Record<T, string>>) =>
  (Object.keys(words) as T[]).map((value) => ({ value, label: words[value] }));

interface Chosen<T extends string | number> {
  readonly value: T | null;
  readonly options: readonly {
    readonly value: T;
    readonly label: string;
    readonly disabled?: boolean;
  }[];
  readonly onChange: (value: T) => void;
  readonly disabled?: boolean;
  /** Instead of a choice, while there is none. */
  readonly placeholder?: string;
}

/** One of a list, whose name stands elsewhere. */
export const Chooser = <T extends string | number>({
  options,
  size = 'large',
  wrong = false,
  ...chosen
}: Chosen<T> & {
  readonly id?: string;
  readonly size?: 'small' | 'large';
  readonly wrong?: boolean;
  readonly 'aria-label'?: string;
}) => (
  <Select<T>
    className={styles.chooser}
    size={size}
    status={wrong ? 'error' : undefined}
    // A few, all of them real: they are read aloud, and found by what they are called.
    virtual={false}
    popupMatchSelectWidth={false}
    options={[...options]}
    {...chosen}
  />
);

/** One of a list. */
export const SelectField = <T extends string | number>({
  label,
  wrong = false,
  ...chosen
}: Chosen<T> & { readonly label: ReactNode; readonly wrong?: boolean }) => (
  <Field label={label} wrong={wrong}>
    {(id) => <Chooser id={id} wrong={wrong} {...chosen} />}
  </Field>
);
