'use client';

import { t } from '../../core/language';
import { useMemo, useState } from 'react';
import { readRow } from '../../core/site/rows';
import { call } from '../http/client';
import { decimal } from '../ui/decimal';
import { SelectField } from '../ui/chooser';
import { TextField } from '../ui/field';
import { Problem } from '../ui/problem';
import { Quiet } from '../ui/quiet';
import { HallsEditor, type HallDrawing } from './halls-editor';
import type { SitePlanData } from './load';
import { SitePlan } from './schema';
import layout from '../ui/layout.module.css';
import { Button } from '../ui/button';

const marksOf = (halls: readonly HallDrawing[]) =>
  halls.flatMap(({ rows }) =>
    rows.flatMap((text) => {
      const read = readRow(text);
      return read.ok ? read.row.filter((mark) => mark !== null) : [];
    }),
  );

/** The halls and bays as they are walked, to be drawn anew. */
export function DrawPlan({
  data,
  onDrawn,
}: {
  readonly data: SitePlanData;
  readonly onDrawn: () => void;
}) {
  const before: readonly HallDrawing[] = useMemo(
    () =>
      data.halls.map(({ id, name, kind, setpointCelsius, place, rows }) => ({
        ...{ id, name, kind, setpointCelsius, place, rows },
      })),
    [data.halls],
  );
  const [drawn, setDrawn] = useState<readonly HallDrawing[] | null>(null);
  const [moves, setMoves] = useState<Readonly<Record<string, string>>>({});
  const [drives, setDrives] = useState<Readonly<Record<string, string>>>({});
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const halls = drawn ?? before;
  const marks = marksOf(halls);
  const homeless = Object.keys(data.takenBy).filter((mark) => !marks.includes(mark));
  const free = marks.filter((mark) => data.takenBy[mark] === undefined);
  const driven = [...new Set(halls.flatMap(({ place }) => place?.trim() || []))];
  const driveOf = (name: string) =>
    drives[name] ?? String(data.places.find((one) => one.name === name)?.driveMinutes ?? '');
  const draw = async () => {
    const plan = {
      halls: halls.map((hall) => ({ ...hall, rows: [...hall.rows] })),
      places: driven.map((name) => ({ name, driveMinutes: decimal(driveOf(name)) })),
      moves: homeless.flatMap((from) => (moves[from] ? [{ from, to: moves[from] }] : [])),
    };
    const parsed = SitePlan.safeParse(plan);
    if (!parsed.success) {
      const { path, message } = parsed.error.issues[0]!;
      const it = (path[0] === 'places' ? plan.places : halls)[Number(path[1])];
      return setProblem(`${it?.name ? `${it.name}: ` : ''}${message}.`);
    }
    setBusy(true);
    const reply = await call('PUT /api/site/plan', { body: parsed.data });
    setBusy(false);
    if (!reply.ok) return setProblem(reply.reason);
    setProblem(null);
    setDrawn(null);
    setDrives({});
    setMoves({});
    onDrawn();
  };
  return (
    <section className={layout.panel} aria-label={t`Halls and bays, as they are walked`}>
      <h2>{t`Halls and bays, as they are walked`}</h2>
      <Quiet as="p">{t`C1–C12 is a row, walked in that order (C12–C1 the other way), _ a gap in it; a second side is a second row. What is drawn no more is closed: what happened there stays on record. A hall that one drives to is walked in the same round, and the drive counts in its minutes.`}</Quiet>
      <div>
        <HallsEditor
          value={halls}
          onChange={setDrawn}
          takenBy={(mark) => data.takenBy[mark]}
          known={(id) => before.some((hall) => hall.id === id)}
          isPlaced
        />
      </div>
      {driven.length > 0 ? (
        <div className={layout.fields} role="group" aria-label={t`Drives`}>
          {driven.map((name) => (
            <TextField
              key={name}
              label={t`Drive to ${name}, there and back, min`}
              inputMode="decimal"
              value={driveOf(name)}
              onChange={({ target }) => {
                setDrives({ ...drives, [name]: target.value });
                setDrawn(halls);
              }}
            />
          ))}
        </div>
      ) : null}
      {homeless.length > 0 ? (
        <div className={layout.fields} role="group" aria-label={t`Where they go`}>
          {homeless.map((mark) => (
            <SelectField
              key={mark}
              label={t`${data.takenBy[mark]}, in ${mark} until now, goes to`}
              value={moves[mark] ?? null}
              placeholder={t`a free bay`}
              options={free.map((one) => ({ value: one, label: one }))}
              onChange={(to) => setMoves({ ...moves, [mark]: to })}
            />
          ))}
        </div>
      ) : null}
      <Problem>{problem}</Problem>
      {drawn === null ? null : (
        <div className={layout.answers}>
          <Button
            type="primary"
            size="large"
            loading={busy}
            onClick={() => void draw()}
          >{t`Keep these halls and bays`}</Button>
          <Button
            size="large"
            onClick={() => {
              setDrawn(null);
              setDrives({});
            }}
          >{t`As they were`}</Button>
        </div>
      )}
    </section>
  );
}
