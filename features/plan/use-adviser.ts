'use client';

import { languageTag } from '../../core/language';
import { useEffect, useRef, useState } from 'react';
import type { Advice, Otherwise } from '../../core/plan/adviser';
import type { PlanContext } from '../../core/plan/storage-plans';
import type { WhatIf, WhatIfAnswer } from '../../core/plan/what-if';
import type { AdviserAnswer, AdviserQuestion } from './adviser.worker';

type Asked =
  | { readonly kind: 'advise'; readonly context: PlanContext }
  | { readonly kind: 'what-if'; readonly context: PlanContext; readonly change: WhatIf };

/** A worker of its own for one panel; it goes with the panel. */
function useWorker(asked: Asked | null): { answers: readonly AdviserAnswer[]; failed: boolean } {
  const [heard, setHeard] = useState<{
    readonly n: number;
    readonly answers: readonly AdviserAnswer[];
    readonly failed: boolean;
  }>({ n: 0, answers: [], failed: false });
  const worker = useRef<Worker | null>(null);
  const n = useRef(0);
  useEffect(() => {
    const made = new Worker(new URL('./adviser.worker.ts', import.meta.url), {
      name: languageTag(),
    });
    made.onmessage = (event: MessageEvent<AdviserAnswer>) => {
      const answer = event.data;
      // The last answer stays until the next is there; one that was overtaken is dropped.
      if (answer.n !== n.current) return;
      setHeard((before) => ({
        n: answer.n,
        failed: false,
        answers: [
          ...(before.n === answer.n ? before.answers : []).filter(
            ({ kind }) => kind !== answer.kind,
          ),
          answer,
        ],
      }));
    };
    made.onerror = (event) => {
      console.error(event.message);
      setHeard({ n: n.current, answers: [], failed: true });
    };
    worker.current = made;
    return () => made.terminate();
  }, []);
  useEffect(() => {
    if (!asked) return;
    const question: AdviserQuestion = { ...asked, n: ++n.current };
    worker.current?.postMessage(question);
  }, [asked]);
  return heard;
}

/** Every storage plan for a battery, lived through off the page's thread. */
export function useAdvice(asked: (Asked & { kind: 'advise' }) | null): {
  readonly advice: Advice | null;
  readonly others: readonly Otherwise[] | null;
  readonly failed: boolean;
} {
  const { answers, failed } = useWorker(asked);
  let advice: Advice | null = null;
  let others: readonly Otherwise[] | null = null;
  for (const answer of answers) {
    if (answer.kind === 'advise') advice = answer.advice;
    if (answer.kind === 'otherwise') others = answer.others;
  }
  return { advice, others, failed };
}

/** One battery as it is kept, and as it would be. */
export function useWhatIf(asked: (Asked & { kind: 'what-if' }) | null): {
  readonly answer: WhatIfAnswer | null;
  readonly failed: boolean;
} {
  const { answers, failed } = useWorker(asked);
  const last = answers.at(-1);
  return { answer: last?.kind === 'what-if' ? last.answer : null, failed };
}
