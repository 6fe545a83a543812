import 'server-only';
import { Worker } from 'node:worker_threads';
import type { PlanDocument } from '../../core/season/document';
import { planFor, type PlannerQuestion } from './plan-for';

interface Planner {
  readonly worker: Worker;
  next: number;
  readonly waiting: Map<
    number,
    { done: (plan: PlanDocument) => void; failed: (why: Error) => void }
  >;
}

// Pages and routes are bundles of their own: the one thread lies on globalThis.
const held = globalThis as typeof globalThis & { velvetEmberPlanner?: Planner };

function planner(): Planner | null {
  if (held.velvetEmberPlanner) return held.velvetEmberPlanner;
  // The bundle of the thread, where ./ember has built one.
  const file = process.env.EMBER_PLANNER;
  if (!file) return null;
  const worker = new Worker(file);
  const made: Planner = { worker, next: 0, waiting: new Map() };
  worker.on('message', (answer: { n: number; plan?: PlanDocument; failed?: string }) => {
    const asked = made.waiting.get(answer.n);
    made.waiting.delete(answer.n);
    if (answer.plan) asked?.done(answer.plan);
    else asked?.failed(new Error(answer.failed));
  });
  worker.on('error', (error) => {
    for (const { failed } of made.waiting.values()) failed(error);
    made.waiting.clear();
    held.velvetEmberPlanner = undefined;
  });
  worker.unref();
  held.velvetEmberPlanner = made;
  return made;
}

/** A plan made off this thread; on it where the program was not built by ./ember. */
export function planAside(question: PlannerQuestion): Promise<PlanDocument> {
  const to = planner();
  if (!to) return Promise.resolve(planFor(question));
  const n = ++to.next;
  return new Promise((done, failed) => {
    to.waiting.set(n, { done, failed });
    to.worker.postMessage({ n, question });
  });
}
