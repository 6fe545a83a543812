import type { Circuit, FuseList } from '../core/fault-isolation/fuse-list';
import type { LoadKindId } from '../core/fault-isolation/loads';
import type { VehicleKindId } from '../core/site/vehicle-kinds';

type Row = readonly [
  fuse: string,
  feeds: string,
  amps: number,
  load: LoadKindId,
  main?: string,
  kind?: Circuit['kind'],
];

const list = (rows: readonly Row[]): FuseList =>
  rows.map(([fuse, feeds, amps, load, main, kind]) => ({
    fuse,
    feeds,
    amps,
    kind: kind ?? 'blade',
    load,
    main: main ?? null,
    milliohms: null,
  }));

const CAR = list([
  ['M1', 'cabin box', 60, 'other', undefined, 'bolted'],
  ['M2', 'engine bay box', 80, 'other', undefined, 'bolted'],
  ['F1', 'instruments, clock', 5, 'instrument', 'M1'],
  ['F2', 'radio', 15, 'audio', 'M1'],
  ['F3', 'interior lamps', 10, 'lamp', 'M1'],
  ['F4', 'central locking', 20, 'doors', 'M1'],
  ['F5', 'alarm, immobiliser', 10, 'tracker', 'M1'],
  ['F6', 'boot lamp, glove box', 10, 'lamp', 'M1'],
  ['F7', 'windows, mirrors', 30, 'doors', 'M1'],
  ['F8', 'body control unit', 15, 'unit', 'M1'],
  ['F9', '12 V socket', 15, 'accessory', 'M1'],
  ['F10', 'wipers, washer', 20, 'relay', 'M2'],
  ['F11', 'horn', 15, 'relay', 'M2'],
  ['F12', 'fuel pump', 20, 'relay', 'M2'],
  ['F13', 'engine control unit', 15, 'unit', 'M2'],
  ['F14', 'cooling fan', 30, 'relay', 'M2'],
  ['F15', 'headlamps', 20, 'lamp', 'M2'],
  ['F16', 'trailer socket', 15, 'accessory'],
]);
const CAMPER = list([
  ...CAR.map(({ fuse, feeds, amps, load, main, kind }): Row => [
    fuse,
    feeds,
    amps,
    load,
    main ?? undefined,
    kind,
  ]),
  ['L1', 'living: lamps', 10, 'lamp'],
  ['L2', 'living: water pump', 10, 'relay'],
  ['L3', 'living: gas alarm, panel', 10, 'tracker'],
  ['L4', 'living: step, sockets', 15, 'accessory'],
]);
const SMALL = list([
  ['F1', 'main', 30, 'other'],
  ['F2', 'instruments, clock', 10, 'instrument', 'F1'],
  ['F3', 'lamps', 15, 'lamp', 'F1'],
  ['F4', 'alarm, socket', 10, 'accessory'],
]);
const PLAIN = list([
  ['F1', 'main', 20, 'other'],
  ['F2', 'control panel', 10, 'unit'],
]);

/** Fuse boxes of the made-up models, by kind of vehicle. */
export const DEMO_FUSES: Partial<Readonly<Record<VehicleKindId, FuseList>>> = {
  car: CAR,
  pickup: CAR,
  hybrid: CAR,
  camper: CAMPER,
  caravan: list([
    ['L1', 'lamps', 10, 'lamp'],
    ['L2', 'water pump', 10, 'relay'],
    ['L3', 'gas alarm, panel', 10, 'tracker'],
    ['L4', 'sockets', 15, 'accessory'],
  ]),
  motorcycle: SMALL,
  quad: SMALL,
  generator: PLAIN,
  mower: PLAIN,
};
