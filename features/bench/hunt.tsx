'use client';

import { t } from '../../core/language';
import { phrase } from '../words/phrase';
import { useMemo, useState } from 'react';
import { sinceAnew, stillOut } from '../../core/parasitic-draw/marks';
import { toleranceMa } from '../../core/parasitic-draw/levels';
import { limitMa } from '../../core/rules/draw-limit';
import { dropsOf } from '../../core/fault-isolation/drops';
import type { FuseList } from '../../core/fault-isolation/fuse-list';
import { backFirst, hunt } from '../../core/fault-isolation/hunt';
import type { BatteryRecord } from '../../core/record/battery-record';
import { formatMilliamps } from '../../core/words/words';
import { usualDrawOf } from '../../core/site/vehicle-kinds';
import type { BenchData, BenchSubject } from './bench-data';
import { FuseTable } from './fuse-table';
import { Hands, act } from './hands';
import { NextPull } from './next-pull';
import { Ranking } from './ranking';
import { RepairNote } from './repair-note';
import { TraceChart } from './trace-chart';
import type { Bench } from './use-bench';
import { WhatIf } from './what-if';
import { useShortcuts } from '../app-shell/shortcuts';
import layout from '../ui/layout.module.css';
import styles from './measuring.module.css';
import hunting from './hunt.module.css';

export interface HuntProps {
  readonly bench: Bench;
  readonly data: BenchData;
  readonly subject: BenchSubject;
  readonly list: FuseList;
  readonly standing: BatteryRecord;
  readonly siteNow: () => number;
  readonly onRecorded: (said: string) => void;
}

/** What such a vehicle needs: what was measured before, or what is usual, if that is less. */
export function needOf(subject: BenchSubject, standing: BatteryRecord): number {
  const usual = usualDrawOf(subject.vehicle.kind, standing.state.role, subject.vehicle.facts).value;
  return Math.min(usual, standing.state.drawMa ?? Infinity);
}

/** The hunt while the trace runs: which fuse next, what fell, who it is. */
export function Hunt({
  bench,
  settledMa,
  data,
  subject,
  list,
  standing,
  siteNow,
  onRecorded,
}: HuntProps & { settledMa: number }) {
  const { test, live, tick } = bench;
  const { vehicle } = subject;
  const marks = useMemo(() => test?.marks ?? [], [test]);
  const counting = useMemo(() => sinceAnew(marks), [marks]);
  const pulls = counting.some(({ kind }) => kind === 'pull');
  const drops = useMemo(
    () =>
      pulls
        ? dropsOf(
            { seconds: Float64Array.from(live.seconds), amps: Float64Array.from(live.amps) },
            counting,
          )
        : [],
    // The trace grows in place; the tick says when.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [live, counting, pulls, tick],
  );
  const standard = needOf(subject, standing);
  const [need, setNeed] = useState<string>(standard.toFixed(1));
  const [millivolts, setMillivolts] = useState<Readonly<Record<string, number>>>({});
  const [message, setMessage] = useState<string | null>(null);
  const needMa =
    Number.isFinite(Number(need)) && need !== '' ? Math.max(0, Number(need)) : standard;
  const answer = useMemo(
    () => hunt({ list, settledMa, needMa, drops, millivolts }),
    [list, settledMa, needMa, drops, millivolts],
  );
  const out = stillOut(marks);
  const limit = limitMa(vehicle.kind, data.rules);
  const lines = useMemo(() => [{ label: t`draw`, trace: live }], [live]);
  const now = live.amps.at(-1);
  const newest = drops.at(-1);
  const awake = now !== undefined && 1000 * now > settledMa + 4 * toleranceMa(settledMa);

  const mark = async (what: 'pull' | 'put-back', circuit: string) => {
    // The mark first: what falls from here on is the pull's.
    const reply = await bench.ask({ do: what, circuit });
    if (!reply.ok) return setMessage(reply.reason);
    setMessage(null);
    if (data.hands) await act({ do: what, fuse: circuit });
  };

  const anew = async () => {
    const reply = await bench.ask({ do: 'anew' });
    setMessage(reply.ok ? null : reply.reason);
  };

  const wanted = answer.found ? null : answer.next;
  const blocked = wanted && backFirst(list, wanted, out);
  const pending = newest?.milliamps === null && !newest.tooSoon && out.includes(newest.circuit);
  useShortcuts(t`Circuit hunt`, 'screen', [
    {
      keys: ['Enter'],
      shown: 'Enter',
      what: t`the next fuse is out, or back in`,
      act:
        test && wanted && !awake && !pending
          ? () => void (blocked ? mark('put-back', blocked) : mark('pull', wanted))
          : null,
    },
  ]);

  return (
    <div className={styles.draw}>
      <div className={layout.side}>
        <section className={styles.card}>
          <div className={styles.liveRow}>
            <p className={styles.label}>
              {formatMilliamps(settledMa)}
              {t` settled; `}
              <label>{phrase`it needs ${(
                <input
                  className={hunting.small}
                  inputMode="decimal"
                  aria-label={t`What the vehicle needs, mA`}
                  value={need}
                  onChange={(event) => setNeed(event.target.value.replace(',', '.'))}
                />
              )} mA`}</label>
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
            label={t`Draw over time, with the fuses that were pulled`}
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
      <div className={layout.side}>
        <NextPull
          answer={answer}
          list={list}
          newest={newest && out.includes(newest.circuit) ? newest : undefined}
          awake={awake}
          blocked={blocked}
          out={out}
          hint={t`All is back in. Jumper back, clamp on, and record the draw at the draw test.`}
          onMark={(what, fuse) => void mark(what, fuse)}
          onAnew={pulls && (!answer.next || answer.found || answer.contradiction) ? anew : null}
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
          subject={subject}
          settledMa={settledMa}
          siteNow={siteNow}
          onRecorded={onRecorded}
        />
        {data.hands ? <Hands actions={[{ label: t`Open a door`, hand: { do: 'door' } }]} /> : null}
      </div>
    </div>
  );
}
