import type { Estimate } from '../estimate';
import type { BatteryRole } from '../logbook/kinds';

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
  /** A caution that belongs to this kind. */
  readonly caution: string | null;
}

const none: Estimate = { value: 0.5, low: 0, high: 2 };

export const VEHICLE_KINDS: Readonly<Record<VehicleKindId, VehicleKind>> = {
  car: {
    id: 'car',
    label: 'Car',
    starterDrawMa: { value: 18, low: 6, high: 45 },
    otherDrawMa: none,
    usualBatteries: [{ role: 'starter', place: 'under the bonnet', capacityAh: 60 }],
    caution: null,
  },
  pickup: {
    id: 'pickup',
    label: 'Pickup or van',
    starterDrawMa: { value: 20, low: 6, high: 50 },
    otherDrawMa: none,
    usualBatteries: [{ role: 'starter', place: 'under the bonnet', capacityAh: 80 }],
    caution: null,
  },
  motorcycle: {
    id: 'motorcycle',
    label: 'Motorcycle',
    starterDrawMa: { value: 1.5, low: 0.2, high: 4 },
    otherDrawMa: none,
    usualBatteries: [{ role: 'starter', place: 'under the seat', capacityAh: 10 }],
    caution: null,
  },
  camper: {
    id: 'camper',
    label: 'Camper',
    starterDrawMa: { value: 18, low: 6, high: 45 },
    otherDrawMa: { value: 15, low: 3, high: 50 },
    usualBatteries: [
      { role: 'starter', place: 'under the bonnet', capacityAh: 80 },
      { role: 'leisure', place: 'under the passenger seat', capacityAh: 95 },
    ],
    caution: 'Gas alarm and built-in charger: look at the hook-up switch before you measure.',
  },
  caravan: {
    id: 'caravan',
    label: 'Caravan',
    starterDrawMa: none,
    otherDrawMa: { value: 12, low: 2, high: 40 },
    usualBatteries: [{ role: 'leisure', place: 'in the side locker', capacityAh: 90 }],
    caution: null,
  },
  quad: {
    id: 'quad',
    label: 'Quad, snow machine',
    starterDrawMa: { value: 1.5, low: 0.2, high: 4 },
    otherDrawMa: none,
    usualBatteries: [{ role: 'starter', place: 'under the seat', capacityAh: 14 }],
    caution: null,
  },
  mower: {
    id: 'mower',
    label: 'Ride-on mower',
    starterDrawMa: { value: 0.4, low: 0, high: 2 },
    otherDrawMa: none,
    usualBatteries: [{ role: 'starter', place: 'under the seat', capacityAh: 24 }],
    caution: null,
  },
  generator: {
    id: 'generator',
    label: 'Generator',
    starterDrawMa: { value: 8, low: 2, high: 20 },
    otherDrawMa: none,
    usualBatteries: [{ role: 'starter', place: 'beside the alternator', capacityAh: 45 }],
    caution: 'It may start by itself: switch it to off and hang the tag before you reach in.',
  },
  cart: {
    id: 'cart',
    label: 'Electric cart',
    starterDrawMa: none,
    otherDrawMa: { value: 2, low: 0, high: 8 },
    usualBatteries: [{ role: 'string', place: 'under the bench', capacityAh: 180 }],
    caution: 'A string of blocks: rings and watch off, insulated tool, one block at a time.',
  },
  hybrid: {
    id: 'hybrid',
    label: 'Hybrid, 12 V only',
    starterDrawMa: { value: 15, low: 5, high: 40 },
    otherDrawMa: { value: 15, low: 5, high: 40 },
    usualBatteries: [{ role: 'auxiliary', place: 'in the boot', capacityAh: 45 }],
    caution: 'Orange cables are high voltage: licensed staff only. Yours is the 12 V battery.',
  },
};

/** What a parked vehicle of this kind usually draws from a battery in this role, milliamps. */
export function usualDraw(kind: VehicleKindId, role: BatteryRole): Estimate {
  return role === 'starter' ? VEHICLE_KINDS[kind].starterDrawMa : VEHICLE_KINDS[kind].otherDrawMa;
}
