import type { Day } from '../../core/day';
import type { Units } from '../../core/words/words';
import type { ClockDto } from '../site/dto';

/** What hangs on the wall: the round and what is left of it, and who comes. */
export interface WallData {
  readonly siteName: string;
  readonly clock: ClockDto;
  readonly units: Units;
  readonly today: Day;
  readonly roundDay: Day;
  /** Stops of the round, and how many of them are left. */
  readonly stops: number;
  readonly left: number;
  /** What is left takes about so long. */
  readonly minutes: number;
  /** What is left, in walking order; halls with nothing left are not in it. */
  readonly halls: readonly {
    readonly name: string;
    readonly stops: readonly {
      readonly key: string;
      readonly bay: string;
      readonly name: string;
      readonly needs: string;
    }[];
  }[];
  /** How all batteries stand, in the yard’s words. */
  readonly summary: string;
  /** Owners who come, or are to be asked, within the days that follow. */
  readonly days: readonly { readonly id: string; readonly day: Day; readonly words: string }[];
}
