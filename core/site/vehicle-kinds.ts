import { msg, withWords } from '../language';
import type { Estimate } from '../estimate';
import type { BatteryRole } from '../battery/roles';
import type { VehicleFacts } from '../stay/vehicle-facts';

export const VEHICLE_KIND_IDS = [
  'car',
  'pickup',
  'motorcycle',
  'camper',
  'caravan',
  'quad',
  'mower',
  'generator',
  'cart',
  'hybrid',
] as const;
export type VehicleKindId = (typeof VEHICLE_KIND_IDS)[number];

export interface VehicleKind {
  readonly id: VehicleKindId;
  readonly label: string;
  /** Milliamps that a parked one usually draws from its starter battery. Common practice. */
  readonly starterDrawMa: Estimate;
  /** The same from a leisure, auxiliary or string battery. */
  readonly otherDrawMa: Estimate;
  /** The batteries that such a vehicle usually has, offered at lay-up. */
  readonly usualBatteries: readonly { role: BatteryRole; place: string; capacityAh: number }[];
  /** What shows that it goes: it is cranked, it says that it is ready; null: neither. */
  readonly goes: 'cranks' | 'ready' | null;
  /** It has control units that take their time to sleep. */
  readonly sleeps: boolean;
  /** A small battery, for which the small limit of draw holds. */
  readonly small: boolean;
  /** Which facts matter for this kind; the others are not asked. */
  readonly asks: readonly (keyof VehicleFacts)[];
  /** What can be left on, to be checked off at lay-up. */
  readonly leftOn: readonly string[];
  /** A caution that belongs to this kind. */
  readonly caution: string | null;
}

const none: Estimate = { value: 0.5, low: 0, high: 2 };

