import type { BatteryRole } from '../battery/roles';
import type { Inspection, Level } from '../inspect/points';
import type { ChargerConnection } from '../site/charging-equipment';
import type { DarkCause } from '../site/dark-checks';
import type { Terms } from '../stay/vehicle-facts';
import { NO_TERMS } from '../stay/usual';
import type { ChargingSeen } from '../vehicle-tests/charging-test';
import type { CrankSeen } from '../vehicle-tests/crank-test';
import type { HeadlampsSeen } from '../vehicle-tests/headlamps';
import type { DropsSeen } from '../vehicle-tests/voltage-drop';
import type { LampState } from '../site/lamp';
import type { ProcedureId } from './procedure-names';
import type { SeasonJob } from './season-jobs';
import type { StoragePlanId } from './storage-plan-names';

/** A resting voltage as the logbook has it. */
export interface RecordedReading {
  readonly id: string;
  readonly at: number;
  readonly volts: number;
  readonly celsius: number | null;
  /** Hours since the last charge or load; null when the logbook knows of none. */
  readonly restedHours: number | null;
  /** A charger or maintainer was feeding the battery: the voltage is not its own. */
  readonly fed: boolean;
  /** It was doubted when it was taken, and said to be right. */
  readonly confirmed?: boolean;
}

/** What a battery's entries amount to. Instants are UTC milliseconds. */
export interface BatteryState {
  readonly vehicleId: string | null;
  readonly role: BatteryRole;
  readonly place: string;
  readonly fittedAt: number | null;
  /** The earthed lead is on, and an isolator in it closed. */
  readonly negativeOn: boolean;
  /** It is off by its isolator: the clamp is still on. */
  readonly isolatorOpen?: boolean;
  readonly maintainerSince: number | null;
  readonly chargeSince: number | null;
  readonly charger: string;
  /** What hangs where, charging or maintained; null where nobody noted it. */
  readonly hook: ChargerConnection | null;
  /** Wanted on a charger, in the attendant's own word. */
  readonly queued: { readonly at: number; readonly chargerId: string | null } | null;
  /** When its charger's programme was last looked at. */
  readonly modeSeenAt: number | null;
  readonly darkCause: { readonly at: number; readonly cause: DarkCause } | null;
  readonly hydrometer: {
    readonly at: number;
    readonly gravities: readonly number[];
    readonly celsius: number;
  } | null;
  /** Water that was added, newest last. */
  readonly water: readonly { readonly at: number; readonly addedMl: readonly number[] }[];
  /** When it was last seen thawed through, its case measured warm. */
  readonly thawedAt?: number | null;
  /** An attempt to bring back a battery that was found flat. */
  readonly recovery: {
    readonly at: number;
    readonly why: string;
    readonly thawedAt: number | null;
    readonly reconditionedAt: number | null;
    readonly loadTest: {
      readonly at: number;
      readonly volts: number;
      readonly amps: number;
      readonly celsius: number;
    } | null;
  } | null;
  /** How the last attempt ended. */
  readonly recovered: {
    readonly at: number;
    readonly verdict: 'keep' | 'replace' | 'given-up';
    readonly why: string;
  } | null;
  /** What its owner was asked about a new one, for this stay; null or nothing: not asked. */
  readonly question?: {
    readonly at: number;
    /** `YYYY-MM-DD`. */
    readonly answerBy: string;
    readonly price: number;
    readonly answer: { readonly at: number; readonly yes: boolean; readonly said: string } | null;
  } | null;
  /** When it was last known full: end of a full charge, or a lamp that said holding. */
  readonly lastFullAt: number | null;
  /** Last charge, outing or change at the clamps: the rest counts from here. */
  readonly disturbedAt: number | null;
  /** Of the place where it is fitted: measured anew when it is fitted elsewhere. */
  readonly drawMa: number | null;
  readonly drawAt: number | null;
  readonly plan: StoragePlanId | null;
  /** Off its vehicle and kept here; null while it is fitted. */
  readonly out: { readonly since: number; readonly hallId: string | null } | null;
  /** Left for good: replaced, recycled or given back. */
  readonly goneAt: number | null;
  /** With its vehicle's owner since then; null: it is here. */
  readonly awaySince: number | null;
  /** Spells with its vehicle's owner that are over. */
  readonly aways: readonly { readonly from: number; readonly to: number }[];
  /** Starts that were watched, newest last. */
  readonly starts: readonly ({ readonly at: number } & CrankSeen)[];
  readonly loadTests: readonly {
    readonly at: number;
    readonly volts: number;
    readonly amps: number;
    readonly celsius: number;
    readonly restVolts: number | null;
  }[];
  readonly charging: { readonly at: number; readonly seen: ChargingSeen } | null;
  readonly drops: { readonly at: number; readonly seen: DropsSeen } | null;
  readonly headlamps: { readonly at: number; readonly seen: HeadlampsSeen } | null;
  readonly inspection: { readonly at: number; readonly seen: Inspection } | null;
  readonly levels: { readonly at: number; readonly cells: readonly Level[] } | null;
  readonly cleanedAt: number | null;
  /** When the whole battery was last out and its tray cleaned. */
  readonly cleanedWholeAt: number | null;
  /** Spells on a maintainer that are over. */
  readonly maintained: readonly {
    readonly from: number;
    readonly to: number;
    /** It was seen to hold. */
    readonly full: boolean;
  }[];
  /** Draws that were measured where it is fitted now. */
  readonly draws: readonly {
    readonly at: number;
    readonly milliamps: number;
    readonly changed?: boolean;
  }[];
  /** When its vehicle ran. */
  readonly outings: readonly number[];
  /** When each guided procedure was last done. */
  readonly procedures: Partial<Readonly<Record<ProcedureId, number>>>;
  /** When its vehicle last ran: no charge, and a reason to read. */
  readonly outingAt: number | null;
  /** What was decided by hand for rounds to come. */
  readonly pins: readonly {
    readonly id: string;
    readonly date: string;
    readonly jobs: readonly SeasonJob[];
    readonly chargerId?: string | undefined;
    readonly channel?: number | undefined;
  }[];
  readonly lamp: { readonly state: LampState; readonly at: number } | null;
  readonly notReachedAt: number | null;
  readonly readings: readonly RecordedReading[];
  /** Instants at which the negative went on (true) or off. */
  readonly connections: readonly { readonly at: number; readonly on: boolean }[];
  readonly charges: readonly {
    readonly from: number;
    readonly to: number;
    readonly full: boolean;
    /** Out of the charger, where anybody knows. */
    readonly ampHours?: number | null;
    readonly metered?: boolean;
    readonly hook?: ChargerConnection | null;
  }[];
}

