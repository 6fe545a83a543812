import type { ChemistryId } from '../core/battery/chemistries';
import type { VehicleKindId } from '../core/site/vehicle-kinds';
import type { Site } from '../store/site';
import type { BatterySpec, Keeping, Trouble } from '../simulators/attendant/arriving';
import type { HallTruth } from '../simulators/weather';

/** The demo stands still at this instant: Thursday 14 January 2027, 09:00. */
export const DEMO_NOW = '2027-01-14T09:00:00.000Z';
export const DEMO_SEED = 20270114;
/** Where its data lie, if nobody says otherwise. */
export const DEMO_FOLDER = '.data/demo';
export const DEMO_PORT = 4870;
/** Its seconds at the bench run so many times faster: nobody waits an hour for a demo. */
export const DEMO_PACE = 12;

/** A former woollen mill in an invented valley. */
export const DEMO_SITE: Site = {
  name: 'Harrowbeck Mill',
  timeZone: 'Europe/London',
  seasonStart: '2026-10-21',
  seasonEnd: '2027-04-20',
  climate: {
    meanCelsius: [-1.6, -0.8, 2.8, 6.8, 11.2, 14.4, 16.4, 16, 12.6, 8.2, 3.4, 0],
    coldNightCelsius: [-14, -14, -9, -4, 0, 4, 6, 5, 2, -2, -7, -12],
  },
};

export interface DemoHall {
  readonly id: string;
  readonly name: string;
  readonly note: string;
  readonly truth: HallTruth;
  /** Rows of bays in walking order: mark of the row and how many. */
  readonly rows: readonly (readonly [row: string, bays: number])[];
}

export const DEMO_HALLS: readonly DemoHall[] = [
  {
    id: 'carding-hall',
    name: 'Carding Hall',
    note: '6 outlets',
    truth: { kind: 'heated', lagHours: 40, gainKelvin: 3, setpointCelsius: 12 },
    rows: [['C', 22]],
  },
  {
    id: 'dye-house',
    name: 'Dye House',
    note: '2 outlets',
    truth: { kind: 'unheated', lagHours: 30, gainKelvin: 2.4, setpointCelsius: 0 },
    rows: [
      ['A', 8],
      ['B', 8],
      ['D', 8],
    ],
  },
  {
    id: 'loading-yard',
    name: 'Loading Yard',
    note: 'hook-up post at Y1–Y4',
    truth: { kind: 'outdoors', lagHours: 2, gainKelvin: -0.4, setpointCelsius: 0 },
    rows: [['Y', 22]],
  },
];

export interface DemoModel {
  readonly kind: VehicleKindId;
  readonly name: string;
  readonly batteries: readonly BatterySpec[];
}

const starter = (
  chemistry: ChemistryId,
  ah: number,
  drawMa: number,
  place: string,
): BatterySpec => ({
  role: 'starter',
  place,
  chemistry,
  volts: 12,
  ah,
  drawMa,
});
const leisure = (
  chemistry: ChemistryId,
  ah: number,
  drawMa: number,
  place: string,
): BatterySpec => ({
  ...starter(chemistry, ah, drawMa, place),
  role: 'leisure',
});
const block = (n: number): BatterySpec => ({
  role: 'string',
  place: `block ${n}, under the bench`,
  chemistry: 'flooded',
  volts: 8,
  ah: 170,
  drawMa: 0,
});

