import { MS_PER_HOUR } from '../day';
import type { ChargerConnection } from '../site/charging-equipment';
import { inOrder, type Entry, type NewEntry } from './entry';
import type { Inspection, Level } from '../inspect/points';
import type { StoragePlanId } from './storage-plan-ids';
import type { DarkCause } from '../site/dark-checks';
import { NO_TERMS, type Terms } from '../stay/vehicle-facts';
import type { ProcedureId } from './procedure-ids';
import type { BatteryRole } from '../battery/roles';
import type { SeasonJob } from './season-jobs';
import type { LampState } from './kinds';

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

/**
 * A battery's state from its own entries and the outings of its vehicle, in any order of
 * arrival. Struck entries count for nothing.
 */
export function foldBattery(entries: readonly Entry[]): BatteryState {
  return inOrder(entries).reduce(step, EMPTY_BATTERY);
}

/** The state after one more entry, the latest so far. */
export function step(state: BatteryState, entry: NewEntry): BatteryState {
  const at = Date.parse(entry.at);
  switch (entry.kind) {
    case 'fitted': {
      const fitted = { ...state, ...entry.data, fittedAt: at, out: null, goneAt: null };
      if (state.fittedAt === null) return fitted;
      // Another place: what was measured and learnt of the old one's draw does not hold here.
      const connections = [...state.connections, { at, on: state.negativeOn }];
      return { ...fitted, connections, drawMa: null, drawAt: null, draws: [] };
    }
    case 'taken-out': {
      const off = state.negativeOn ? clamped(state, at, false) : state;
      if (entry.data.to === 'gone') return { ...off, out: null, goneAt: at };
      return { ...off, out: { since: at, hallId: entry.data.hallId } };
    }
    case 'inspected':
      return {
        ...state,
        inspection: { at, seen: entry.data },
        levels: entry.data.levels ? { at, cells: entry.data.levels } : state.levels,
      };
    case 'levels': {
      const { cells, addedMl } = entry.data;
      const water = addedMl ? [...state.water, { at, addedMl }] : state.water;
      return { ...state, levels: { at, cells }, water };
    }
    case 'hydrometer':
      return { ...state, hydrometer: { at, ...entry.data } };
    case 'cleaned':
      return {
        ...state,
        cleanedAt: at,
        cleanedWholeAt: entry.data.whole ? at : state.cleanedWholeAt,
      };
    case 'pinned':
      return { ...state, pins: [...state.pins, { id: entry.id, ...entry.data }] };
    case 'plan-chosen':
      return { ...state, plan: entry.data.plan };
    case 'reading': {
      const counted =
        state.disturbedAt === null ? null : Math.max(0, (at - state.disturbedAt) / MS_PER_HOUR);
      const reading: RecordedReading = {
        id: entry.id,
        at,
        volts: entry.data.volts,
        celsius: entry.data.celsius,
        restedHours: entry.data.restedHours ?? counted,
        fed: state.maintainerSince !== null || state.chargeSince !== null,
        ...(entry.data.confirmed ? { confirmed: true } : {}),
      };
      return { ...state, readings: [...state.readings, reading] };
    }
    case 'charge-started':
      return {
        ...state,
        chargeSince: at,
        charger: entry.data.charger,
        hook: entry.data.hook ?? null,
        queued: null,
        lamp: null,
        modeSeenAt: at,
      };
    case 'charge-ended': {
      const charge = {
        from: state.chargeSince ?? at,
        to: at,
        full: entry.data.full,
        ampHours: entry.data.ampHours,
        metered: entry.data.metered ?? false,
        hook: state.hook,
      };
      return {
        ...state,
        chargeSince: null,
        charger: '',
        hook: null,
        lamp: null,
        disturbedAt: at,
        lastFullAt: entry.data.full ? at : state.lastFullAt,
        charges: [...state.charges, charge],
      };
    }
    case 'negative':
      return clamped(state, at, entry.data.on, entry.data.how === 'isolator');
    case 'maintainer':
      if (entry.data.on) {
        return {
          ...state,
          maintainerSince: state.maintainerSince ?? at,
          hook: entry.data.hook ?? state.hook,
          charger: entry.data.charger ?? '',
          queued: null,
          modeSeenAt: at,
        };
      }
      return {
        ...state,
        maintainerSince: null,
        hook: null,
        disturbedAt: at,
        lastFullAt: state.lamp?.state === 'holding' ? at : state.lastFullAt,
        maintained:
          state.maintainerSince === null
            ? state.maintained
            : [
                ...state.maintained,
                { from: state.maintainerSince, to: at, full: state.lamp?.state === 'holding' },
              ],
        lamp: null,
      };
    case 'lamp':
      return {
        ...state,
        lamp: { state: entry.data.state, at },
        lastFullAt: entry.data.state === 'holding' ? at : state.lastFullAt,
      };
    case 'dark-found':
      return { ...state, darkCause: { at, cause: entry.data.cause } };
    case 'mode-seen':
      return { ...state, modeSeenAt: at };
    case 'queued':
      return {
        ...state,
        queued: entry.data.on ? { at, chargerId: entry.data.chargerId } : null,
      };
    case 'recovery-begun':
      return {
        ...state,
        recovery: {
          at,
          why: entry.data.why,
          thawedAt: null,
          reconditionedAt: null,
          loadTest: null,
        },
      };
    case 'thawed':
      return {
        ...state,
        thawedAt: at,
        recovery: state.recovery && { ...state.recovery, thawedAt: at },
      };
    case 'reconditioned':
      return {
        ...state,
        disturbedAt: at,
        recovery: state.recovery && { ...state.recovery, reconditionedAt: at },
      };
    case 'load-tested':
      return {
        ...state,
        disturbedAt: at,
        recovery: state.recovery && { ...state.recovery, loadTest: { at, ...entry.data } },
      };
    case 'recovery-ended':
      return { ...state, recovery: null, recovered: { at, ...entry.data } };
    case 'draw':
      return {
        ...state,
        drawMa: entry.data.milliamps,
        drawAt: at,
        draws: [
          ...state.draws,
          {
            at,
            milliamps: entry.data.milliamps,
            ...(entry.data.changed ? { changed: true } : {}),
          },
        ],
      };
    case 'outing':
      // What stands on the bench, or is gone, did not go along.
      return state.out || state.goneAt !== null
        ? state
        : { ...state, disturbedAt: at, outingAt: at, outings: [...state.outings, at] };
    case 'procedure-done':
      return { ...state, procedures: { ...state.procedures, [entry.data.procedure]: at } };
    case 'not-reached':
      return { ...state, notReachedAt: at };
    default:
      return state;
  }
}

