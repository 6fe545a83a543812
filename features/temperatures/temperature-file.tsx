'use client';

import { counted, plural, t } from '../../core/language';
import { useMemo, useState } from 'react';
import { dayName } from '../../core/day';
import { formatTemperature } from '../../core/words/words';
import {
  asWritten,
  daysOfRows,
  guessColumns,
  hasDatesInDoubt,
  type TemperatureColumns,
} from '../../core/intake/temperature-rows';
import { DatesLike, DegreesOfAll } from '../intake/how-written';
import { rowsOfText } from '../intake/rows-of-text';
import { SelectField } from '../ui/chooser';
import { DataTable } from '../ui/data-table';
import { AS_CLIMATE, type TemperatureDays } from './schema';
import styles from './temperature-file.module.css';
import { Button } from '../ui/button';

/** Rows of the file that are shown, so that the columns can be told. */
const SHOWN = 4;
const MOST_COLUMNS = 8;

/** What may be said of a file: of which hall its days are, or that they are past winters. */
export interface TemperatureTarget {
  readonly id: string;
  readonly name: string;
}

const hundredth = (celsius: number) => Math.round(celsius * 100) / 100;

/** Days out of a file of temperatures, once it is said what its columns are and of what they are. */
export function TemperatureFile({
  halls,
  onDays,
}: {
  readonly halls: readonly TemperatureTarget[];
  /** What became of the days, in words, once they are taken. */
  readonly onDays: (
    target: string,
    days: TemperatureDays,
  ) => Promise<{ readonly text: string; readonly bad: boolean }>;
}) {
  const [rows, setRows] = useState<string[][] | null>(null);
  const [columns, setColumns] = useState<TemperatureColumns | null>(null);
  const [chosen, setChosen] = useState<string | null>(null);
  const [message, setMessage] = useState<{ text: string; bad: boolean } | null>(null);
  const read = useMemo(() => (rows && columns ? daysOfRows(rows, columns) : null), [rows, columns]);
  const target = [AS_CLIMATE, ...halls.map(({ id }) => id)].find((id) => id === chosen);

  const take = async (file: File) => {
    setMessage(null);
    try {
      const parsed = await rowsOfText(await file.text());
      setRows(parsed);
      setColumns(guessColumns(parsed));
    } catch (error) {
      setRows(null);
      setMessage({ text: t`This is no CSV: ${(error as Error).message}`, bad: true });
    }
  };
  const send = async () => {
    if (!read?.ok || target === undefined) return;
    const days = read.days.map(({ day, mean, min }) => ({
      date: dayName(day),
      mean: hundredth(mean),
      min: hundredth(Math.min(min, mean)),
    }));
    const said = await onDays(target, days);
    setMessage(said);
    if (!said.bad) setRows(null);
  };
  return (
    <>
      <label className={styles.file}>
        {t`A file of temperatures (CSV)`}
        <input
          type="file"
          accept=".csv,.txt,text/csv"
          onChange={(event) => {
            const file = event.target.files?.[0];
            if (file) void take(file);
            // The same file, mended, may be chosen again.
            event.target.value = '';
          }}
        />
      </label>
      {rows && columns ? (
        <div className={styles.mapping}>
          <div className={styles.fields}>
            <SelectField
              label={t`These are of`}
              value={target ?? null}
              placeholder={t`say which`}
              options={[
                ...halls.map(({ id, name }) => ({ value: id, label: name })),
                { value: AS_CLIMATE, label: t`past winters outdoors: the climate table` },
              ]}
              onChange={setChosen}
            />
            <Columns rows={rows} columns={columns} onColumns={setColumns} />
          </div>
          <DataTable
            figures
            caption={t`The first rows of the file`}
            head={namesOf(rows, columns).slice(0, MOST_COLUMNS)}
          >
            {rows.slice(columns.heading ? 1 : 0, SHOWN).map((row, i) => (
              <tr key={i}>
                {row.slice(0, MOST_COLUMNS).map((cell, at) => (
                  <td key={at}>{cell}</td>
                ))}
              </tr>
            ))}
          </DataTable>
          <DaysRead read={read} />
          <Button
            type="primary"
            size="large"
            disabled={!read?.ok || target === undefined}
            onClick={() => void send()}
          >{t`Take them over`}</Button>
        </div>
      ) : null}
      {message ? (
        <p
          className={message.bad ? styles.bad : styles.quiet}
          role={message.bad ? 'alert' : 'status'}
        >
          {message.text}
        </p>
      ) : null}
    </>
  );
}

function namesOf(rows: readonly string[][], { heading }: TemperatureColumns): string[] {
  const widest = Math.max(...rows.slice(0, 20).map((row) => row.length));
  return Array.from({ length: widest }, (_, i) =>
    heading && rows[0]?.[i] ? rows[0][i] : t`column ${i + 1}`,
  );
}

/** Which column is what, and how it is written. */
function Columns({
  rows,
  columns,
  onColumns,
}: {
  readonly rows: readonly string[][];
  readonly columns: TemperatureColumns;
  readonly onColumns: (columns: TemperatureColumns) => void;
}) {
  const names = namesOf(rows, columns);
  const inDoubt = useMemo(() => hasDatesInDoubt(rows, columns), [rows, columns]);
  const pick = (key: 'when' | 'celsius' | 'low', label: string, none: boolean) => (
    <SelectField
      label={label}
      value={columns[key] ?? -1}
      options={[
        ...(none ? [{ value: -1, label: t`none: lowest of the rows` }] : []),
        ...names.map((name, i) => ({ value: i, label: name })),
      ]}
      onChange={(at) => {
        const next = { ...columns, [key]: at < 0 ? null : at };
        const { dateOrder, degrees } = asWritten(rows, next);
        // What was said of the other columns stays said.
        if (key === 'when') onColumns({ ...next, dateOrder });
        else onColumns(key === 'celsius' ? { ...next, degrees } : next);
      }}
    />
  );
  return (
    <>
      {pick('when', t`Date`, false)}
      {pick('celsius', t`Temperature`, false)}
      {pick('low', t`Lowest`, true)}
      <DegreesOfAll
        value={columns.degrees}
        onChange={(degrees) => onColumns({ ...columns, degrees })}
      />
      {inDoubt ? (
        <DatesLike
          value={columns.dateOrder}
          onChange={(dateOrder) => onColumns({ ...columns, dateOrder })}
        />
      ) : null}
    </>
  );
}

/** What the chosen columns come to. */
function DaysRead({ read }: { read: ReturnType<typeof daysOfRows> | null }) {
  if (!read?.ok) {
    return (
      <p className={styles.bad} role="alert">
        {read?.reason}
      </p>
    );
  }
  const { rows: lines, days } = read;
  const coldest = formatTemperature(
    Math.min(...days.map(({ min }) => min)),
    { temperatureUnit: 'celsius', measureUnit: 'metric', clock: '24h' },
    1,
  );
  return (
    <p role="status">{t`${counted(lines, 'row', 'rows')} ${plural(lines, 'is', 'are')} ${counted(days.length, 'day', 'days')}, ${dayName(days[0]!.day)} to ${dayName(days.at(-1)!.day)}; coldest ${coldest}.`}</p>
  );
}