export const EMPTY_BATTERY: BatteryState = {
  vehicleId: null,
  role: 'starter',
  place: '',
  fittedAt: null,
  negativeOn: true,
  maintainerSince: null,
  chargeSince: null,
  charger: '',
  hook: null,
  queued: null,
  modeSeenAt: null,
  darkCause: null,
  hydrometer: null,
  water: [],
  recovery: null,
  recovered: null,
  lastFullAt: null,
  disturbedAt: null,
  drawMa: null,
  drawAt: null,
  plan: null,
  out: null,
  goneAt: null,
  awaySince: null,
  aways: [],
  starts: [],
  loadTests: [],
  charging: null,
  drops: null,
  headlamps: null,
  inspection: null,
  levels: null,
  cleanedAt: null,
  cleanedWholeAt: null,
  procedures: {},
  outingAt: null,
  lamp: null,
  notReachedAt: null,
  readings: [],
  connections: [],
  charges: [],
  maintained: [],
  draws: [],
  outings: [],
  pins: [],
};

/** Where a vehicle stands and until when. */
export interface VehicleState {
  readonly bayId: string | null;
  readonly laidUpAt: number | null;
  /** `YYYY-MM-DD`, or null: always ready. */
  readonly collectOn: string | null;
  readonly terms: Terms;
  /** What was checked to be off, and when. */
  readonly allOff: { readonly at: number; readonly checked: readonly string[] } | null;
  /** With its owner for some days; its bay is kept. */
  readonly away: { readonly since: number; readonly backOn: string } | null;
  /** Stays that ended, oldest first. */
  readonly stays: readonly {
    readonly from: number;
    readonly to: number;
    readonly bayId: string | null;
  }[];
}

export const EMPTY_VEHICLE: VehicleState = {
  bayId: null,
  laidUpAt: null,
  collectOn: null,
  terms: NO_TERMS,
  allOff: null,
  away: null,
  stays: [],
};

/** What befell a hall. */
export interface HallState {
  /** The last time that the mains failed, as far as anybody noted it. */
  readonly powerCutAt: number | null;
}

export const EMPTY_HALL: HallState = { powerCutAt: null };

/** The state with the earthed lead on or off, by its clamp or by an isolator in it. */
export const clamped = (
  state: BatteryState,
  at: number,
  on: boolean,
  byIsolator = false,
): BatteryState => ({
  ...state,
  negativeOn: on,
  isolatorOpen: !on && byIsolator,
  connections: [...state.connections, { at, on }],
});

/** With its vehicle to the owner: nothing hangs on it any more, and nothing waits for it. */
export function goesAway(state: BatteryState, at: number): BatteryState {
  // What stands on the bench, or is gone, does not go along.
  if (state.out || state.goneAt !== null || state.awaySince !== null) return state;
  const { maintainerSince: kept, chargeSince: charged, maintained, charges } = state;
  return {
    ...state,
    awaySince: at,
    queued: null,
    hook: null,
    maintainerSince: null,
    chargeSince: null,
    lamp: null,
    maintained: kept === null ? maintained : [...maintained, { from: kept, to: at, full: false }],
    charges: charged === null ? charges : [...charges, { from: charged, to: at, full: false }],
  };
}

/** Back from its owner: what it holds nobody knows, and until it is read nothing counts as full. */
export function comesBack(state: BatteryState, at: number): BatteryState {
  if (state.awaySince === null) return state;
  return {
    ...state,
    awaySince: null,
    aways: [...state.aways, { from: state.awaySince, to: at }],
    lastFullAt: null,
    disturbedAt: at,
  };
}
