import { MS_PER_HOUR } from '../day';
import { inOrder, type Entry, type NewEntry } from './entry';
import type { BatteryRole, LampState } from './kinds';

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
}

/** What a battery's entries amount to. Instants are UTC milliseconds. */
export interface BatteryState {
  readonly vehicleId: string | null;
  readonly role: BatteryRole;
  readonly place: string;
  readonly fittedAt: number | null;
  readonly negativeOn: boolean;
  readonly maintainerSince: number | null;
  readonly chargeSince: number | null;
  readonly charger: string;
  /** When it was last known full: end of a full charge, or a lamp that said holding. */
  readonly lastFullAt: number | null;
  /** Last charge, outing or change at the clamps: the rest counts from here. */
  readonly disturbedAt: number | null;
  readonly drawMa: number | null;
  readonly lamp: { readonly state: LampState; readonly at: number } | null;
  readonly notReachedAt: number | null;
  readonly readings: readonly RecordedReading[];
  /** Instants at which the negative went on (true) or off. */
  readonly connections: readonly { readonly at: number; readonly on: boolean }[];
  readonly charges: readonly {
    readonly from: number;
    readonly to: number;
    readonly full: boolean;
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
  lastFullAt: null,
  disturbedAt: null,
  drawMa: null,
  lamp: null,
  notReachedAt: null,
  readings: [],
  connections: [],
  charges: [],
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
    case 'fitted':
      return { ...state, ...entry.data, fittedAt: at };
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
      };
      return { ...state, readings: [...state.readings, reading] };
    }
    case 'charge-started':
      return { ...state, chargeSince: at, charger: entry.data.charger };
    case 'charge-ended': {
      const charge = { from: state.chargeSince ?? at, to: at, full: entry.data.full };
      return {
        ...state,
        chargeSince: null,
        charger: '',
        disturbedAt: at,
        lastFullAt: entry.data.full ? at : state.lastFullAt,
        charges: [...state.charges, charge],
      };
    }
    case 'negative':
      return {
        ...state,
        negativeOn: entry.data.on,
        connections: [...state.connections, { at, on: entry.data.on }],
      };
    case 'maintainer':
      if (entry.data.on) return { ...state, maintainerSince: state.maintainerSince ?? at };
      return {
        ...state,
        maintainerSince: null,
        disturbedAt: at,
        lastFullAt: state.lamp?.state === 'holding' ? at : state.lastFullAt,
        lamp: null,
      };
    case 'lamp':
      return {
        ...state,
        lamp: { state: entry.data.state, at },
        lastFullAt: entry.data.state === 'holding' ? at : state.lastFullAt,
      };
    case 'draw':
      return { ...state, drawMa: entry.data.milliamps };
    case 'outing':
      return { ...state, disturbedAt: at };
    case 'not-reached':
      return { ...state, notReachedAt: at };
    default:
      return state;
  }
}

/** Where a vehicle stands and until when. */
export interface VehicleState {
  readonly bayId: string | null;
  readonly laidUpAt: number | null;
  /** `YYYY-MM-DD`, or null: always ready. */
  readonly collectOn: string | null;
}

export function foldVehicle(entries: readonly Entry[]): VehicleState {
  let state: VehicleState = { bayId: null, laidUpAt: null, collectOn: null };
  for (const entry of inOrder(entries)) {
    if (entry.kind === 'laid-up') state = { ...entry.data, laidUpAt: Date.parse(entry.at) };
    else if (entry.kind === 'moved') state = { ...state, bayId: entry.data.bayId };
  }
  return state;
}
