import type { Day } from '../../core/day';
import type { Units } from '../../core/words/words';
import type { HallKind } from '../../core/site/climate';
import type { VehicleKindId } from '../../core/site/vehicle-kinds';
import type { ClockDto } from '../site/dto';

export interface YardBattery {
  readonly id: string;
  readonly label: string;
  readonly chemistry: string;
  readonly reserve: number;
  readonly socPct: number | null;
  readonly keeping: 'maintainer' | 'connected' | 'negative-off';
  readonly frost: boolean;
}

export interface YardBay {
  readonly id: string;
  readonly mark: string;
  readonly stay: {
    readonly vehicleId: string;
    readonly name: string;
    readonly kind: VehicleKindId;
    readonly batteries: readonly YardBattery[];
    /** Marks of those that cannot be judged. */
    readonly troubled: readonly string[];
    /** Of one that is away, or must start at any time: when it is back, how sure it starts. */
    readonly note: string | null;
  } | null;
}

/** What the head of the yard says of all its batteries. */
export interface YardCounts {
  readonly all: number;
  readonly under: number;
  readonly doubtful: number;
  readonly frost: number;
  readonly condemned: number;
}

export interface YardData {
  readonly siteName: string;
  readonly clock: ClockDto;
  readonly units: Units;
  /** Of all batteries today, whichever bays are in it. */
  readonly counts: YardCounts;
  /** Bays that are not in it. */
  readonly more: number;
  readonly halls: readonly {
    readonly id: string;
    readonly name: string;
    readonly kind: HallKind;
    readonly note: string;
    readonly celsius: number;
    readonly bays: readonly YardBay[];
  }[];
}

export interface SeasonData {
  readonly from: Day;
  readonly batteries: Record<
    string,
    {
      readonly reserve: readonly number[];
      readonly soc: readonly number[];
      /** Chance in percent to have met its line by then. */
      readonly under: readonly number[];
      readonly frost: readonly number[];
    }
  >;
  readonly halls: Record<string, readonly number[]>;
}

/** How far the season has been foreseen, in vehicles; the last line is all of it. */
export type SeasonLine =
  { readonly done: number; readonly of: number } | { readonly season: SeasonData };
