import type { z } from 'zod';
import type { Role } from '../access/roles';
import type { Day } from '../day';
import type { RuleBook } from '../rules/rules';
import type { ProcedureId } from './procedure-names';
import type { BatteryState, HallState, VehicleState } from './state';
import type { StoragePlanId } from './storage-plan-names';

/** What an entry may be about. */
export const SUBJECT_KINDS = ['battery', 'vehicle', 'hall', 'rules', 'site'] as const;
export type SubjectKind = (typeof SUBJECT_KINDS)[number];

/** What the entries about each amount to. */
export interface StateOf {
  readonly battery: BatteryState;
  readonly vehicle: VehicleState;
  readonly hall: HallState;
  readonly rules: RuleBook;
  /** Nothing follows: what is told of the site only stands in the logbook. */
  readonly site: null;
}

/** An entry as far as its fold looks at it; the instant in UTC milliseconds. */
export interface Happening<D> {
  readonly id: string;
  readonly at: number;
  readonly data: D;
}

/** The one subject of its kind. */
export const THE_SITE = 'site';

/** How things are called that the logbook knows by their ids alone. */
export interface Names {
  readonly bay: (id: string) => string;
  readonly plan: (id: StoragePlanId) => string;
  readonly procedure: (id: ProcedureId) => string;
}

/** What happened, and its figure. */
export interface EntryWords {
  readonly what: string;
  readonly value: string;
}

/** What there is where an entry is to be recorded. */
export interface Here {
  readonly today: Day;
  readonly hasBay: (id: string) => boolean;
  readonly hasHall: (id: string) => boolean;
  readonly hasVehicle: (id: string) => boolean;
  readonly hasBattery: (id: string) => boolean;
  /** Of the battery that it is about. */
  readonly cells: number | null;
}

/**
 * One kind of entry, whole: what it is about, the version of its data, their schema, what follows
 * from it, its words, what has to be there for it, and whether it is work at a battery.
 */
export interface KindOfEntry<S extends SubjectKind, T extends z.ZodType<object>> {
  readonly subject: S;
  readonly version: number;
  readonly data: T;
  readonly words: (data: z.infer<T>, names: Names) => EntryWords;
  /** What follows for whom; nothing: it only stands in the logbook. */
  readonly fold?: {
    readonly [K in SubjectKind]?: (state: StateOf[K], one: Happening<z.infer<T>>) => StateOf[K];
  };
  /** What is wrong with it here, `field: how to mend it`; null: nothing. */
  readonly check?: (data: z.infer<T>, here: Here) => string | null;
  /** Who may record it, and all above; absent: an attendant. */
  readonly least?: Role;
  /** The program records it by itself, and takes it from nobody. */
  readonly isOwn?: true;
  /** Somebody stood there: what a round is made of, or other work with hands. */
  readonly visit?: 'round' | 'work';
}

/** A kind of entry, with its types checked against each other. */
export const entryKind = <S extends SubjectKind, T extends z.ZodType<object>>(
  kind: KindOfEntry<S, T>,
): KindOfEntry<S, T> => kind;
