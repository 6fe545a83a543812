'use client';

import { languageTag } from '../../core/language';
import { useEffect, useRef, useState } from 'react';
import type { DrawAnalysis } from '../../core/parasitic-draw/draw';
import type { Mark } from '../../core/parasitic-draw/marks';
import type { AnalyseQuestion } from './analyse.worker';
import type { LiveTrace } from './use-bench';

/** Judges the trace as it grows, off the page's thread; at most one question is on its way. */
export function useAnalysis(
  live: LiveTrace,
  marks: readonly Mark[],
  tick: number,
): DrawAnalysis | null {
  const [answer, setAnswer] = useState<DrawAnalysis | null>(null);
  const worker = useRef<Worker | null>(null);
  const busy = useRef(false);
  const asked = useRef(0);

  useEffect(() => {
    const made = new Worker(new URL('./analyse.worker.ts', import.meta.url), {
      name: languageTag(),
    });
    made.onmessage = (event: MessageEvent<DrawAnalysis | null>) => {
      busy.current = false;
      setAnswer(event.data);
    };
    // A trace that could not be judged must not end the judging of those that follow.
    made.onerror = (event) => {
      busy.current = false;
      console.error(event.message);
    };
    worker.current = made;
    return () => made.terminate();
  }, []);

  useEffect(() => {
    const n = live.seconds.length;
    if (busy.current || !worker.current || n === 0) return;
    // A long trace changes slowly: it need not be judged for every sample.
    if (n > 3000 && n - asked.current < n / 300) return;
    busy.current = true;
    asked.current = n;
    const question: AnalyseQuestion = {
      seconds: Float64Array.from(live.seconds),
      amps: Float64Array.from(live.amps),
      marks,
    };
    worker.current.postMessage(question, [question.seconds.buffer, question.amps.buffer]);
  }, [live, marks, tick]);

  return live.seconds.length ? answer : null;
}
