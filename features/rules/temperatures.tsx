'use client';

import { t } from '../../core/language';
import { Button } from 'antd';
import { useMemo, useState } from 'react';
import { useRefresh } from '../app-shell/refresh';
import { dayName, shortDay } from '../../core/day';
import { formatTemperature } from '../../core/words/words';
import {
  daysOfRows,
  guessColumns,
  type TemperatureColumns,
} from '../../core/site/temperature-rows';
import { call } from '../http/client';
import { SelectField } from '../ui/field';
import { DataTable } from '../ui/data-table';
import styles from './temperatures.module.css';
import rules from './rules.module.css';

/** What is known of a hall's temperatures, in words. */
export interface HallKnown {
  readonly id: string;
  readonly name: string;
  readonly record: string;
  readonly follows: string;
}

const CLIMATE = 'climate';
/** Rows of the file that are shown, so that the columns can be told. */
const SHOWN = 4;

/** Temperatures out of a file: of a hall's logger, of a forecast, or of past winters. */
export function Temperatures({ halls }: { halls: readonly HallKnown[] }) {
  const refresh = useRefresh();
  const [rows, setRows] = useState<string[][] | null>(null);
  const [columns, setColumns] = useState<TemperatureColumns | null>(null);
  const [target, setTarget] = useState(halls[0]?.id ?? CLIMATE);
  const [message, setMessage] = useState<{ text: string; bad: boolean } | null>(null);
  const read = useMemo(() => (rows && columns ? daysOfRows(rows, columns) : null), [rows, columns]);

  const take = async (file: File) => {
    setMessage(null);
    try {
      const { parse } = await import('csv-parse/browser/esm/sync');
      const text = await file.text();
      const parsed: string[][] = parse(text, {
        skip_empty_lines: true,
        relax_column_count: true,
        bom: true,
        trim: true,
        delimiter: text.split('\n', 1)[0]!.includes(';') ? ';' : ',',
      });
      setRows(parsed);
      setColumns(guessColumns(parsed));
    } catch (error) {
      setRows(null);
      setMessage({ text: t`This is no CSV: ${(error as Error).message}`, bad: true });
    }
  };
  const send = async () => {
    if (!read?.ok) return;
    const reply = await call('POST /api/temperatures', {
      body: {
        target,
        days: read.days.map(({ day, mean, min }) => ({
          date: dayName(day),
          mean: Math.round(mean * 100) / 100,
          min: Math.round(Math.min(min, mean) * 100) / 100,
        })),
      },
    });
    if (!reply.ok) return setMessage({ text: reply.reason, bad: true });
    const said = reply.reply;
    setMessage({
      bad: false,
      text:
        'months' in said
          ? t`The climate of ${said.months} months is now that of the file.`
          : t`${said.written} days taken${said.kept ? t`; ${said.kept} were recorded already and stay` : ''}.`,
    });
    setRows(null);
    refresh();
  };
  const widest = rows ? Math.max(...rows.slice(0, 20).map((row) => row.length)) : 0;
  const names = Array.from({ length: widest }, (_, i) =>
    columns?.heading && rows?.[0]?.[i] ? rows[0][i] : t`column ${i + 1}`,
  );
  const pick = (key: 'when' | 'celsius' | 'low', label: string, none: boolean) => (
    <SelectField
      label={label}
      value={columns![key] ?? -1}
      options={[
        ...(none ? [{ value: -1, label: t`none: lowest of the rows` }] : []),
        ...names.map((name, i) => ({ value: i, label: name })),
      ]}
      onChange={(at) => setColumns({ ...columns!, [key]: at < 0 ? null : at })}
    />
  );
  return (
    <section id="temperatures" className={rules.devices}>
      <h2>{t`Temperatures`}</h2>
      <p
        className={rules.why}
      >{t`Self-discharge and frost follow the halls. A thermometer that reports does it by itself; a logger’s file, a forecast for the coming days, or past winters for the climate table can be brought in here. What a thermometer recorded stays as it is.`}</p>
      <ul className={styles.halls}>
        {halls.map(({ id, name, record, follows }) => (
          <li key={id}>
            <b>{name}</b>
            <span>{record}</span>
            <span className={styles.quiet}>{follows}</span>
          </li>
        ))}
      </ul>
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
              value={target}
              options={[
                ...halls.map(({ id, name }) => ({ value: id, label: name })),
                { value: CLIMATE, label: t`past winters outdoors: the climate table` },
              ]}
              onChange={setTarget}
            />
            {pick('when', t`Date`, false)}
            {pick('celsius', t`Temperature`, false)}
            {pick('low', t`Lowest`, true)}
            <SelectField
              label={t`Unit`}
              value={columns.unit}
              options={[
                { value: 'celsius', label: '°C' },
                { value: 'fahrenheit', label: '°F' },
              ]}
              onChange={(unit) => setColumns({ ...columns, unit })}
            />
          </div>
          <DataTable figures caption={t`The first rows of the file`} head={names.slice(0, 8)}>
            {rows.slice(columns.heading ? 1 : 0, SHOWN).map((row, i) => (
              <tr key={i}>
                {row.slice(0, 8).map((cell, at) => (
                  <td key={at}>{cell}</td>
                ))}
              </tr>
            ))}
          </DataTable>
          <DaysRead read={read} />
          <Button
            type="primary"
            size="large"
            disabled={!read?.ok}
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
    </section>
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
    <p role="status">
      {lines}
      {t` rows are `}
      {days.length}
      {t` days, `}
      {shortDay(days[0]!.day)}
      {t` to `}
      {shortDay(days.at(-1)!.day)}
      {t`; coldest `}
      {coldest}
      {'.'}
    </p>
  );
}
