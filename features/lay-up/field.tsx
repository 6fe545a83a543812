import styles from './lay-up.module.css';
import { fieldId } from './draft';

/** A labelled field with what is wrong with it, and how to mend it. */
export function Field({
  label,
  path,
  problem,
  hint,
  wide = false,
  children,
}: {
  label: string;
  path: string;
  problem?: string | undefined;
  hint?: string | undefined;
  wide?: boolean;
  children: (
    id: string,
    more: { status: '' | 'error'; 'aria-describedby': string | undefined },
  ) => React.ReactNode;
}) {
  const id = fieldId(path);
  const about = problem || hint ? `${id}-about` : undefined;
  return (
    <div className={wide ? styles.wideField : styles.field} data-path={path}>
      <label htmlFor={id}>{label}</label>
      {children(id, { status: problem ? 'error' : '', 'aria-describedby': about })}
      {problem ? (
        <p className={styles.problem} id={about} role="alert">
          {problem[0]!.toUpperCase() + problem.slice(1)}
          {/[.?]$/.test(problem) ? '' : '.'}
        </p>
      ) : hint ? (
        <p className={styles.hint} id={about}>
          {hint}
        </p>
      ) : null}
    </div>
  );
}

/** One of a few, as large buttons: for thumbs, arrows and screen readers alike. */
export function Choice<T extends string | number | boolean>({
  label,
  name,
  value,
  options,
  onChange,
}: {
  label: string;
  name: string;
  value: T;
  options: readonly { readonly value: T; readonly label: React.ReactNode }[];
  onChange: (value: T) => void;
}) {
  return (
    <fieldset className={styles.choice}>
      <legend>{label}</legend>
      <div className={styles.options}>
        {options.map((option) => (
          <label key={String(option.value)}>
            <input
              type="radio"
              name={name}
              checked={option.value === value}
              onChange={() => onChange(option.value)}
            />
            <span>{option.label}</span>
          </label>
        ))}
      </div>
    </fieldset>
  );
}