/** Made-up makes and models. */
export const MODELS = {
  calder: {
    kind: 'car',
    name: 'Calder 1500',
    batteries: [starter('flooded', 55, 9, 'under the bonnet')],
  },
  roadster: {
    kind: 'car',
    name: 'Calder roadster',
    batteries: [starter('flooded', 50, 7, 'in the boot, left')],
  },
  coupe: {
    kind: 'car',
    name: 'Calder coupé',
    batteries: [starter('agm', 70, 16, 'in the boot, right')],
  },
  hallam: {
    kind: 'car',
    name: 'Hallam 6',
    batteries: [starter('efb', 65, 19, 'under the bonnet')],
  },
  flatbed: {
    kind: 'pickup',
    name: 'Hallam flatbed',
    batteries: [starter('flooded', 85, 8, 'behind the cab')],
  },
  pickup: {
    kind: 'pickup',
    name: 'Fennick pickup',
    batteries: [starter('efb', 80, 17, 'under the bonnet')],
  },
  wick: {
    kind: 'motorcycle',
    name: 'Wick 650',
    batteries: [starter('agm', 12, 1.1, 'under the seat')],
  },
  wickOld: {
    kind: 'motorcycle',
    name: 'Wick 250, 1958',
    batteries: [{ ...starter('flooded', 11, 0, 'behind the side panel'), volts: 6 }],
  },
  tarn125: {
    kind: 'motorcycle',
    name: 'Tarn 125',
    batteries: [starter('gel', 7, 0.5, 'under the seat')],
  },
  tarn400: {
    kind: 'motorcycle',
    name: 'Tarn 400 twin',
    batteries: [starter('agm', 10, 1.4, 'under the seat')],
  },
  tarnLight: {
    kind: 'motorcycle',
    name: 'Tarn 400 R',
    batteries: [{ ...starter('lfp', 6, 0.9, 'under the tank'), volts: 12.8 }],
  },
  quad: {
    kind: 'quad',
    name: 'Wick quad 300',
    batteries: [starter('agm', 14, 0.8, 'under the seat')],
  },
  osier30: {
    kind: 'mower',
    name: 'Osier 30"',
    batteries: [starter('flooded', 22, 0, 'under the seat')],
  },
  osier42: {
    kind: 'mower',
    name: 'Osier 42"',
    batteries: [starter('flooded', 28, 0.2, 'under the seat')],
  },
  brack21: {
    kind: 'camper',
    name: 'Brackwater 21',
    batteries: [
      starter('efb', 95, 17, 'under the bonnet'),
      leisure('agm', 95, 12, 'under the passenger seat'),
    ],
  },
  brack26: {
    kind: 'camper',
    name: 'Brackwater 26',
    batteries: [
      starter('efb', 95, 20, 'under the bonnet'),
      leisure('agm', 100, 14, 'in the garage, left'),
      leisure('agm', 100, 0.5, 'in the garage, right'),
    ],
  },
  pellow: {
    kind: 'caravan',
    name: 'Pellow 5',
    batteries: [leisure('flooded', 90, 9, 'in the side locker')],
  },
  pellowLight: {
    kind: 'caravan',
    name: 'Pellow 5 L',
    batteries: [{ ...leisure('lfp', 100, 8, 'in the side locker'), volts: 12.8 }],
  },
  genset: {
    kind: 'generator',
    name: 'Osier genset 8',
    batteries: [starter('flooded', 44, 7, 'beside the alternator')],
  },
  cart: { kind: 'cart', name: 'Hallam cart', batteries: [block(1), block(2), block(3)] },
  hybrid: {
    kind: 'hybrid',
    name: 'Fennick hybrid',
    batteries: [{ ...starter('agm', 45, 14, 'in the boot, under the floor'), role: 'auxiliary' }],
  },
} as const satisfies Record<string, DemoModel>;
export type ModelKey = keyof typeof MODELS;

export interface DemoStay {
  readonly bay: string;
  readonly model: ModelKey;
  readonly keeping: Keeping;
  /** `YYYY-MM-DD`; null: always ready. */
  readonly collect: string | null;
  /** By index of the battery in the model. */
  readonly trouble?: { readonly battery: number; readonly what: Trouble };
}

type Row = readonly [
  bay: string,
  model: ModelKey,
  keeping: 'c' | 'n' | 'm',
  collect: string | null,
  trouble?: DemoStay['trouble'],
];

const KEEPING = { c: 'connected', n: 'negative-off', m: 'maintainer' } as const;

