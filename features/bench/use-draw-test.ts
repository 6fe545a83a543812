'use client';

import { t } from '../../core/language';
import { useMemo, useReducer } from 'react';
import { chargeForecastOf } from '../../core/assessment/charge-forecast';
import { contextOf } from '../../core/context/from-record';
import { reasonsAgainst } from '../../core/gate/gate';
import type { DrawAnalysis } from '../../core/parasitic-draw/draw';
import { DRAW_TEST } from '../../core/procedures/draw-test';
import { stepsFor } from '../../core/procedures/procedure';
import type { BatteryRecord } from '../../core/record/battery-record';
import { useShortcuts } from '../app-shell/shortcuts';
import { useProgress } from '../procedure/progress';
import { asksServer, DRAW_AT_FIRST, drawProgress, drawReducer } from './draw-state';
import { act, type Hand } from './hands';
import type { Bench } from './use-bench';

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

/** A draw test at a battery: where it stands and what can be done, by finger and by key. */
export function useDrawTest({
  bench,
  analysis,
  standing,
  batteryId,
  hands,
  onRecorded,
}: {
  readonly bench: Bench;
  readonly analysis: DrawAnalysis | null;
  readonly standing: BatteryRecord;
  readonly batteryId: string;
  /** The demo has hands of its own. */
  readonly hands: boolean;
  readonly onRecorded: (said: string) => void;
}) {
  const { test } = bench;
  const context = useMemo(() => contextOf(standing, chargeForecastOf(standing)), [standing]);
  const against = useMemo(() => reasonsAgainst(context, 'draw-test')[0]?.words ?? null, [context]);
  const steps = useMemo(() => stepsFor(DRAW_TEST, context), [context]);
  const [progress, setProgress] = useProgress(`bench-${batteryId}`);
  const [state, dispatch] = useReducer(drawReducer, DRAW_AT_FIRST);
  const { enough, changed } = state;
  const seen = drawProgress({ steps, test, ticked: progress.done, analysis, enough });
  const { done, next, complete } = seen;

  const ask = async (what: Parameters<Bench['ask']>[0]): Promise<boolean> => {
    dispatch({ do: 'ask' });
    const reply = await bench.ask(what);
    if (!reply.ok) dispatch({ do: 'refused', reason: reply.reason });
    return reply.ok;
  };
  const over = () => {
    setProgress({ done: [] });
    dispatch({ do: 'over' });
  };
  const tick = async (id: string) => {
    const what = asksServer(id);
    if (!what) dispatch({ do: 'ask' });
    else if (!(await ask(what === 'start' ? { do: 'start', batteryId } : { do: what }))) return;
    if (hands) for (const hand of HANDS[id] ?? []) await act(hand);
    setProgress((before) => ({ ...before, done: [...before.done, id] }));
  };
  const finish = async () => {
    if (!(await ask({ do: 'finish', steps: done, evenAwake: enough, changed }))) return;
    over();
    onRecorded(t`Draw test recorded, with its trace.`);
  };

  useShortcuts(t`Draw test`, 'screen', [
    {
      keys: [' '],
      shown: 'Space',
      what: t`the next step is done`,
      act: next === null ? null : () => void tick(next),
    },
    {
      keys: ['Enter'],
      shown: 'Enter',
      what: t`record the draw, once all is done`,
      act: complete ? () => void finish() : null,
    },
  ]);

  return {
    ...seen,
    ...state,
    against,
    steps,
    tick,
    finish,
    discard: async () => {
      if (await ask({ do: 'discard' })) over();
    },
    takeAwake: () => dispatch({ do: 'enough' }),
    setChanged: (to: boolean) => dispatch({ do: 'changed', changed: to }),
  };
}

export type DrawTestState = ReturnType<typeof useDrawTest>;
