import type { Flags, Values } from '../flags';

/** One tool of `./ember calc`: its flags, what it answers, and the computation. */
export interface Tool<F extends Flags = Flags> {
  readonly about: string;
  readonly flags: F;
  /** What each field of the answer means. */
  readonly answers: Readonly<Record<string, string>>;
  run(values: Values<F>): object;
}

/** Keeps the flags' types while a tool is defined. */
export const tool = <F extends Flags>(definition: Tool<F>): Tool => definition as unknown as Tool;
