'use client';

import { Button } from 'antd';
import { useMemo, useState } from 'react';
import type { DrawAnalysis } from '../../core/parasitic-draw/draw';
import { lastMark } from '../../core/parasitic-draw/marks';
import { limitMa } from '../../core/rules/draw-limit';
import type { BatteryRecord } from '../../core/record/battery-record';
import { formatMilliamps } from '../../core/words/words';
import { contextOf } from '../../core/context/from-record';
import { reasonsAgainst } from '../../core/gate/gate';
import { chargeForecastOf } from '../../core/assessment/charge-forecast';
import { DRAW_TEST } from '../../core/procedures/draw-test';
import { stepsFor } from '../../core/procedures/procedure';
import { useProgress } from '../procedure/progress';
import type { BenchData, BenchSubject } from './bench-data';
import { ByHand } from './by-hand';
import { DrawSteps } from './draw-steps';
import { Finding, Meaning } from './finding';
import { Hands, act, type Hand } from './hands';
import { TraceChart } from './trace-chart';
import type { Bench } from './use-bench';
import { useShortcuts } from '../app-shell/shortcuts';
import shared from './measuring.module.css';
import styles from './draw-test.module.css';

/** What the demo's hands do when a step is ticked. */
const HANDS: Readonly<Record<string, readonly Hand[]>> = {
  'jumper-in': [{ do: 'jumper', on: true }],
  'clamp-off': [{ do: 'clamp', on: false }],
  'meter-in': [{ do: 'series', on: true }],
  'jumper-off': [{ do: 'jumper', on: false }],
  'jumper-back': [{ do: 'jumper', on: true }],
  'clamp-on': [
    { do: 'clamp', on: true },
    { do: 'series', on: false },
    { do: 'jumper', on: false },
  ],
};

/** Ticked by what the trace shows. */
const BY_METER = ['settle', 'value'];

