import '../words/in-worker';
import { advise, otherwise, type Advice, type Otherwise } from '../../core/plan/adviser';
import type { PlanContext } from '../../core/plan/storage-plans';
import { whatIf, type WhatIf, type WhatIfAnswer } from '../../core/plan/what-if';

/** What is asked off the page's own thread; a later question makes an earlier one idle. */
export type AdviserQuestion =
  | { readonly kind: 'advise'; readonly n: number; readonly context: PlanContext }
  | {
      readonly kind: 'what-if';
      readonly n: number;
      readonly context: PlanContext;
      readonly change: WhatIf;
    };

export type AdviserAnswer =
  | { readonly kind: 'advise'; readonly n: number; readonly advice: Advice }
  | { readonly kind: 'otherwise'; readonly n: number; readonly others: readonly Otherwise[] }
  | { readonly kind: 'what-if'; readonly n: number; readonly answer: WhatIfAnswer };

self.onmessage = (event: MessageEvent<AdviserQuestion>) => {
  const question = event.data;
  const { n } = question;
  const say = (answer: AdviserAnswer) => self.postMessage(answer);
  if (question.kind === 'what-if') {
    return say({ kind: 'what-if', n, answer: whatIf(question.context, question.change) });
  }
  const advice = advise(question.context);
  say({ kind: 'advise', n, advice });
  const best = advice.runs.find(({ id }) => id === advice.recommended);
  if (best) say({ kind: 'otherwise', n, others: otherwise(question.context, best.total) });
};
