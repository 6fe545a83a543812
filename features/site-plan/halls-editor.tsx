'use client';

import { t } from '../../core/language';
import { Button, Input, InputNumber, Radio } from 'antd';
import { IconArrowDown, IconArrowUp, IconPlus, IconTrash } from '@tabler/icons-react';
import { v4 as uuid } from 'uuid';
import { HALL_KIND_WORDS } from '../../core/facts/hall';
import { HALL_KINDS } from '../../core/site/climate';
import { Field, TextField } from '../ui/field';
import { RowEditor } from './row-editor';
import type { DrawnHall } from './schema';
import layout from '../ui/layout.module.css';
import styles from './site-plan.module.css';

/** A hall as it is being drawn. */
export type HallDrawing = DrawnHall & { readonly id: string };

const swapped = <T,>(list: readonly T[], at: number, by: number): T[] => {
  const next = [...list];
  [next[at], next[at + by]] = [next[at + by]!, next[at]!];
  return next;
};

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
  const set = (at: number, hall: HallDrawing) => onChange(value.with(at, hall));
  return (
    <>
      {value.map((hall, at) => (
        <div key={hall.id} className={styles.hall} role="group" aria-label={t`Hall ${at + 1}`}>
          <HallHead
            hall={hall}
            at={at}
            of={value.length}
            isKnown={known(hall.id)}
            isPlaced={isPlaced}
            wrong={problem(`halls.${at}.name`)}
            onHall={(changed) => set(at, changed)}
            onMove={(by) => onChange(swapped(value, at, by))}
            onRemove={() => onChange(value.filter((_, i) => i !== at))}
          />
          {hall.rows.map((text, row) => (
            <RowEditor
              key={row}
              name={t`Row ${row + 1} of hall ${at + 1}`}
              text={text}
              takenBy={takenBy}
              wrong={problem(`halls.${at}.rows.${row}`)}
              isFirst={row === 0}
              isOnly={hall.rows.length === 1}
              onText={(typed) => set(at, { ...hall, rows: hall.rows.with(row, typed) })}
              onUp={() => set(at, { ...hall, rows: swapped(hall.rows, row, -1) })}
              onRemove={() => set(at, { ...hall, rows: hall.rows.filter((_, i) => i !== row) })}
            />
          ))}
          <Button
            icon={<IconPlus size={18} aria-hidden="true" />}
            onClick={() => set(at, { ...hall, rows: [...hall.rows, ''] })}
          >{t`Another row`}</Button>
        </div>
      ))}
      <Button
        icon={<IconPlus size={18} aria-hidden="true" />}
        onClick={() => onChange([...value, freshHall(value)])}
      >{t`Another hall`}</Button>
    </>
  );
}

const NOBODY = () => undefined;

/** What a hall is called and like, and its place in the walk. */
function HallHead({
  hall,
  at,
  of,
  isKnown,
  isPlaced,
  wrong,
  onHall,
  onMove,
  onRemove,
}: {
  readonly hall: HallDrawing;
  readonly at: number;
  readonly of: number;
  readonly isKnown: boolean;
  readonly isPlaced: boolean;
  readonly wrong: string | undefined;
  readonly onHall: (hall: HallDrawing) => void;
  readonly onMove: (by: 1 | -1) => void;
  readonly onRemove: () => void;
}) {
  const called = hall.name || t`hall ${at + 1}`;
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
      <Radio.Group
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
