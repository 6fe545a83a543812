import type { Day } from '../../core/day';
import type { VehicleState } from '../../core/logbook/state';
import type { Replacing } from '../../core/hand-back/consent';
import type { Readiness } from '../../core/hand-back/readiness';
import type { VehicleKindId } from '../../core/site/vehicle-kinds';
import type { ClockDto } from '../site/dto';

/** A start that was foreseen, as it travels. */
export interface StartDto {
  readonly why: string;
  /** Less sure than the house promises: what to do; null: sure enough. */
  readonly worry: string | null;
}

/** A vehicle that goes back, or must always be ready. */
export interface BackRow {
  readonly vehicleId: string;
  readonly name: string;
  readonly kind: VehicleKindId;
  readonly bayMark: string;
  readonly owner: string | null;
  /** Null: always ready. */
  readonly collectDay: Day | null;
  /** With its owner for some days, until then. */
  readonly backOn: Day | null;
  readonly readiness: Readiness | null;
  /** What is still to do, the first of it first. */
  readonly todo: readonly { readonly label: string; readonly by: Day }[];
  readonly start: StartDto | null;
  /** A charger or maintainer hangs on one of its batteries: it is not driven off like that. */
  readonly hangs: boolean;
  /** Batteries that cannot be judged, by mark. */
  readonly troubled: readonly string[];
}

/** A battery that is at its end: what its owner has to say, and by when. */
export interface AtItsEnd extends Pick<Replacing, 'consent' | 'ask' | 'outBy'> {
  readonly batteryId: string;
  readonly vehicleId: string;
  readonly name: string;
  readonly kind: VehicleKindId;
  readonly bayMark: string;
  /** As `Starter`, and its mark. */
  readonly battery: string;
  /** Name, and how they are reached. */
  readonly owner: string | null;
  readonly why: readonly string[];
}

/** Days of a week; what comes within two is shown with all that is to do. */
export const WEEK = 7;

/** What one needs to know to lay a vehicle of the archive up again. */
export interface AgainData {
  readonly clock: ClockDto;
  readonly today: Day;
  readonly freeBays: readonly { readonly id: string; readonly mark: string }[];
  /** Until when one that comes again is offered to stay. */
  readonly seasonEnd: string;
}

export interface HandBackData extends AgainData {
  /** Of these two weeks, by day; those without a day last. */
  readonly rows: readonly BackRow[];
  /** Batteries that another one is wanted for, the most pressing first. */
  readonly atTheirEnd: readonly AtItsEnd[];
  /** How many come later, and the first of them; null: none do. */
  readonly later: {
    readonly count: number;
    readonly first: Pick<BackRow, 'bayMark' | 'name'> & { readonly collectDay: Day };
  } | null;
  /** Vehicles whose stay is over, the last one first. */
  readonly archive: readonly ArchiveRow[];
}

/** A vehicle that was here, and what is known of it. */
export interface ArchiveRow {
  readonly vehicleId: string;
  readonly name: string;
  readonly kind: VehicleKindId;
  readonly owner: string | null;
  readonly from: Day;
  readonly to: Day;
  readonly stays: number;
  /** Where it stood last. */
  readonly bayId: string | null;
  readonly marks: readonly string[];
  /** Each battery in a few words: mark, readings, draw. */
  readonly known: readonly string[];
  readonly terms: VehicleState['terms'];
}

/** A vehicle that was here, whole. */
export interface WasHereData extends AgainData {
  readonly row: ArchiveRow;
  /** Its stays, the last one first. */
  readonly stays: readonly { readonly from: Day; readonly to: Day }[];
  /** The entry by which it went, as long as it may be taken back. */
  readonly handedBack: string | null;
  /** Batteries whose record cannot be judged, by mark. */
  readonly troubled: readonly string[];
  readonly batteries: readonly {
    readonly mark: string;
    readonly label: string;
    /** What is written on it, and what its record has taught: name and value. */
    readonly facts: readonly (readonly [string, string])[];
    readonly life: readonly string[];
  }[];
  /** The logbook of the vehicle and its batteries, the newest first. */
  readonly lines: readonly {
    readonly id: string;
    readonly on: Day;
    readonly of: string;
    readonly what: string;
    readonly value: string;
    readonly struck: boolean;
  }[];
}
