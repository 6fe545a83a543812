import { parentPort } from 'node:worker_threads';
import { planFor, type PlannerQuestion } from './plan-for';

// Plans of the whole site are made here, off the thread that answers requests.
parentPort!.on('message', ({ n, question }: { n: number; question: PlannerQuestion }) => {
  try {
    parentPort!.postMessage({ n, plan: planFor(question) });
  } catch (error) {
    parentPort!.postMessage({ n, failed: error instanceof Error ? error.message : String(error) });
  }
});
