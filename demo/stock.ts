import type { ProgrammeId } from '../core/battery/programme-ids';
import type {
  Charger,
  ChargingEquipment,
  Circuit,
  HallAir,
  Outlet,
} from '../core/site/charging-equipment';
import { PROGRAMMES } from '../core/site/programmes';

const programmes = (...ids: ProgrammeId[]): Charger['programmes'] =>
  ids.map((id) => ({
    id,
    absorptionVolts: PROGRAMMES[id].absorptionVolts,
    floatVolts: PROGRAMMES[id].floatVolts,
    amps: null,
  }));

const charger = (
  id: string,
  name: string,
  hallId: string,
  more: Partial<Charger> & Pick<Charger, 'channels' | 'ampsPerChannel' | 'mainsAmps'>,
): Charger => ({
  id,
  name,
  hallId,
  volts: [12],
  programmes: programmes('normal', 'agm', 'gel'),
  wakesIn: 'normal',
  leastStartVolts: 8,
  lamps: [
    { shows: 'amber, steady', means: 'charging' },
    { shows: 'white, steady', means: 'holding' },
    { shows: 'blue, blinking', means: 'fault' },
  ],
  reversePolarity: true,
  sparkProof: true,
  leadMetres: 3,
  portable: true,
  automatic: true,
  maintains: true,
  compensated: true,
  quickConnect: true,
  working: true,
  ...more,
});

/** Made-up chargers, named after the mill's machines. */
export const DEMO_CHARGERS: readonly Charger[] = [
  charger('felt', 'Felt four', 'carding-hall', {
    channels: 4,
    ampsPerChannel: 4,
    mainsAmps: 1.4,
    portable: false,
    leadMetres: 6,
    programmes: programmes('normal', 'agm', 'gel', 'cold'),
  }),
  charger('heddle', 'Heddle', 'carding-hall', {
    channels: 1,
    ampsPerChannel: 8,
    mainsAmps: 0.7,
    maintains: false,
    programmes: programmes('normal', 'agm', 'cold', 'recondition'),
    leastStartVolts: 4.5,
  }),
  charger('pirn', 'Pirn', 'carding-hall', {
    channels: 2,
    ampsPerChannel: 2,
    mainsAmps: 0.4,
    programmes: programmes('normal', 'agm', 'gel', 'small'),
    leastStartVolts: 6,
  }),
  charger('treadle', 'Treadle', 'dye-house', {
    channels: 4,
    ampsPerChannel: 1.2,
    mainsAmps: 0.5,
    volts: [6, 8, 12],
  }),
  charger('shuttle', 'Shuttle', 'loading-yard', {
    channels: 2,
    ampsPerChannel: 5,
    mainsAmps: 1.1,
    programmes: programmes('normal', 'agm', 'cold'),
    leadMetres: 8,
    compensated: false,
  }),
  charger('selvedge', 'Selvedge', 'carding-hall', {
    channels: 1,
    ampsPerChannel: 4,
    mainsAmps: 0.4,
    programmes: programmes('lithium'),
    wakesIn: 'lithium',
    maintains: false,
    leastStartVolts: 9,
  }),
  charger('ratchet', 'Old Ratchet', 'carding-hall', {
    channels: 1,
    ampsPerChannel: 10,
    mainsAmps: 1.8,
    volts: [6, 12],
    programmes: [{ id: 'normal', absorptionVolts: 15, floatVolts: null, amps: null }],
    automatic: false,
    maintains: false,
    compensated: false,
    reversePolarity: false,
    sparkProof: false,
    quickConnect: false,
    leastStartVolts: null,
    lamps: [],
  }),
  ...[1, 2, 3, 4, 5, 6].map((n) =>
    charger(`bobbin-${n}`, `Bobbin ${n}`, n < 5 ? 'carding-hall' : 'dye-house', {
      channels: 1,
      ampsPerChannel: 1.2,
      mainsAmps: 0.15,
      leadMetres: 4,
    }),
  ),
];

export const DEMO_CIRCUITS: readonly Circuit[] = [
  { id: 'carding-a', hallId: 'carding-hall', name: 'Carding A', amps: 16 },
  { id: 'carding-b', hallId: 'carding-hall', name: 'Carding B', amps: 16 },
  { id: 'dye', hallId: 'dye-house', name: 'Dye House', amps: 10 },
  { id: 'post', hallId: 'loading-yard', name: 'Yard post', amps: 6 },
];