/** The guided draw test with its live trace, to the verdict. */
export function DrawTest({
  bench,
  analysis,
  data,
  subject,
  standing,
  onRecorded,
  onHunt,
}: {
  bench: Bench;
  analysis: DrawAnalysis | null;
  data: BenchData;
  subject: BenchSubject;
  standing: BatteryRecord;
  onRecorded: (said: string) => void;
  onHunt: () => void;
}) {
  const { battery, vehicle } = subject;
  const { test, live, tick } = bench;
  const context = useMemo(() => contextOf(standing, chargeForecastOf(standing)), [standing]);
  const refusal = useMemo(() => reasonsAgainst(context, 'draw-test')[0]?.words ?? null, [context]);
  const steps = useMemo(() => stepsFor(DRAW_TEST, context), [context]);
  const [progress, setProgress] = useProgress(`bench-${battery.id}`);
  const [message, setMessage] = useState<string | null>(null);
  const [enough, setEnough] = useState(false);
  const [changed, setChanged] = useState(false);
  const limit = limitMa(vehicle.kind, data.rules);

  const marks = useMemo(() => test?.marks ?? [], [test]);
  const jumperOff = lastMark(marks, 'jumper-off') !== null;
  // What the server knows of the test wins over what this device remembers.
  const before = steps.slice(0, steps.findIndex(({ id }) => id === 'meter-in') + 1);
  const known = test ? [...before.map(({ id }) => id), ...(jumperOff ? ['jumper-off'] : [])] : [];
  const settled = jumperOff && analysis !== null && (analysis.settledAt !== null || enough);
  const done = steps
    .map(({ id }) => id)
    .filter((id) =>
      BY_METER.includes(id)
        ? settled || progress.done.includes('jumper-back')
        : id === 'meter-in' || id === 'jumper-off'
          ? known.includes(id)
          : known.includes(id) || progress.done.includes(id),
    );
  const complete = steps.every(({ id }) => done.includes(id));
  const ma = live.amps.at(-1);

  const onTick = async (id: string) => {
    setMessage(null);
    const asked =
      id === 'meter-in'
        ? await bench.ask({ do: 'start', batteryId: battery.id })
        : id === 'jumper-off' || id === 'jumper-back'
          ? await bench.ask({ do: id })
          : null;
    if (asked && !asked.ok) return setMessage(asked.reason);
    if (data.hands) for (const hand of HANDS[id] ?? []) await act(hand);
    setProgress((before) => ({ ...before, done: [...before.done, id] }));
  };
  const finish = async () => {
    const reply = await bench.ask({ do: 'finish', steps: done, evenAwake: enough, changed });
    if (!reply.ok) return setMessage(reply.reason);
    setChanged(false);
    setProgress({ done: [] });
    setEnough(false);
    onRecorded('Draw test recorded, with its trace.');
  };
  const discard = async () => {
    const reply = await bench.ask({ do: 'discard' });
    if (!reply.ok) return setMessage(reply.reason);
    setProgress({ done: [] });
    setEnough(false);
  };

  const next = steps.find(({ id }) => !done.includes(id))?.id;
  useShortcuts('Draw test', 'screen', [
    {
      keys: [' '],
      shown: 'Space',
      what: 'the next step is done',
      act: next && !BY_METER.includes(next) ? () => void onTick(next) : null,
    },
    {
      keys: ['Enter'],
      shown: 'Enter',
      what: 'record the draw, once all is done',
      act: complete ? () => void finish() : null,
    },
  ]);

  const lines = useMemo(() => [{ label: 'draw', trace: live }], [live]);
  if (refusal) return <p className={shared.empty}>{refusal}</p>;
  return (
    <div className={shared.draw}>
      <div className={shared.left}>
        <section className={shared.card}>
          <div className={shared.liveRow}>
            <p className={shared.label}>
              {test ? (jumperOff ? 'Draw now' : 'Draw now: a share, the jumper is on') : 'Draw'}
            </p>
            <p className={shared.live} aria-live="off">
              {ma === undefined
                ? '–'
                : Number.isNaN(ma)
                  ? 'over range'
                  : formatMilliamps(Math.max(0, ma * 1000))}
            </p>
          </div>
          <TraceChart
            lines={lines}
            analysis={analysis}
            marks={marks}
            limitMa={limit}
            tick={tick}
            label={
              analysis
                ? `Draw over time, now ${formatMilliamps(analysis.settledMa.value)}`
                : 'Draw over time, nothing logged yet'
            }
          />
        </section>
        {analysis && jumperOff ? (
          <Finding analysis={analysis} limitMa={limit} standing={standing} />
        ) : null}
        {analysis && jumperOff ? (
          <Meaning standing={standing} drawMa={analysis.settledMa.value} />
        ) : null}
      </div>
      <div className={shared.right}>
        {test ? (
          <p className={styles.phoneLive} aria-hidden="true">
            <b>
              {ma === undefined || Number.isNaN(ma) ? '–' : formatMilliamps(Math.max(0, ma * 1000))}
            </b>
            {analysis && jumperOff
              ? analysis.settledAt === null
                ? `${Math.round(100 * analysis.chanceSettled)} % sure that it has settled`
                : `settled, ${formatMilliamps(analysis.settledMa.value)}`
              : 'a share'}
          </p>
        ) : null}
        <DrawSteps steps={steps} done={done} byMeter={BY_METER} onTick={(id) => void onTick(id)} />
        <p className={styles.keys}>
          <kbd>Space</kbd> next step {complete ? <kbd>Enter</kbd> : null}
          {complete ? ' record' : ''}
        </p>
        {message ? (
          <p role="alert" className={shared.doubt}>
            {message}
          </p>
        ) : null}
        {test ? (
          <label className={shared.tick}>
            <input
              type="checkbox"
              checked={changed}
              onChange={(event) => setChanged(event.target.checked)}
            />
            Something was repaired or switched off first
          </label>
        ) : null}
        <div className={shared.buttons}>
          <Button type="primary" size="large" disabled={!complete} onClick={() => void finish()}>
            Record the draw
          </Button>
          {jumperOff && !settled && analysis ? (
            <Button size="large" onClick={() => setEnough(true)}>
              Enough: take it awake
            </Button>
          ) : null}
          {settled && !progress.done.includes('jumper-back') ? (
            <Button size="large" onClick={onHunt}>
              Hunt the circuit
            </Button>
          ) : null}
          {test ? (
            <Button size="large" onClick={() => void discard()}>
              Throw this test away
            </Button>
          ) : null}
        </div>
        {data.hands && test ? (
          <Hands
            actions={[
              { label: 'Open a door', hand: { do: 'door' } },
              { label: 'Let a lead slip', hand: { do: 'series', on: false } },
              { label: 'Put it on again', hand: { do: 'series', on: true } },
            ]}
          />
        ) : null}
        {test ? null : (
          <ByHand batteryId={battery.id} data={data} limitMa={limit} onRecorded={onRecorded} />
        )}
      </div>
    </div>
  );
}
