import { MS_PER_DAY, shortDay } from '../../core/day';

/** The day of an instant, as everywhere: `Tue 2 Feb`. */
export const dayWords = (at: number) => shortDay(Math.floor(at / MS_PER_DAY));

/** A task on somebody's sheet. */
export interface Written {
  readonly task: string;
  /** UTC milliseconds of the last time. */
  readonly at: number;
}