const row = (mark: string, from: number, to: number) =>
  Array.from({ length: to - from + 1 }, (_, i) => `${mark}${from + i}`);

export const DEMO_OUTLETS: readonly Outlet[] = [
  ...(
    [
      ['K1', 'carding-a', 1, 4],
      ['K2', 'carding-a', 5, 8],
      ['K3', 'carding-a', 9, 12],
      ['K4', 'carding-b', 13, 15],
      ['K5', 'carding-b', 16, 19],
      ['K6', 'carding-b', 20, 22],
    ] as const
  ).map(([name, circuitId, from, to]) => ({
    id: `outlet-${name}`,
    hallId: 'carding-hall',
    circuitId,
    name,
    amps: 10,
    bays: row('C', from, to),
    post: false,
  })),
  {
    id: 'outlet-E1',
    hallId: 'dye-house',
    circuitId: 'dye',
    name: 'E1',
    amps: 10,
    bays: [...row('A', 1, 8), ...row('B', 1, 8)],
    post: false,
  },
  {
    id: 'outlet-E2',
    hallId: 'dye-house',
    circuitId: 'dye',
    name: 'E2',
    amps: 10,
    bays: row('D', 1, 8),
    post: false,
  },
  {
    id: 'outlet-P1',
    hallId: 'loading-yard',
    circuitId: 'post',
    name: 'P1',
    amps: 3,
    bays: row('Y', 1, 4),
    post: false,
  },
];

export const DEMO_AIR: readonly HallAir[] = [
  { hallId: 'carding-hall', airflowM3PerHour: null, openingCm2: 420 },
  { hallId: 'dye-house', airflowM3PerHour: null, openingCm2: 70 },
  { hallId: 'loading-yard', airflowM3PerHour: 1000, openingCm2: null },
];

/** All that the demo charges with. */
export const DEMO_STOCK: ChargingEquipment = {
  chargers: [...DEMO_CHARGERS],
  circuits: [...DEMO_CIRCUITS],
  outlets: [...DEMO_OUTLETS],
  air: [...DEMO_AIR],
};

export const DEMO_LATITUDE = 53.7;

/** Devices that report by themselves, and how often. */
export const DEMO_DEVICES = [
  ...['felt', 'pirn', 'bobbin-1', 'bobbin-2', 'bobbin-3', 'bobbin-4', 'bobbin-5', 'bobbin-6'].map(
    (chargerId) => ({
      id: `device-${chargerId}`,
      kind: 'charger' as const,
      name: DEMO_CHARGERS.find(({ id }) => id === chargerId)!.name,
      chargerId,
      hallId: null,
      everyMinutes: 30,
    }),
  ),
  ...(
    [
      ['carding-hall', 'Carding Hall'],
      ['dye-house', 'Dye House'],
      ['loading-yard', 'Loading Yard'],
    ] as const
  ).map(([hallId, hall]) => ({
    id: `device-${hallId}`,
    kind: 'thermometer' as const,
    name: `Thermometer, ${hall}`,
    chargerId: null,
    hallId,
    everyMinutes: 60,
  })),
];

/** Which maintainer hangs at which bay. */
export const DEMO_MAINTAINERS: Readonly<Record<string, { charger: string; outlet: string }>> = {
  C2: { charger: 'bobbin-1', outlet: 'outlet-K1' },
  C6: { charger: 'bobbin-2', outlet: 'outlet-K2' },
  C10: { charger: 'bobbin-3', outlet: 'outlet-K3' },
  C12: { charger: 'bobbin-4', outlet: 'outlet-K3' },
  D7: { charger: 'bobbin-5', outlet: 'outlet-E2' },
  D8: { charger: 'bobbin-6', outlet: 'outlet-E2' },
};

/** Leads that somebody knocks off without noticing. */
export const DEMO_KNOCKS: readonly { bay: string; at: string }[] = [
  { bay: 'C2', at: '2027-01-12T15:40:00.000Z' },
  { bay: 'D7', at: '2027-01-20T10:10:00.000Z' },
];

/** From here on the devices are heard; before that nobody had put them up. */
export const DEMO_HEARD_FROM = '2027-01-11T10:00:00.000Z';
