'use client';

import { useEffect, useRef, useState } from 'react';
import type { Advice, Otherwise } from '../../core/plan/adviser';
import type { PlanContext } from '../../core/plan/storage-plans';
import type { WhatIf, WhatIfAnswer } from '../../core/plan/what-if';
import type { AdviserAnswer, AdviserQuestion } from './adviser.worker';

type Asked =
  | { readonly kind: 'advise'; readonly context: PlanContext }
  | { readonly kind: 'what-if'; readonly context: PlanContext; readonly change: WhatIf };

/** A worker of its own for one panel; it goes with the panel, and a new question with the old. */
function useWorker(asked: Asked | null): { answers: readonly AdviserAnswer[]; failed: boolean } {
  const [heard, setHeard] = useState<{
    readonly of: Asked | null;
    readonly answers: readonly AdviserAnswer[];
    readonly failed: boolean;
  }>({ of: null, answers: [], failed: false });
  const n = useRef(0);
  useEffect(() => {
    if (!asked) return;
    const own = ++n.current;
    const worker = new Worker(new URL('./adviser.worker.ts', import.meta.url));
    worker.onmessage = (event: MessageEvent<AdviserAnswer>) => {
      const answer = event.data;
      if (answer.n !== own) return;
      setHeard((before) => ({
        of: asked,
        failed: false,
        answers: [
          ...(before.of === asked ? before.answers : []).filter(({ kind }) => kind !== answer.kind),
          answer,
        ],
      }));
    };
    worker.onerror = (event) => {
      console.error(event.message);
      setHeard({ of: asked, answers: [], failed: true });
    };
    const question: AdviserQuestion = { ...asked, n: own };
    worker.postMessage(question);
    return () => worker.terminate();
  }, [asked]);
  // The last answer stays until the next is there.
  return { answers: heard.answers, failed: heard.of === asked && heard.failed };
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
