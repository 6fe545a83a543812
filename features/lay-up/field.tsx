import { msg, withWords } from '../../core/language';
import { fieldId } from './draft';
import shared from './lay-up.module.css';
import styles from './field.module.css';
import { Input } from '../ui/input';
import { InputNumber } from '../ui/controls/input-number';

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
    <div className={wide ? shared.wideField : shared.field} data-path={path}>
      <label htmlFor={id}>{label}</label>
      {children(id, { status: problem ? 'error' : '', 'aria-describedby': about })}
      {problem ? (
        <p className={shared.problem} id={about} role="alert">
          {problem[0]!.toUpperCase() + problem.slice(1)}
          {/[.?]$/.test(problem) ? '' : '.'}
        </p>
      ) : hint ? (
        <p className={shared.hint} id={about}>
          {hint}
        </p>
      ) : null}
    </div>
  );
}

interface Labelled {
  readonly label: string;
  readonly path: string;
  readonly problem?: string | undefined;
  readonly hint?: string | undefined;
  readonly wide?: boolean;
  readonly placeholder?: string;
}

/** A line of text. */
export function TextField({
  value,
  most,
  placeholder,
  onChange,
  ...field
}: Labelled & { value: string; most: number; onChange: (value: string) => void }) {
  return (
    <Field {...field}>
      {(id, more) => (
        <Input
          id={id}
          {...more}
          size="large"
          maxLength={most}
          autoComplete="off"
          placeholder={placeholder}
          value={value}
          onChange={(event) => onChange(event.target.value)}
        />
      )}
    </Field>
  );
}

/** A number, or nothing. */
export function NumberField({
  value,
  placeholder,
  onChange,
  ...field
}: Labelled & { value: number | null; onChange: (value: number | null) => void }) {
  return (
    <Field {...field}>
      {(id, more) => (
        <InputNumber
          id={id}
          {...more}
          size="large"
          controls={false}
          placeholder={placeholder}
          value={value}
          onChange={onChange}
        />
      )}
    </Field>
  );
}

const YES_NO = withWords([
  { value: false, label: msg`No` },
  { value: true, label: msg`Yes` },
]);

/** A question of yes and no. */
export const YesNo = (asked: {
  label: string;
  name: string;
  value: boolean;
  onChange: (value: boolean) => void;
}) => <Choice {...asked} options={YES_NO} />;

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
