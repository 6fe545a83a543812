'use client';

import { Button } from 'antd';
import { useMemo, useState } from 'react';
import { readRow } from '../../core/site/rows';
import { call } from '../http/client';
import { SelectField } from '../ui/field';
import { Problem } from '../ui/problem';
import { Quiet } from '../ui/quiet';
import { HallsEditor, type HallDrawing } from './halls-editor';
import type { SitePlanData } from './load';
import { SitePlan } from './schema';
import layout from '../ui/layout.module.css';

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
      data.halls.map(({ id, name, kind, setpointCelsius, rows }) => ({
        ...{ id, name, kind, setpointCelsius, rows },
      })),
    [data.halls],
  );
  const [drawn, setDrawn] = useState<readonly HallDrawing[] | null>(null);
  const [moves, setMoves] = useState<Readonly<Record<string, string>>>({});
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const halls = drawn ?? before;
  const marks = marksOf(halls);
  const homeless = Object.keys(data.takenBy).filter((mark) => !marks.includes(mark));
  const free = marks.filter((mark) => data.takenBy[mark] === undefined);
  const draw = async () => {
    const plan = {
      halls: halls.map((hall) => ({ ...hall, rows: [...hall.rows] })),
      moves: homeless.flatMap((from) => (moves[from] ? [{ from, to: moves[from] }] : [])),
    };
    const parsed = SitePlan.safeParse(plan);
    if (!parsed.success) {
      const { path, message } = parsed.error.issues[0]!;
      const hall = halls[Number(path[1])];
      return setProblem(`${hall?.name ? `${hall.name}: ` : ''}${message}.`);
    }
    setBusy(true);
    const reply = await call('PUT /api/site/plan', { body: parsed.data });
    setBusy(false);
    if (!reply.ok) return setProblem(reply.reason);
    setProblem(null);
    setDrawn(null);
    setMoves({});
    onDrawn();
  };
  return (
    <section className={layout.panel} aria-label="Halls and bays, as they are walked">
      <h2>Halls and bays, as they are walked</h2>
      <Quiet as="p">
        C1–C12 is a row, walked in that order (C12–C1 the other way), _ a gap in it; a second side
        is a second row. What is drawn no more is closed: what happened there stays on record.
      </Quiet>
      <div>
        <HallsEditor
          value={halls}
          onChange={setDrawn}
          takenBy={(mark) => data.takenBy[mark]}
          known={(id) => before.some((hall) => hall.id === id)}
        />
      </div>
      {homeless.length > 0 ? (
        <div className={layout.fields} role="group" aria-label="Where they go">
          {homeless.map((mark) => (
            <SelectField
              key={mark}
              label={`${data.takenBy[mark]}, in ${mark} until now, goes to`}
              value={moves[mark] ?? null}
              placeholder="a free bay"
              options={free.map((one) => ({ value: one, label: one }))}
              onChange={(to) => setMoves({ ...moves, [mark]: to })}
            />
          ))}
        </div>
      ) : null}
      <Problem>{problem}</Problem>
      {drawn === null ? null : (
        <div className={layout.answers}>
          <Button type="primary" size="large" loading={busy} onClick={() => void draw()}>
            Keep these halls and bays
          </Button>
          <Button size="large" onClick={() => setDrawn(null)}>
            As they were
          </Button>
        </div>
      )}
    </section>
  );
}
