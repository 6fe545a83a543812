import { instantAt, toDay } from '../day';
import { EMPTY_BATTERY, type BatteryState, type RecordedReading } from '../logbook/state';
import { UNKNOWN_OFFSET } from '../estimation/house';
import { DEFAULT_RULES } from '../rules/rules';
import { usualDetails } from '../battery/usual-details';
import { hallTemperatures } from '../site/climate';
import { PLAIN_VEHICLE } from '../stay/usual';
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

export const full = (day: string) => ({ from: at(day) - 1, to: at(day), full: true });

/**
 * It falls far too fast after each of two full charges: on its vehicle, whose draw is measured at lay-up and as
 * often as said and is always the same, or off it.
 */
export const falling = (on: boolean, ...measured: string[]): BatteryRecord =>
  standing({
    facts: { fittedYear: 2025 },
    state: {
      role: 'leisure',
      negativeOn: on,
      drawMa: 20,
      drawAt: at(measured.at(-1) ?? '2026-11-03'),
      draws: ['2026-11-03', ...measured].map((day) => ({ at: at(day), milliamps: 20 })),
      connections: [{ at: at('2026-11-01'), on }],
      charges: ['2026-11-20', '2026-12-19'].map(full),
      lastFullAt: at('2026-12-19'),
      readings: [
        reading('2026-11-24', 12.68),
        reading('2026-12-04', 12.5),
        reading('2026-12-12', 12.33),
        reading('2026-12-22', 12.68),
        reading('2026-12-31', 12.5),
        reading('2027-01-09', 12.3),
      ],
    },
  });
