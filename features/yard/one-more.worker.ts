import '../words/in-worker';
import { adviseSite, type SiteAdvice } from '../../core/plan/site-advice';
import { contextsOf, type OneMoreData } from './one-more-data';

export type OneMoreAnswer =
  | { readonly kind: 'progress'; readonly done: number; readonly of: number }
  | { readonly kind: 'advice'; readonly advice: SiteAdvice };

/** The whole site, off the page's thread; to cancel it, the page ends the worker. */
self.onmessage = (event: MessageEvent<OneMoreData>) => {
  const batteries = contextsOf(event.data);
  const say = (answer: OneMoreAnswer) => self.postMessage(answer);
  const run = adviseSite(batteries);
  for (;;) {
    const step = run.next();
    if (step.done) return say({ kind: 'advice', advice: step.value });
    say({ kind: 'progress', done: step.value, of: batteries.length });
  }
};
