'use client';

import { Button } from 'antd';
import { useMemo, useState } from 'react';
import type { DrawAnalysis } from '../../core/draw/draw';
import { stillOut } from '../../core/draw/marks';
import { toleranceMa } from '../../core/draw/levels';
import { limitMa } from '../../core/drain/limit';
import { dropsOf } from '../../core/hunt/drops';
import type { FuseList } from '../../core/hunt/fuse-list';
import { hunt } from '../../core/hunt/hunt';
import type { Standing } from '../../core/judge/standing';
import { formatMilliamps } from '../../core/judge/words';
import { usualDraw } from '../../core/site/vehicle-kinds';
import { newEntry } from '../logbook/new-entry';
import { postEntry } from '../logbook/post';
import { Across } from './across';
import type { BenchData, BenchSubject } from './bench-data';
import { FuseTable } from './fuse-table';
import { Hands, act } from './hands';
import { NextPull } from './next-pull';
import { Ranking } from './ranking';
import { RepairNote } from './repair-note';
import { TraceChart } from './trace-chart';
import type { Bench } from './use-bench';
import { useKeys } from './use-keys';
import { WhatIf } from './what-if';
import styles from './bench.module.css';

/** The hunt for the circuit that draws: which fuse next, what fell, who it is. */
export function Hunt({
  bench,
  analysis,
  data,
  subject,
  list,
  standing,
  siteNow,
  onRecorded,
  onTest,
}: {
  bench: Bench;
  analysis: DrawAnalysis | null;
  data: BenchData;
  subject: BenchSubject;
  list: FuseList;
  standing: Standing;
  siteNow: () => number;
  onRecorded: (said: string) => void;
  onTest: () => void;
}) {
  const { test, live, tick } = bench;
  const { vehicle, battery } = subject;
  const marks = useMemo(() => test?.marks ?? [], [test]);
  const drops = useMemo(
    () =>
      dropsOf(
        { seconds: Float64Array.from(live.seconds), amps: Float64Array.from(live.amps) },
        marks,
      ),
    // The trace grows in place; the tick says when.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [live, marks, tick],
  );
  const measured = standing.state.drawMa;
  const settledMa = analysis?.settledMa.value ?? measured;
  const usual = usualDraw(vehicle.kind, standing.state.role).value;
  const standard = Math.min(usual, measured ?? Infinity);
  const [need, setNeed] = useState<string>(standard.toFixed(1));
  const [millivolts, setMillivolts] = useState<Readonly<Record<string, number>>>({});
  const [at, setAt] = useState<string | null>(null);
  const [message, setMessage] = useState<string | null>(null);
  const needMa =
    Number.isFinite(Number(need)) && need !== '' ? Math.max(0, Number(need)) : standard;
  const answer = useMemo(
    () => hunt({ list, settledMa, needMa, drops, millivolts }),
    [list, settledMa, needMa, drops, millivolts],
  );
  const out = stillOut(marks);
  const limit = limitMa(vehicle.kind, data.rules);
  const lines = useMemo(() => [{ label: 'draw', trace: live }], [live]);
  const now = live.amps.at(-1);
  const newest = drops.at(-1);
  const awake =
    settledMa !== null && now !== undefined && 1000 * now > settledMa + 4 * toleranceMa(settledMa);

  const mark = async (what: 'pull' | 'put-back', circuit: string) => {
    // The mark first: what falls from here on is the pull's.
    const reply = await bench.ask({ do: what, circuit });
    if (!reply.ok) return setMessage(reply.reason);
    setMessage(null);
    if (data.hands) await act({ do: what, fuse: circuit });
  };

  const wanted = answer.found ? null : answer.next;
  const main = wanted && (list.find(({ fuse }) => fuse === wanted)?.main ?? null);
  const blocked = main && out.includes(main) ? main : null;
  const pending = newest?.milliamps === null && out.includes(newest.circuit);
  useKeys({
    Enter:
      test && wanted && !awake && !pending
        ? () => void (blocked ? mark('put-back', blocked) : mark('pull', wanted))
        : null,
  });

  if (!test || test.batteryId !== battery.id || settledMa === null) {
    return (
      <div className={`${styles.draw} ${styles.idle}`}>
        <div className={styles.left}>
          <section className={styles.card}>
            <h2>With nothing pulled</h2>
            <p className={styles.quiet}>
              Millivolts across a fuse that stays in tell its current, and nothing wakes. To pull
              fuses, the draw test must be running and settled.
            </p>
            <Button type="primary" size="large" onClick={onTest}>
              To the draw test
            </Button>
          </section>
          <Across
            fuse={at}
            volts={bench.volts.at(-1)?.volts ?? null}
            onTake={(fuse, value) => setMillivolts({ ...millivolts, [fuse]: value })}
          />
          <FuseTable
            list={list}
            answer={answer}
            drops={drops}
            out={out}
            millivolts={millivolts}
            onMillivolts={setMillivolts}
            onPull={null}
            onAt={(fuse) => {
              setAt(fuse);
              if (data.hands) void act({ do: 'across-fuse', fuse });
            }}
          />
        </div>
        <div className={styles.right}>
          <Ranking answer={answer} known={settledMa !== null} />
        </div>
      </div>
    );
  }

  return (
    <div className={styles.draw}>
      <div className={styles.left}>
        <section className={styles.card}>
          <div className={styles.liveRow}>
            <p className={styles.label}>
              {formatMilliamps(settledMa)} settled;{' '}
              <label>
                it needs{' '}
                <input
                  className={styles.small}
                  inputMode="decimal"
                  aria-label="What the vehicle needs, mA"
                  value={need}
                  onChange={(event) => setNeed(event.target.value.replace(',', '.'))}
                />{' '}
                mA
              </label>
            </p>
            <p className={styles.live}>
              {now === undefined || Number.isNaN(now)
                ? '–'
                : formatMilliamps(Math.max(0, 1000 * now))}
            </p>
          </div>
          <TraceChart
            lines={lines}
            analysis={null}
            marks={marks}
            limitMa={limit}
            tick={tick}
            label="Draw over time, with the fuses that were pulled"
          />
        </section>
        <FuseTable
          list={list}
          answer={answer}
          drops={drops}
          out={out}
          millivolts={millivolts}
          onMillivolts={setMillivolts}
          onPull={(fuse) => void mark(out.includes(fuse) ? 'put-back' : 'pull', fuse)}
        />
      </div>
      <div className={styles.right}>
        <NextPull
          answer={answer}
          list={list}
          newest={newest && out.includes(newest.circuit) ? newest : undefined}
          awake={awake}
          blocked={blocked}
          out={out}
          onMark={(what, fuse) => void mark(what, fuse)}
        />
        {message ? (
          <p role="alert" className={styles.doubt}>
            {message}
          </p>
        ) : null}
        <Ranking answer={answer} known />
        <WhatIf answer={answer} standing={standing} settledMa={settledMa} />
        <RepairNote
          answer={answer}
          name={vehicle.name}
          bay={vehicle.bayMark}
          settledMa={settledMa}
          onRecord={async (text) => {
            const reply = await postEntry(newEntry('note', battery.id, siteNow(), { text }));
            if (reply.ok) onRecorded('Repair note kept in the logbook.');
            else setMessage(reply.reason);
          }}
        />
        {data.hands ? <Hands actions={[{ label: 'Open a door', hand: { do: 'door' } }]} /> : null}
      </div>
    </div>
  );
}
