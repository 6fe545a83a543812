import { Worker } from 'node:worker_threads';

export interface Question<Q> {
  readonly n: number;
  readonly question: Q;
}
export type Answer<A> =
  { readonly n: number; readonly value: A } | { readonly n: number; readonly failed: string };

interface Waiting<A> {
  readonly done: (answer: A) => void;
  readonly failed: (why: Error) => void;
}

/**
 * Heavy work in a thread of its own, so that whoever asks for something light need not wait. A
 * thread that dies fails what it was asked, and is started again with the next question.
 */
export class Thread<Q, A> {
  private worker: Worker | null = null;
  private next = 0;
  private readonly waiting = new Map<number, Waiting<A>>();

  /** `env`: what the thread reads otherwise than the process. */
  constructor(
    private readonly file: string,
    private readonly env: Readonly<Record<string, string>> = {},
  ) {}

  ask(question: Q): Promise<A> {
    const n = ++this.next;
    return new Promise((done, failed) => {
      this.waiting.set(n, { done, failed });
      try {
        this.running().postMessage({ n, question } satisfies Question<Q>);
      } catch (error) {
        this.waiting.delete(n);
        failed(error as Error);
      }
    });
  }

  /** Ends the thread; what it was asked fails. */
  end(): void {
    void this.worker?.terminate();
  }

  private running(): Worker {
    if (this.worker) return this.worker;
    const worker = new Worker(this.file, { env: { ...process.env, ...this.env } });
    worker.on('message', (answer: Answer<A>) => {
      const asked = this.waiting.get(answer.n);
      this.waiting.delete(answer.n);
      if ('failed' in answer) asked?.failed(new Error(answer.failed));
      else asked?.done(answer.value);
    });
    worker.on('error', (error) => this.ended(worker, error));
    worker.on('exit', (code) => this.ended(worker, new Error(`the thread ended with ${code}`)));
    worker.unref();
    return (this.worker = worker);
  }

  private ended(worker: Worker, why: Error): void {
    if (this.worker !== worker) return;
    this.worker = null;
    for (const { failed } of this.waiting.values()) failed(why);
    this.waiting.clear();
  }
}
