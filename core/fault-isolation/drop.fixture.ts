import type { Drop } from './drops';

/** A pull with which so many milliamps fell. */
export const dropOf = (circuit: string, ma: number, more: Partial<Drop> = {}): Drop => ({
  circuit,
  at: 0,
  milliamps: { value: ma, low: ma - 0.3, high: ma + 0.3 },
  leftMa: 0,
  woke: false,
  tooSoon: false,
  ...more,
});
