import { DEFAULT_BOOK, type RuleBook } from '../rules/rules';
import { inOrder, type Entry, type NewEntry } from './entry';
import type { Happening, StateOf, SubjectKind } from './kind';
import { ENTRY_KINDS } from './kinds';
import {
  EMPTY_BATTERY,
  EMPTY_HALL,
  EMPTY_VEHICLE,
  type BatteryState,
  type HallState,
  type VehicleState,
} from './state';

type Fold<S extends SubjectKind> = (state: StateOf[S], one: Happening<unknown>) => StateOf[S];

/** What follows from one more entry, the latest so far, for what it befalls. */
function after<S extends SubjectKind>(of: S, state: StateOf[S], entry: NewEntry): StateOf[S] {
  const kind: { readonly fold?: { readonly [K in SubjectKind]?: unknown } } =
    ENTRY_KINDS[entry.kind];
  // Its data were checked by the schema that stands beside the fold.
  const fold = kind.fold?.[of] as Fold<S> | undefined;
  return fold ? fold(state, { id: entry.id, at: Date.parse(entry.at), data: entry.data }) : state;
}

/** Whether an entry about a vehicle befalls its batteries too. */
export const befallsBatteries = ({ kind }: Pick<NewEntry, 'kind'>): boolean => {
  const { subject, fold }: { subject: SubjectKind; fold?: { battery?: unknown } } =
    ENTRY_KINDS[kind];
  return subject === 'vehicle' && fold?.battery !== undefined;
};

/** A battery's state after one more entry, the latest so far. */
export const step = (state: BatteryState, entry: NewEntry): BatteryState =>
  after('battery', state, entry);

/**
 * A battery's state from its own entries and those of its vehicle, in any order of arrival. Struck
 * entries count for nothing; so with the others.
 */
export const foldBattery = (entries: readonly Entry[]): BatteryState =>
  inOrder(entries).reduce(step, EMPTY_BATTERY);

export const foldVehicle = (entries: readonly Entry[]): VehicleState =>
  inOrder(entries).reduce((state, entry) => after('vehicle', state, entry), EMPTY_VEHICLE);

export const foldHall = (entries: readonly Entry[]): HallState =>
  inOrder(entries).reduce((state, entry) => after('hall', state, entry), EMPTY_HALL);

export const foldRules = (entries: readonly Entry[]): RuleBook =>
  inOrder(entries).reduce((book, entry) => after('rules', book, entry), DEFAULT_BOOK);
