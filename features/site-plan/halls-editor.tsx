'use client';

import { t } from '../../core/language';
import { IconArrowDown, IconArrowUp, IconPlus, IconTrash } from '@tabler/icons-react';
import type { ReactNode } from 'react';
import { v4 as uuid } from 'uuid';
import { HALL_KIND_WORDS } from '../../core/facts/hall';
import { HALL_KINDS } from '../../core/site/climate';
import { Field, TextField } from '../ui/field';
import { Sortable, moved } from '../ui/sortable';
import { RowEditor } from './row-editor';
import type { DrawnHall } from './schema';
import layout from '../ui/layout.module.css';
import styles from './site-plan.module.css';
import { RadioGroup } from '../ui/controls/radio';
import { Button } from '../ui/button';
import { Input } from '../ui/input';
import { InputNumber } from '../ui/controls/input-number';

/** A hall as it is being drawn. */
export type HallDrawing = DrawnHall & { readonly id: string };

/** What a hall is called while it may have no name yet. */
export const hallName = ({ name }: Pick<HallDrawing, 'name'>, at: number) =>
  name.trim() || t`hall ${at + 1}`;

/** What a new hall begins as: its letter is the first that no other row has. */
export function freshHall(halls: readonly HallDrawing[]): HallDrawing {
  const taken = halls
    .flatMap(({ rows }) => rows)
    .join(' ')
    .toUpperCase();
  const letter =
    [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'].find((one) => !new RegExp(`\\b${one}\\d`).test(taken)) ?? 'Z';
  return {
    ...{ id: uuid(), name: '', kind: 'unheated', setpointCelsius: null, place: null },
    rows: [`${letter}1–${letter}10`],
  };
}

/** Halls in walking order, each with its rows of bays as they are walked. */
export function HallsEditor({
  value = [],
  onChange = () => undefined,
  takenBy = NOBODY,
  known = () => false,
  problem = () => undefined,
  isPlaced = false,
}: {
  readonly value?: readonly HallDrawing[];
  readonly onChange?: (halls: readonly HallDrawing[]) => void;
  /** Who stands in a bay. */
  readonly takenBy?: (mark: string) => string | undefined;
  /** Halls that are here already: what they are like is corrected elsewhere. */
  readonly known?: (id: string) => boolean;
  /** What is wrong at a path, as `halls.0.name`. */
  readonly problem?: (path: string) => string | undefined;
  /** It is asked where each hall stands. */
  readonly isPlaced?: boolean;
}) {
  return (
    <>
      <Sortable
        items={value.map((hall, at) => ({ id: hall.id, name: hallName(hall, at) }))}
        onMove={(from, to) => onChange(moved([...value], from, to))}
      >
        {(at, handle) => (
          <OneHall
            hall={value[at]!}
            at={at}
            of={value.length}
            handle={handle}
            isKnown={known(value[at]!.id)}
            isPlaced={isPlaced}
            takenBy={takenBy}
            problem={problem}
            onHall={(changed) => onChange(value.with(at, changed))}
            onMove={(by) => onChange(moved([...value], at, at + by))}
            onRemove={() => onChange(value.filter((_, i) => i !== at))}
          />
        )}
      </Sortable>
      <Button
        icon={<IconPlus size={18} aria-hidden="true" />}
        onClick={() => onChange([...value, freshHall(value)])}
      >{t`Another hall`}</Button>
    </>
  );
}

const NOBODY = () => undefined;

interface HallProps {
  readonly hall: HallDrawing;
  readonly at: number;
  readonly of: number;
  /** To drag it by. */
  readonly handle: ReactNode;
  readonly isKnown: boolean;
  readonly isPlaced: boolean;
  readonly onHall: (hall: HallDrawing) => void;
  readonly onMove: (by: 1 | -1) => void;
  readonly onRemove: () => void;
}

/** A hall with its rows. */
function OneHall({
  takenBy,
  problem,
  ...head
}: HallProps & {
  readonly takenBy: (mark: string) => string | undefined;
  readonly problem: (path: string) => string | undefined;
}) {
  const { hall, at, onHall } = head;
  const setRows = (rows: string[]) => onHall({ ...hall, rows });
  const nameOf = (row: number) => t`Row ${row + 1} of hall ${at + 1}`;
  return (
    <div className={styles.hall} role="group" aria-label={t`Hall ${at + 1}`}>
      <HallHead {...head} wrong={problem(`halls.${at}.name`)} />
      <Sortable
        items={hall.rows.map((_, row) => ({ id: `row ${row}`, name: nameOf(row) }))}
        onMove={(from, to) => setRows(moved(hall.rows, from, to))}
      >
        {(row, handle) => (
          <RowEditor
            name={nameOf(row)}
            text={hall.rows[row]!}
            handle={hall.rows.length === 1 ? null : handle}
            takenBy={takenBy}
            wrong={problem(`halls.${at}.rows.${row}`)}
            isFirst={row === 0}
            isOnly={hall.rows.length === 1}
            onText={(typed) => setRows(hall.rows.with(row, typed))}
            onUp={() => setRows(moved(hall.rows, row, row - 1))}
            onRemove={() => setRows(hall.rows.filter((_, i) => i !== row))}
          />
        )}
      </Sortable>
      <Button
        icon={<IconPlus size={18} aria-hidden="true" />}
        onClick={() => setRows([...hall.rows, ''])}
      >{t`Another row`}</Button>
    </div>
  );
}

/** What a hall is called and like, and its place in the walk. */
function HallHead({
  hall,
  at,
  of,
  handle,
  isKnown,
  isPlaced,
  wrong,
  onHall,
  onMove,
  onRemove,
}: HallProps & { readonly wrong: string | undefined }) {
  const called = hallName(hall, at);
  return (
    <div className={`${layout.fields} ${styles.head}`}>
      {isKnown ? <h3>{hall.name}</h3> : <HallIs hall={hall} wrong={wrong} onHall={onHall} />}
      {isPlaced ? (
        <TextField
          label={t`Where, if one drives there`}
          placeholder={t`here`}
          maxLength={60}
          value={hall.place ?? ''}
          onChange={({ target }) => onHall({ ...hall, place: target.value || null })}
        />
      ) : null}
      <span className={layout.inline}>
        {of > 1 ? handle : null}
        <Button
          icon={<IconArrowUp size={18} aria-hidden="true" />}
          aria-label={t`Walk ${called} earlier`}
          disabled={at === 0}
          onClick={() => onMove(-1)}
        />
        <Button
          icon={<IconArrowDown size={18} aria-hidden="true" />}
          aria-label={t`Walk ${called} later`}
          disabled={at === of - 1}
          onClick={() => onMove(1)}
        />
        {of > 1 ? (
          <Button
            icon={<IconTrash size={18} aria-hidden="true" />}
            aria-label={t`Remove ${called}`}
            onClick={onRemove}
          />
        ) : null}
      </span>
      {wrong ? (
        <p className={styles.wrong} role="alert">
          {wrong}
        </p>
      ) : null}
    </div>
  );
}

/** What a new hall is called and like. */
function HallIs({
  hall,
  wrong,
  onHall,
}: {
  readonly hall: HallDrawing;
  readonly wrong: string | undefined;
  readonly onHall: (hall: HallDrawing) => void;
}) {
  return (
    <>
      <Field label={t`Name`} wrong={wrong !== undefined}>
        {(id) => (
          <Input
            id={id}
            maxLength={60}
            autoComplete="off"
            status={wrong ? 'error' : undefined}
            value={hall.name}
            onChange={({ target }) => onHall({ ...hall, name: target.value })}
          />
        )}
      </Field>
      <RadioGroup
        aria-label={t`Kind`}
        optionType="button"
        value={hall.kind}
        options={HALL_KINDS.map((value) => ({ value, label: HALL_KIND_WORDS[value] }))}
        onChange={({ target }) => {
          const kind = target.value as HallDrawing['kind'];
          const setpointCelsius = kind === 'heated' ? (hall.setpointCelsius ?? 12) : null;
          onHall({ ...hall, kind, setpointCelsius });
        }}
      />
      {hall.kind === 'heated' ? (
        <Field label={t`Heated to, °C`}>
          {(id) => (
            <InputNumber
              id={id}
              controls={false}
              value={hall.setpointCelsius}
              onChange={(setpointCelsius) => onHall({ ...hall, setpointCelsius })}
            />
          )}
        </Field>
      ) : null}
    </>
  );
}
