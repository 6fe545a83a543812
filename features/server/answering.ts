import { parentPort } from 'node:worker_threads';
import type { Answer, Question } from './thread';

/** In a thread of its own: answers each question that comes in, or says why it cannot. */
export function answering<Q>(answer: (question: Q) => unknown): void {
  parentPort!.on('message', ({ n, question }: Question<Q>) => {
    const reply = (told: Answer<unknown>) => parentPort!.postMessage(told);
    const failed = (error: unknown) =>
      reply({ n, failed: error instanceof Error ? (error.stack ?? error.message) : String(error) });
    try {
      Promise.resolve(answer(question)).then((value) => reply({ n, value }), failed);
    } catch (error) {
      failed(error);
    }
  });
}
