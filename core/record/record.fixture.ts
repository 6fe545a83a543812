import { instantAt, toDay } from '../day';
import { EMPTY_BATTERY, type BatteryState, type RecordedReading } from '../logbook/state';
import { UNKNOWN_OFFSET } from '../estimation/house';
import { DEFAULT_RULES } from '../rules/rules';
import { usualDetails } from '../battery/details';
import { hallTemperatures } from '../site/climate';
import { PLAIN_VEHICLE } from '../stay/vehicle-facts';
import type { BatteryFacts, BatteryRecord } from './battery-record';

/** A mild unheated hall and a plain battery, for the judge's tests. */
export const TIME_ZONE = 'Europe/London';
export const at = (day: string, hour = 9) => instantAt(toDay(day), hour, 0, TIME_ZONE);

export const reading = (
  day: string,
  volts: number,
  more: Partial<RecordedReading> = {},
): RecordedReading => ({
  id: `${day}-${volts}`,
  at: at(day),
  volts,
  celsius: null,
  restedHours: 72,
  fed: false,
  ...more,
});

const CLIMATE = {
  meanCelsius: Array<number>(12).fill(4),
  coldNightCelsius: Array<number>(12).fill(-9),
};

export function standing(
  more: Partial<Omit<BatteryRecord, 'facts' | 'state'>> & {
    facts?: Partial<BatteryFacts>;
    state?: Partial<BatteryState>;
  } = {},
): BatteryRecord {
  const { facts, state, ...rest } = more;
  return {
    vehicleKind: 'car',
    vehicleId: 'v',
    vehicle: PLAIN_VEHICLE,
    details: usualDetails(facts?.chemistry ?? 'flooded'),
    block: null,
    benchHallId: null,
    laidUpAt: at('2026-11-01'),
    collectDay: toDay('2027-04-10'),
    hallName: 'Dye House',
    powerCutAt: null,
    silentSince: null,
    temperatures: hallTemperatures(
      { kind: 'outdoors', setpointCelsius: null },
      CLIMATE,
      [],
      toDay('2026-10-01'),
      toDay('2028-02-01'),
    ),
    rules: DEFAULT_RULES,
    house: UNKNOWN_OFFSET,
    timeZone: TIME_ZONE,
    now: at('2027-01-14'),
    ...rest,
    facts: {
      chemistry: 'flooded',
      nominalVolts: 12,
      cells: 6,
      capacityAh: 60,
      fittedYear: 2025,
      fittedMonth: null,
      capsOpen: true,
      ...facts,
    },
    state: {
      ...EMPTY_BATTERY,
      vehicleId: 'v',
      drawMa: 15,
      lastFullAt: at('2026-12-20'),
      charges: [{ from: at('2026-12-18'), to: at('2026-12-20'), full: true }],
      ...state,
    },
  };
}