const ROWS: readonly Row[] = [
  ['C1', 'calder', 'c', '2027-03-26'],
  ['C2', 'pickup', 'm', '2027-03-19'],
  ['C3', 'wick', 'n', '2027-04-10'],
  ['C4', 'hallam', 'n', '2027-02-27'],
  ['C5', 'osier42', 'c', '2027-04-03'],
  ['C6', 'tarn125', 'm', '2027-04-17'],
  ['C7', 'coupe', 'n', '2027-03-12'],
  [
    'C8',
    'osier30',
    'n',
    '2027-04-09',
    { battery: 0, what: { kind: 'left-on', day: '2027-01-11', milliamps: 225 } },
  ],
  ['C9', 'roadster', 'c', '2027-04-02'],
  ['C10', 'genset', 'm', null],
  [
    'C11',
    'osier42',
    'n',
    '2027-04-01',
    { battery: 0, what: { kind: 'weak-cell', pctPerDay: 1.7 } },
  ],
  ['C12', 'hybrid', 'm', '2027-01-19'],
  ['C13', 'tarn400', 'c', '2027-04-16'],
  ['C15', 'coupe', 'c', '2027-02-20'],
  ['C16', 'wickOld', 'n', '2027-04-18'],
  ['C17', 'cart', 'n', '2027-04-05'],
  ['C18', 'hallam', 'c', '2027-03-20'],
  ['C19', 'tarnLight', 'n', '2027-04-11'],
  ['C20', 'wick', 'c', '2027-04-17'],
  ['C22', 'flatbed', 'c', '2027-03-30'],
  ['A1', 'tarn400', 'n', '2027-04-10'],
  ['A2', 'tarn125', 'c', '2027-04-10'],
  ['A3', 'coupe', 'c', '2027-03-13'],
  ['A4', 'osier30', 'n', '2027-04-08'],
  ['A5', 'calder', 'c', '2027-03-27'],
  ['A6', 'roadster', 'n', '2027-04-03'],
  ['A7', 'quad', 'c', '2027-02-13'],
  ['B1', 'tarn400', 'c', '2027-04-17'],
  ['B2', 'coupe', 'n', '2027-03-19'],
  ['B3', 'osier30', 'c', '2027-04-09'],
  [
    'B4',
    'calder',
    'c',
    '2027-04-02',
    { battery: 0, what: { kind: 'hidden-draw', fromDay: 41, milliamps: 38 } },
  ],
  ['B5', 'wick', 'n', '2027-04-10'],
  ['B6', 'pickup', 'c', '2027-02-26'],
  ['B7', 'quad', 'n', '2027-01-16'],
  ['B8', 'flatbed', 'n', '2027-03-31'],
  ['D1', 'coupe', 'c', '2027-03-06'],
  ['D2', 'osier30', 'c', '2027-04-12'],
  ['D3', 'calder', 'n', '2027-04-01'],
  [
    'D4',
    'wick',
    'c',
    '2027-04-11',
    {
      battery: 0,
      what: { kind: 'wrong-battery', otherBay: 'D5', from: '2026-12-01', until: '2026-12-17' },
    },
  ],
  ['D5', 'tarn400', 'n', '2027-04-18'],
  ['D6', 'roadster', 'c', '2027-03-28'],
  ['D7', 'hallam', 'm', '2027-03-26'],
  ['D8', 'genset', 'm', null],
  ['Y1', 'brack26', 'c', '2027-03-27'],
  ['Y2', 'brack26', 'n', '2027-04-02'],
  ['Y3', 'brack21', 'n', '2027-03-26'],
  ['Y4', 'flatbed', 'c', '2027-03-18', { battery: 0, what: { kind: 'forgotten', share: 0.38 } }],
  ['Y5', 'brack21', 'c', '2027-04-09'],
  ['Y6', 'pellow', 'c', '2027-03-26'],
  ['Y7', 'brack21', 'n', '2027-04-01'],
  ['Y8', 'brack26', 'c', '2027-04-15', { battery: 1, what: { kind: 'sulfated', health: 0.48 } }],
  ['Y9', 'brack26', 'n', '2027-04-16'],
  ['Y10', 'pickup', 'c', '2027-03-12'],
  ['Y11', 'brack21', 'c', '2027-03-25'],
  ['Y12', 'brack26', 'n', '2027-04-02'],
  ['Y13', 'pellowLight', 'c', '2027-04-10'],
  ['Y14', 'brack21', 'n', '2027-01-26'],
  ['Y16', 'brack21', 'n', '2027-04-17'],
  ['Y17', 'pellow', 'n', '2027-04-04'],
  ['Y18', 'flatbed', 'n', '2027-01-21'],
  ['Y19', 'brack26', 'c', '2027-03-29'],
  ['Y20', 'brack21', 'n', '2027-04-17'],
  ['Y21', 'calder', 'c', '2027-03-21'],
  ['Y22', 'hybrid', 'c', '2027-03-14'],
];

export const DEMO_STAYS: readonly DemoStay[] = ROWS.map(
  ([bay, model, keeping, collect, trouble]) => ({
    bay,
    model,
    keeping: KEEPING[keeping],
    collect,
    ...(trouble ? { trouble } : {}),
  }),
);
