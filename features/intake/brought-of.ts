import { v4 as uuid } from 'uuid';
import { usualDetails } from '../../core/battery/usual-details';
import { dayName, toDay } from '../../core/day';
import type { IntakeRow, IntakeVehicle } from '../../core/intake/list';
import { VEHICLE_KINDS } from '../../core/site/vehicle-kinds';
import { FRESH_TERMS, PLAIN_VEHICLE } from '../../core/stay/usual';
import type { Sent } from '../http/client';
import type { BringData } from './load';

type Brought = Sent<'POST /api/bring'>;
type BroughtVehicle = Brought['vehicles'][number];

/** It has stood at least that long, where nobody said for how long. */
const RESTED_HOURS = 48;

/** A battery of a row; where the kind usually has it, it is what it usually is there. */
function batteryOf({ kind, battery }: IntakeRow, n: number) {
  const usual = VEHICLE_KINDS[kind].usualBatteries;
  const { role } = usual[Math.min(n, usual.length - 1)]!;
  const { chemistry, nominalVolts, capacityAh, fitted, drawMa } = battery;
  return {
    ...{ id: uuid(), role, place: '', chemistry, nominalVolts, capacityAh },
    fittedYear: fitted?.year ?? null,
    details: { ...usualDetails(chemistry), fittedMonth: fitted?.month ?? null },
    ...{ negativeOn: true, drawMa, volts: null, voltsConfirmed: true },
    ...{ inspection: null, plan: null },
  } as const;
}

type BroughtSite = Pick<BringData, 'today' | 'collectOn'>;

function vehicleOf(
  { first, rows }: IntakeVehicle,
  bayId: string,
  { today, collectOn }: BroughtSite,
): BroughtVehicle {
  const batteries = rows.map(batteryOf);
  const readings = rows.flatMap(({ battery: { volts, readOn, celsius, more } }, n) => {
    const batteryId = batteries[n]!.id;
    return [
      ...(volts === null ? [] : [{ batteryId, on: dayName(readOn ?? today), volts, celsius }]),
      ...more.map(({ on, ...one }) => ({ batteryId, on: dayName(on), ...one })),
    ];
  });
  // It was here when it was first read.
  const since = first.since ?? Math.min(today, ...readings.map(({ on }) => toDay(on)));
  const earth = rows.find((one) => one.earth !== null)?.earth ?? 'negative';
  const facts = { ...PLAIN_VEHICLE, earth, looked: false };
  return {
    layUp: {
      vehicleId: uuid(),
      ...{ kind: first.kind, name: first.name, facts, terms: FRESH_TERMS },
      owner: first.owner ? { id: uuid(), name: first.owner, contact: first.contact } : null,
      bayId,
      collectOn: first.collectOn === null ? collectOn : dayName(first.collectOn),
      ...{ restedHours: RESTED_HOURS, allOff: [], photos: [] },
      batteries,
    },
    since: dayName(since),
    readings,
    maintained: rows.flatMap(({ battery: { maintainer } }, n) =>
      maintainer === null ? [] : [{ batteryId: batteries[n]!.id, charger: maintainer }],
    ),
    notes: rows.flatMap(({ battery: { note } }, n) =>
      note ? [{ batteryId: batteries[n]!.id, text: note }] : [],
    ),
  };
}

/** What is sent of a list, with an id for each vehicle and battery. */
export const broughtOf = (
  id: string,
  vehicles: readonly IntakeVehicle[],
  bays: ReadonlyMap<string, string>,
  newBays: readonly string[],
  hallId: string | null,
  site: BroughtSite,
): Brought => ({
  id,
  hallId: newBays.length > 0 ? hallId : null,
  newBays: [...newBays],
  vehicles: vehicles.map((one) =>
    vehicleOf(one, bays.get(one.first.bay) ?? `bay-${one.first.bay}`, site),
  ),
});