export const VEHICLE_KINDS: Readonly<Record<VehicleKindId, VehicleKind>> = withWords({
  car: {
    id: 'car',
    label: msg`Car`,
    starterDrawMa: { value: 18, low: 6, high: 45 },
    otherDrawMa: none,
    usualBatteries: [{ role: 'starter', place: msg`under the bonnet`, capacityAh: 60 }],
    goes: 'cranks',
    sleeps: true,
    small: false,
    asks: [
      'isolator',
      'earth',
      'alarm',
      'tracker',
      'tellWho',
      'radioCode',
      'poweredClosure',
      'emergencyKey',
      'keyless',
      'displacementCc',
      'fuel',
    ],
    leftOn: [msg`Lamps`, msg`Interior and boot lamp`, msg`Radio`, msg`Phone leads and dashcam`],
    caution: null,
  },
  pickup: {
    id: 'pickup',
    label: msg`Pickup or van`,
    starterDrawMa: { value: 20, low: 6, high: 50 },
    otherDrawMa: none,
    usualBatteries: [{ role: 'starter', place: msg`under the bonnet`, capacityAh: 80 }],
    goes: 'cranks',
    sleeps: true,
    small: false,
    asks: [
      'isolator',
      'earth',
      'alarm',
      'tracker',
      'tellWho',
      'radioCode',
      'poweredClosure',
      'emergencyKey',
      'displacementCc',
      'fuel',
    ],
    leftOn: [msg`Lamps`, msg`Cab and bed lamps`, msg`Radio`, msg`Inverter and beacons`],
    caution: null,
  },
  motorcycle: {
    id: 'motorcycle',
    label: msg`Motorcycle`,
    starterDrawMa: { value: 1.5, low: 0.2, high: 4 },
    otherDrawMa: none,
    usualBatteries: [{ role: 'starter', place: msg`under the seat`, capacityAh: 10 }],
    goes: 'cranks',
    sleeps: false,
    small: true,
    asks: ['earth', 'alarm', 'tracker', 'tellWho', 'keyless', 'displacementCc', 'fuel'],
    leftOn: [msg`Ignition and parking lamp`, msg`Heated grips`, msg`Phone lead`],
    caution: null,
  },
  camper: {
    id: 'camper',
    label: msg`Camper`,
    starterDrawMa: { value: 18, low: 6, high: 45 },
    otherDrawMa: { value: 15, low: 3, high: 50 },
    usualBatteries: [
      { role: 'starter', place: msg`under the bonnet`, capacityAh: 80 },
      { role: 'leisure', place: msg`under the passenger seat`, capacityAh: 95 },
    ],
    goes: 'cranks',
    sleeps: true,
    small: false,
    asks: [
      'isolator',
      'alarm',
      'tracker',
      'tellWho',
      'radioCode',
      'poweredClosure',
      'emergencyKey',
      'hookUp',
      'solarPanel',
      'displacementCc',
      'fuel',
    ],
    leftOn: [
      msg`Lamps and step lamp`,
      msg`Living-room lamps`,
      msg`Fridge`,
      msg`Water pump`,
      msg`Inverter`,
      msg`Heating control`,
      msg`Gas alarm`,
    ],
    caution: msg`Gas alarm and built-in charger: look at the hook-up switch before you measure.`,
  },
  caravan: {
    id: 'caravan',
    label: msg`Caravan`,
    starterDrawMa: none,
    otherDrawMa: { value: 12, low: 2, high: 40 },
    usualBatteries: [{ role: 'leisure', place: msg`in the side locker`, capacityAh: 90 }],
    goes: null,
    sleeps: false,
    small: false,
    asks: ['isolator', 'alarm', 'tracker', 'tellWho', 'hookUp', 'solarPanel'],
    leftOn: [msg`Living-room lamps`, msg`Fridge`, msg`Water pump`, msg`Mover`, msg`Gas alarm`],
    caution: null,
  },
  quad: {
    id: 'quad',
    label: msg`Quad, snow machine`,
    starterDrawMa: { value: 1.5, low: 0.2, high: 4 },
    otherDrawMa: none,
    usualBatteries: [{ role: 'starter', place: msg`under the seat`, capacityAh: 14 }],
    goes: 'cranks',
    sleeps: false,
    small: true,
    asks: ['isolator', 'earth', 'tracker', 'tellWho', 'displacementCc', 'fuel'],
    leftOn: [msg`Ignition and lamps`, msg`Winch`, msg`Heated grips`],
    caution: null,
  },
  mower: {
    id: 'mower',
    label: msg`Ride-on mower`,
    starterDrawMa: { value: 0.4, low: 0, high: 2 },
    otherDrawMa: none,
    usualBatteries: [{ role: 'starter', place: msg`under the seat`, capacityAh: 24 }],
    goes: 'cranks',
    sleeps: false,
    small: true,
    asks: ['isolator', 'earth', 'displacementCc', 'fuel'],
    leftOn: [msg`Key and lamps`, msg`Blade clutch`],
    caution: null,
  },
  generator: {
    id: 'generator',
    label: msg`Generator`,
    starterDrawMa: { value: 8, low: 2, high: 20 },
    otherDrawMa: none,
    usualBatteries: [{ role: 'starter', place: msg`beside the alternator`, capacityAh: 45 }],
    goes: 'cranks',
    sleeps: false,
    small: false,
    asks: ['isolator', 'earth', 'tellWho', 'displacementCc', 'fuel'],
    leftOn: [msg`Automatic start`, msg`Panel lamp`, msg`Block heater`],
    caution: msg`It may start by itself: switch it to off and hang the tag before you reach in.`,
  },
  cart: {
    id: 'cart',
    label: msg`Electric cart`,
    starterDrawMa: none,
    otherDrawMa: { value: 2, low: 0, high: 8 },
    usualBatteries: [{ role: 'string', place: msg`under the bench`, capacityAh: 180 }],
    goes: 'ready',
    sleeps: false,
    small: false,
    asks: ['isolator', 'tracker', 'tellWho', 'hookUp'],
    leftOn: [msg`Key and run switch`, msg`Lamps`, msg`Converter for accessories`],
    caution: msg`A string of blocks: rings and watch off, insulated tool, one block at a time.`,
  },
  hybrid: {
    id: 'hybrid',
    label: msg`Hybrid, 12 V only`,
    starterDrawMa: { value: 15, low: 5, high: 40 },
    otherDrawMa: { value: 15, low: 5, high: 40 },
    usualBatteries: [{ role: 'auxiliary', place: msg`in the boot`, capacityAh: 45 }],
    goes: 'ready',
    sleeps: true,
    small: false,
    asks: [
      'alarm',
      'tracker',
      'tellWho',
      'radioCode',
      'poweredClosure',
      'emergencyKey',
      'keyless',
      'plugIn',
    ],
    leftOn: [
      msg`Lamps`,
      msg`Interior and boot lamp`,
      msg`Ready mode`,
      msg`Phone leads and dashcam`,
    ],
    caution: msg`Orange cables are high voltage: licensed staff only. Yours is the 12 V battery.`,
  },
});

/** A remote isolator draws by itself. Common practice; data sheets, from memory. */
export const REMOTE_ISOLATOR_MA: Estimate = { value: 5, low: 1, high: 12 };

/** The usual draw of a vehicle, with what a remote isolator takes for itself. */
export function usualDrawOf(
  kind: VehicleKindId,
  role: BatteryRole,
  { isolator, isolatorMa }: Pick<VehicleFacts, 'isolator' | 'isolatorMa'>,
): Estimate {
  const usual = usualDraw(kind, role);
  if (isolator !== 'remote') return usual;
  const own =
    isolatorMa === null
      ? REMOTE_ISOLATOR_MA
      : { value: isolatorMa, low: isolatorMa, high: isolatorMa };
  return {
    value: usual.value + own.value,
    low: usual.low + own.low,
    high: usual.high + own.high,
  };
}

/** Milliamps that a parked vehicle of a kind usually draws from a battery of this role. */
function usualDraw(kind: VehicleKindId, role: BatteryRole): Estimate {
  return role === 'starter' ? VEHICLE_KINDS[kind].starterDrawMa : VEHICLE_KINDS[kind].otherDrawMa;
}
