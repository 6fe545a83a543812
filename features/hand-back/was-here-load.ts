import { counted, decimal, t } from '../../core/language';
import 'server-only';
import { CHEMISTRIES } from '../../core/battery/chemistries';
import { dayOf } from '../../core/day';
import { keepOrReplace } from '../../core/hand-back/keep-or-replace';
import type { Entry } from '../../core/logbook/entry';
import { lossOf, milliampsOf } from '../../core/record/loss';
import { readEntriesOf, readEntriesOfBattery } from '../../store/entries';
import { readOwners } from '../../store/site';
import { readBatteryStates, readVehicleStates } from '../../store/states';
import { entryWords } from '../logbook/words';
import { db } from '../server/store';
import { batteryLabels } from '../site/to-page';
import { loadBatteries } from '../site/trouble';
import type { AssessedBattery, SiteSnapshot } from '../site/snapshot';
import type { WasHereData } from './hand-back-data';
import { againData, archiveOf } from './load';

const range = (low: number, high: number, unit: string, digits = 0) =>
  `${decimal(low, digits)}–${decimal(high, digits)} ${unit}`;

/** What is written on a battery, and what its record has taught. */
function factsOf({ battery, standing }: AssessedBattery): (readonly [string, string])[] {
  const loss = lossOf(standing);
  const { readings, drawMa, charges, starts } = standing.state;
  const last = readings.findLast(({ fed }) => !fed);
  const spells = t`${counted(readings.length, 'reading', 'readings')}, ${counted(charges.length, 'charge', 'charges')}, ${counted(starts.length, 'start', 'starts')}`;
  return [
    [t`Rated`, t`${CHEMISTRIES[battery.chemistry].short}, ${battery.capacityAh} Ah`],
    [t`Fitted`, battery.fittedYear === null ? t`unknown` : String(battery.fittedYear)],
    [t`On record`, spells],
    [t`Last read`, last ? `${decimal(last.volts, 2)} V` : t`never`],
    [t`Still holds`, range(loss.usableAh.low, loss.usableAh.high, 'Ah')],
    [
      t`Draws`,
      drawMa === null
        ? t`${range(milliampsOf(loss.draw.low, loss), milliampsOf(loss.draw.high, loss), 'mA')}, learnt`
        : t`${Number(drawMa.toPrecision(2))} mA, measured`,
    ],
  ];
}

/** A vehicle of the archive, with all that is known of it; null: it is none. */
export function wasHereData(loaded: SiteSnapshot, vehicleId: string): WasHereData | null {
  const owners = new Map(readOwners(db()).map(({ id, name }) => [id, name]));
  const row = archiveOf(loaded, owners).find((one) => one.vehicleId === vehicleId);
  const state = readVehicleStates(db(), vehicleId).get(vehicleId);
  if (!row || !state) return null;
  const { timeZone } = loaded.site;
  const day = (at: number) => dayOf(at, timeZone);
  const ids = [...readBatteryStates(db())].flatMap(([id, one]) =>
    one.vehicleId === vehicleId && one.goneAt === null ? [id] : [],
  );
  const { batteries, troubled } = loadBatteries(loaded, db(), ids);
  const labels = batteryLabels(batteries);
  const vehicleEntries = readEntriesOf(db(), 'vehicle', vehicleId);
  const entries: (readonly [string, Entry])[] = [
    ...vehicleEntries.map((entry) => ['', entry] as const),
    ...batteries.flatMap(({ battery: { id, mark } }) =>
      readEntriesOfBattery(db(), id).map((entry) => [mark, entry] as const),
    ),
  ];
  const struck = new Set(entries.flatMap(([, { strikes }]) => strikes ?? []));
  const went = vehicleEntries
    .filter(({ kind, id }) => kind === 'handed-back' && !struck.has(id))
    .sort((a, b) => (a.at < b.at ? 1 : -1))[0];
  return {
    ...againData(loaded),
    row,
    stays: state.stays.map(({ from, to }) => ({ from: day(from), to: day(to) })).reverse(),
    handedBack: went?.id ?? null,
    troubled,
    batteries: batteries.map((one, i) => ({
      mark: one.battery.mark,
      label: labels[i]!,
      facts: factsOf(one),
      life: keepOrReplace(one.standing).why,
    })),
    lines: entries
      .filter(([, { kind }]) => kind !== 'withdrawn')
      .sort(([, a], [, b]) => (a.at < b.at ? 1 : a.at > b.at ? -1 : b.seq - a.seq))
      .map(([of, entry]) => ({
        ...entryWords(entry, loaded.bayMarks),
        id: entry.id,
        on: day(Date.parse(entry.at)),
        of,
        struck: struck.has(entry.id),
      })),
  };
}
