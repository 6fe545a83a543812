'use client';

import { t } from '../../core/language';
import { phrase } from '../words/phrase';
import { useState } from 'react';
import { analyseDraw, type DrawAnalysis } from '../../core/parasitic-draw/draw';
import { traceProblem, type Trace } from '../../core/parasitic-draw/trace';
import { DRAW_VERDICT_WORDS, drawNotes, drawVerdict } from '../../core/parasitic-draw/words';
import { formatMilliamps, plain } from '../../core/words/words';
import { newEntry } from '../logbook/new-entry';
import { call } from '../http/client';
import { postEntries } from '../logbook/post';
import { useSiteClock } from '../site/clock';
import { TextField } from '../ui/field';
import type { BenchData } from './bench-data';
import layout from '../ui/layout.module.css';
import shared from './measuring.module.css';
import styles from './by-hand.module.css';
import { Button } from '../ui/button';

/** A draw that was measured without the program: typed, or a logger's file. */
export function ByHand({
  batteryId,
  data,
  limitMa,
  onRecorded,
}: {
  batteryId: string;
  data: BenchData;
  limitMa: number;
  onRecorded: (said: string) => void;
}) {
  const siteNow = useSiteClock(data.clock);
  const [typed, setTyped] = useState('');
  const [changed, setChanged] = useState(false);
  const [message, setMessage] = useState<string | null>(null);
  const [file, setFile] = useState<{ trace: Trace; draw: DrawAnalysis; name: string } | null>(null);

  const recordTyped = async () => {
    const milliamps = Number(typed.trim().replace(',', '.'));
    if (typed.trim() === '' || !Number.isFinite(milliamps) || milliamps < 0 || milliamps > 20_000) {
      return setMessage(t`Milliamps are a number from 0 to 20000, as 18.5.`);
    }
    const entries = [
      newEntry('draw', batteryId, siteNow(), {
        milliamps,
        source: 'hand',
        ...(changed ? { changed } : {}),
      }),
      newEntry('procedure-done', batteryId, siteNow(), { procedure: 'draw-test', steps: [] }),
    ];
    const reply = await postEntries(entries);
    if (!reply.ok) return setMessage(reply.reason);
    onRecorded(t`Recorded: ${formatMilliamps(milliamps)}, typed by hand.`);
  };

  const load = async (chosen: File | undefined) => {
    setFile(null);
    setMessage(null);
    if (!chosen) return;
    const { parseTraceCsv } = await import('./trace-csv');
    const parsed = parseTraceCsv(await chosen.text());
    if (!parsed.ok) return setMessage(`${chosen.name}: ${parsed.reason}`);
    const problem = traceProblem(parsed.trace);
    if (problem) return setMessage(`${chosen.name}: ${problem}.`);
    setFile({ trace: parsed.trace, draw: analyseDraw(parsed.trace), name: chosen.name });
  };
  const recordFile = async () => {
    if (!file) return;
    const reply = await call('POST /api/bench/trace', {
      body: {
        batteryId,
        seconds: [...file.trace.seconds],
        amps: Array.from(file.trace.amps, (value) => (Number.isNaN(value) ? null : value)),
      },
    });
    if (!reply.ok) return setMessage(reply.reason);
    onRecorded(t`Recorded from ${file.name}, with its trace.`);
  };

  return (
    <details className={shared.byHandBox}>
      <summary>{t`Without the meter: type it, or load a file`}</summary>
      <form
        className={layout.fields}
        onSubmit={(event) => {
          event.preventDefault();
          void recordTyped();
        }}
      >
        <TextField
          label={t`Settled draw, mA`}
          inputMode="decimal"
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
        />
        <label className={shared.tick}>{phrase`${(
          <input
            type="checkbox"
            checked={changed}
            onChange={(event) => setChanged(event.target.checked)}
          />
        )}Something was repaired or switched off first`}</label>
        <Button htmlType="submit" size="large">{t`Record`}</Button>
      </form>
      <label className={shared.file}>{phrase`A logged current, CSV with seconds,amps${(
        <input
          type="file"
          accept=".csv,text/csv,text/plain"
          onChange={(event) => void load(event.target.files?.[0])}
        />
      )}`}</label>
      {file ? (
        <div className={styles.loaded}>
          <p>
            <b>{formatMilliamps(file.draw.settledMa.value)}</b>,{' '}
            {DRAW_VERDICT_WORDS[drawVerdict(file.draw, limitMa)].toLowerCase()}
          </p>
          {drawNotes(file.draw).map((note, i) => (
            <p key={i}>{plain(note)}</p>
          ))}
          <Button size="large" onClick={() => void recordFile()}>{t`Record it`}</Button>
        </div>
      ) : null}
      {message ? (
        <p role="alert" className={shared.doubt}>
          {message}
        </p>
      ) : null}
    </details>
  );
}