function clamped(
  state: BatteryState,
  at: number,
  on: boolean,
  byIsolator: boolean = false,
): BatteryState {
  return {
    ...state,
    negativeOn: on,
    isolatorOpen: !on && byIsolator,
    connections: [...state.connections, { at, on }],
  };
}

/** Where a vehicle stands and until when. */
export interface VehicleState {
  readonly bayId: string | null;
  readonly laidUpAt: number | null;
  /** `YYYY-MM-DD`, or null: always ready. */
  readonly collectOn: string | null;
  readonly terms: Terms;
  /** What was checked to be off, and when. */
  readonly allOff: { readonly at: number; readonly checked: readonly string[] } | null;
}

export const EMPTY_VEHICLE: VehicleState = {
  bayId: null,
  laidUpAt: null,
  collectOn: null,
  terms: NO_TERMS,
  allOff: null,
};

export function foldVehicle(entries: readonly Entry[]): VehicleState {
  let state = EMPTY_VEHICLE;
  for (const entry of inOrder(entries)) {
    const at = Date.parse(entry.at);
    if (entry.kind === 'laid-up') state = { ...state, ...entry.data, laidUpAt: at };
    else if (entry.kind === 'moved') state = { ...state, bayId: entry.data.bayId };
    else if (entry.kind === 'collection') state = { ...state, collectOn: entry.data.on };
    else if (entry.kind === 'agreed') state = { ...state, terms: entry.data };
    else if (entry.kind === 'all-off') {
      state = { ...state, allOff: { at, checked: entry.data.checked } };
    }
  }
  return state;
}

/** What befell a hall. */
export interface HallState {
  /** The last time that the mains failed, as far as anybody noted it. */
  readonly powerCutAt: number | null;
}

export const EMPTY_HALL: HallState = { powerCutAt: null };

export function foldHall(entries: readonly Entry[]): HallState {
  return inOrder(entries).reduce<HallState>(
    (state, entry) =>
      entry.kind === 'power-cut' ? { ...state, powerCutAt: Date.parse(entry.at) } : state,
    EMPTY_HALL,
  );
}
