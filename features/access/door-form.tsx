'use client';

import { useState, type FormEvent, type ReactNode } from 'react';
import { WaitingToSave } from '../logbook/waiting-here';
import { TextField } from '../ui/field';
import { Problem } from '../ui/problem';
import styles from './door.module.css';
import { Button } from '../ui/button';

/** One line of a form at the door. */
export interface DoorField {
  readonly name: string;
  readonly label: string;
  readonly type?: 'password';
  readonly autoComplete: string;
  readonly value?: string;
}

/** What somebody shows who wants to come in: a few lines and one button. */
export function DoorForm({
  title,
  children,
  fields,
  button,
  after,
  send,
}: {
  readonly title: string;
  readonly children?: ReactNode;
  readonly fields: readonly DoorField[];
  readonly button: string;
  /** Stands below the button: what is typed comes first under the keys. */
  readonly after?: ReactNode;
  /** Null: it went well. Else what was wrong. */
  readonly send: (typed: Readonly<Record<string, string>>) => Promise<string | null>;
}) {
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const typed = Object.fromEntries(new FormData(event.currentTarget)) as Record<string, string>;
    setBusy(true);
    setProblem(await send(typed));
    setBusy(false);
  };
  return (
    <form className={styles.door} onSubmit={(event) => void submit(event)}>
      <h1>{title}</h1>
      {children}
      <WaitingToSave />
      {fields.map(({ value, ...field }) => (
        <TextField key={field.name} defaultValue={value} {...field} />
      ))}
      <Problem>{problem}</Problem>
      <Button type="primary" htmlType="submit" size="large" loading={busy}>
        {button}
      </Button>
      {after}
    </form>
  );
}
