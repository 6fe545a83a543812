import { useId, type ReactNode } from 'react';
import styles from './field.module.css';
import { Input, type InputProps } from './input';

/** What a field is called, over it. */
export function Field({
  label,
  wrong = false,
  children,
}: {
  readonly label: ReactNode;
  readonly wrong?: boolean;
  readonly children: (id: string) => ReactNode;
}) {
  const id = useId();
  return (
    <div className={styles.field} data-wrong={wrong || undefined}>
      <label htmlFor={id}>{label}</label>
      {children(id)}
    </div>
  );
}

/** A line of text, or a number as it is typed. */
export const TextField = ({
  label,
  wrong = false,
  ...input
}: Omit<InputProps, 'id' | 'size' | 'status'> & {
  readonly label: ReactNode;
  readonly wrong?: boolean;
}) => (
  <Field label={label} wrong={wrong}>
    {(id) => (
      <Input
        id={id}
        size="large"
        autoComplete="off"
        status={wrong ? 'error' : undefined}
        {...input}
      />
    )}
  </Field>
);
