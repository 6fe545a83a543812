'use client';

import { languageTag } from '../../core/language';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { PlanDocument, SeasonDocument } from '../../core/schedule/document';
import type { Move, MoveEffect } from './move';
import type { Proof } from './plan-for';
import type { SeasonAnswer, SeasonQuestion } from './season.worker';

export type Progress = SeasonAnswer & { readonly kind: 'progress' };

interface Run {
  readonly progress: Progress | null;
  readonly running: boolean;
}

/** What the Season screen asks off its own thread: what a move does, a tighter plan, another season. */
export function useSeasonWorker(onTightened: (plan: PlanDocument) => void) {
  const worker = useRef<Worker | null>(null);
  const n = useRef(0);
  const [moved, setMoved] = useState<MoveEffect | null>(null);
  const [run, setRun] = useState<Run>({ progress: null, running: false });
  const [failed, setFailed] = useState<string | null>(null);
  const [proven, setProven] = useState<{ plan: PlanDocument; proof: Proof } | null>(null);
  const proving = useRef<{ n: number; plan: PlanDocument } | null>(null);
  const planned = useRef<((plan: PlanDocument) => void) | null>(null);
  const tightened = useRef(onTightened);
  useEffect(() => {
    tightened.current = onTightened;
  }, [onTightened]);

  useEffect(() => {
    const made = new Worker(new URL('./season.worker.ts', import.meta.url), {
      name: languageTag(),
    });
    made.onmessage = (event: MessageEvent<SeasonAnswer>) => {
      const answer = event.data;
      switch (answer.kind) {
        case 'moved':
          if (answer.n === n.current) setMoved(answer.effect);
          return;
        case 'progress':
          return setRun({ progress: answer, running: true });
        case 'tightened':
          setRun((before) => ({ ...before, running: false }));
          return tightened.current(answer.plan);
        case 'proven':
          if (proving.current?.n === answer.n) {
            setProven({ plan: proving.current.plan, proof: answer.proof });
          }
          return;
        case 'planned':
          planned.current?.(answer.plan);
      }
    };
    made.onerror = (event) => {
      console.error(event.message);
      setFailed(event.message);
      setRun({ progress: null, running: false });
    };
    worker.current = made;
    return () => made.terminate();
  }, []);

  const ask = useCallback((question: SeasonQuestion) => worker.current?.postMessage(question), []);
  return {
    moved,
    run,
    failed,
    askMove: useCallback(
      (season: SeasonDocument, plan: PlanDocument, move: Move) => {
        setMoved(null);
        ask({ kind: 'move', n: ++n.current, season, plan, move });
      },
      [ask],
    ),
    forgetMove: useCallback(() => {
      n.current++;
      setMoved(null);
    }, []),
    tighten: useCallback(
      (season: SeasonDocument, plan: PlanDocument, seconds: number) => {
        setRun({ progress: null, running: true });
        setFailed(null);
        ask({ kind: 'tighten', n: ++n.current, season, plan, seconds });
      },
      [ask],
    ),
    /** Of the plan that it was asked for last. */
    proven,
    prove: useCallback(
      (season: SeasonDocument, plan: PlanDocument) => {
        proving.current = { n: ++n.current, plan };
        ask({ kind: 'prove', n: n.current, season, plan });
      },
      [ask],
    ),
    stop: useCallback(() => ask({ kind: 'stop' }), [ask]),
    planOf: useCallback(
      (season: SeasonDocument, done: (plan: PlanDocument) => void) => {
        planned.current = done;
        ask({ kind: 'plan', n: ++n.current, season });
      },
      [ask],
    ),
  };
}
