import { usualDetails } from '../battery/usual-details';
import { toDay } from '../day';
import { standing } from '../record/record.fixture';
import { hallTemperatures } from '../site/climate';
import { PLAIN_VEHICLE } from '../stay/usual';
import type { PlanContext } from './storage-plans';

/** A hall that is always at one temperature. */
export const steady = (celsius: number) =>
  hallTemperatures(
    { kind: 'outdoors', setpointCelsius: null },
    {
      meanCelsius: Array<number>(12).fill(celsius),
      coldNightCelsius: Array<number>(12).fill(celsius),
    },
    [],
    toDay('2026-10-01'),
    toDay('2028-02-01'),
  );

export interface Case {
  readonly standing?: Parameters<typeof standing>[0];
  readonly vehicle?: Partial<PlanContext['vehicle']>;
  readonly details?: Partial<PlanContext['details']>;
  readonly hallKind?: PlanContext['hallKind'];
  readonly celsius?: number;
  readonly latitude?: number;
}
/** A battery, its vehicle and its hall, for the tests of plans. */
export function context(one: Case = {}): PlanContext {
  const kept = standing({ temperatures: steady(one.celsius ?? 10), ...one.standing });
  return {
    standing: kept,
    vehicle: { ...PLAIN_VEHICLE, ...one.vehicle },
    details: { ...usualDetails(kept.facts.chemistry), outletMetres: 2, ...one.details },
    hallKind: one.hallKind ?? 'unheated',
    latitude: one.latitude ?? null,
    bench: { hallId: 'warm', name: 'Carding Hall', temperatures: steady(12) },
  };
}
