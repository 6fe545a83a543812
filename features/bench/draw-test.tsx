'use client';

import { t } from '../../core/language';
import { phrase } from '../words/phrase';
import { useMemo } from 'react';
import type { DrawAnalysis } from '../../core/parasitic-draw/draw';
import { limitMa } from '../../core/rules/draw-limit';
import type { BatteryRecord } from '../../core/record/battery-record';
import { formatMilliamps } from '../../core/words/words';
import type { BenchData, BenchSubject } from './bench-data';
import { ByHand } from './by-hand';
import { BY_METER } from './draw-state';
import { DrawSteps } from './draw-steps';
import { Finding, Meaning } from './finding';
import { Hands } from './hands';
import { TraceChart } from './trace-chart';
import type { Bench } from './use-bench';
import { useDrawTest, type DrawTestState } from './use-draw-test';
import layout from '../ui/layout.module.css';
import shared from './measuring.module.css';
import styles from './draw-test.module.css';
import { Button } from '../ui/button';

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
  const { test } = bench;
  const limit = limitMa(vehicle.kind, data.rules);
  const draw = useDrawTest({
    ...{ bench, analysis, standing, onRecorded },
    batteryId: battery.id,
    hands: data.hands,
  });
  if (draw.against) return <p className={shared.empty}>{draw.against}</p>;
  const counts = draw.jumperOff ? analysis : null;
  return (
    <div className={shared.draw}>
      <div className={layout.side}>
        <LiveDraw bench={bench} analysis={analysis} jumperOff={draw.jumperOff} limitMa={limit} />
        {counts ? <Finding analysis={counts} limitMa={limit} standing={standing} /> : null}
        {counts ? <Meaning standing={standing} drawMa={counts.settledMa.value} /> : null}
      </div>
      <div className={layout.side}>
        {test ? <InSight bench={bench} analysis={counts} /> : null}
        <DrawSteps
          steps={draw.steps}
          done={draw.done}
          byMeter={BY_METER}
          onTick={(id) => void draw.tick(id)}
        />
        <p
          className={styles.keys}
        >{phrase`${(<kbd>{t`Space`}</kbd>)} next step ${draw.complete ? <kbd>{t`Enter`}</kbd> : null}${draw.complete ? t` record` : ''}`}</p>
        <WhatNow draw={draw} running={test !== null} onHunt={onHunt} />
        {data.hands && test ? (
          <Hands
            actions={[
              { label: t`Open a door`, hand: { do: 'door' } },
              { label: t`Let a lead slip`, hand: { do: 'series', on: false } },
              { label: t`Put it on again`, hand: { do: 'series', on: true } },
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

/** What flows now; null: over the range, undefined: nothing was logged. */
function flowing({ live }: Bench): number | null | undefined {
  const amps = live.amps.at(-1);
  return amps === undefined ? undefined : Number.isNaN(amps) ? null : Math.max(0, amps * 1000);
}

/** The draw as it is now, and its trace. */
function LiveDraw({
  bench,
  analysis,
  jumperOff,
  limitMa: limit,
}: {
  bench: Bench;
  analysis: DrawAnalysis | null;
  jumperOff: boolean;
  limitMa: number;
}) {
  const { test, live, tick } = bench;
  const lines = useMemo(() => [{ label: t`draw`, trace: live }], [live]);
  const ma = flowing(bench);
  return (
    <section className={shared.card}>
      <div className={shared.liveRow}>
        <p className={shared.label}>
          {test ? (jumperOff ? t`Draw now` : t`Draw now: a share, the jumper is on`) : t`Draw`}
        </p>
        <p className={shared.live} aria-live="off">
          {ma === undefined ? '–' : ma === null ? t`over range` : formatMilliamps(ma)}
        </p>
      </div>
      <TraceChart
        lines={lines}
        analysis={analysis}
        marks={test?.marks ?? NO_MARKS}
        limitMa={limit}
        tick={tick}
        label={
          analysis
            ? t`Draw over time, now ${formatMilliamps(analysis.settledMa.value)}`
            : t`Draw over time, nothing logged yet`
        }
      />
    </section>
  );
}
const NO_MARKS: [] = [];

/** On a phone the picture lies below the steps: what it says in a line, above them. */
function InSight({ bench, analysis }: { bench: Bench; analysis: DrawAnalysis | null }) {
  const ma = flowing(bench) ?? null;
  return (
    <p className={styles.phoneLive} aria-hidden="true">
      <b>{ma === null ? '–' : formatMilliamps(ma)}</b>
      {analysis === null
        ? t`a share`
        : analysis.settledAt === null
          ? t`${Math.round(100 * analysis.chanceSettled)} % sure that it has settled`
          : t`settled, ${formatMilliamps(analysis.settledMa.value)}`}
    </p>
  );
}

/** How the test may go on or end. */
function WhatNow({
  draw,
  running,
  onHunt,
}: {
  draw: DrawTestState;
  running: boolean;
  onHunt: () => void;
}) {
  return (
    <>
      {draw.message ? (
        <p role="alert" className={shared.doubt}>
          {draw.message}
        </p>
      ) : null}
      {running ? (
        <label className={shared.tick}>{phrase`${(
          <input
            type="checkbox"
            checked={draw.changed}
            onChange={(event) => draw.setChanged(event.target.checked)}
          />
        )}Something was repaired or switched off first`}</label>
      ) : null}
      <div className={shared.buttons}>
        <Button
          type="primary"
          size="large"
          disabled={!draw.complete}
          onClick={() => void draw.finish()}
        >{t`Record the draw`}</Button>
        {draw.mayTakeAwake ? (
          <Button size="large" onClick={draw.takeAwake}>{t`Enough: take it awake`}</Button>
        ) : null}
        {draw.mayHunt ? <Button size="large" onClick={onHunt}>{t`Hunt the circuit`}</Button> : null}
        {running ? (
          <Button
            size="large"
            onClick={() => void draw.discard()}
          >{t`Throw this test away`}</Button>
        ) : null}
      </div>
    </>
  );
}
