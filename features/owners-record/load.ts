import { t } from '../../core/language';
import 'server-only';
import { chargingAnswer, crankAnswer, loadAnswer } from '../../core/assessment/test-answers';
import { CHEMISTRIES } from '../../core/battery/chemistries';
import { dayName, dayOf } from '../../core/day';
import { keepOrReplace } from '../../core/hand-back/keep-or-replace';
import { inOrder, type Entry } from '../../core/logbook/entry';
import type { EntryKind } from '../../core/logbook/kinds';
import type { BatteryRecord } from '../../core/record/battery-record';
import { conditionOf } from '../../core/record/condition';
import { VEHICLE_KINDS } from '../../core/site/vehicle-kinds';
import { readEntriesOf, readEntriesOfBattery } from '../../store/entries';
import { readOwners, readVehicles } from '../../store/site';
import { readBatteryStates, readVehicleStates } from '../../store/states';
import { entryWords } from '../logbook/words';
import { db } from '../server/store';
import { loadBatteries } from '../site/trouble';
import type { SiteSnapshot } from '../site/snapshot';
import type { OwnersRecord, RecordedBattery } from './record-document';

/** Of interest to an owner; the rest is the attendant’s. */
const TOLD: readonly EntryKind[] = [
  'charge-ended',
  'levels',
  'cleaned',
  'draw',
  'inspected',
  'maintainer',
  'fitted',
  'taken-out',
  'recovery-begun',
  'recovery-ended',
  'reconditioned',
  'procedure-done',
];
const TOLD_OF_VEHICLE: readonly EntryKind[] = [
  'laid-up',
  'outing',
  'taken-along',
  'brought-back',
  'handed-back',
];
/** So many lines of each battery stand on two pages; the document has the same. */
const MOST_LINES = 12;
const MOST_READINGS = 120;

/** What the owner of a vehicle gets with it: of the stay that is, or of the last one. */
export function ownersRecord(loaded: SiteSnapshot, vehicleId: string): OwnersRecord | null {
  const vehicle = readVehicles(db(), vehicleId)[0];
  const state = readVehicleStates(db(), vehicleId).get(vehicleId);
  if (!vehicle || !state) return null;
  const { timeZone } = loaded.site;
  const last = state.stays.at(-1);
  const here = state.bayId !== null;
  const from = here ? state.laidUpAt : (last?.from ?? null);
  const to = here ? null : (last?.to ?? null);
  const bays = loaded.bayMarks;
  const on = (at: number | string) =>
    dayName(dayOf(typeof at === 'number' ? at : Date.parse(at), timeZone));
  const within = ({ at }: Entry) => {
    const instant = Date.parse(at);
    return (from === null || instant >= from) && (to === null || instant <= to);
  };
  const told = (entries: readonly Entry[], kinds: readonly EntryKind[]) =>
    inOrder(entries)
      .filter((entry) => within(entry) && kinds.includes(entry.kind))
      .map((entry) => {
        const { what, value } = entryWords(entry, bays);
        return { on: on(entry.at), what: value ? `${what}: ${value}` : what };
      });
  const vehicleEntries = readEntriesOf(db(), 'vehicle', vehicleId);
  const takenBy = inOrder(vehicleEntries).findLast(({ kind }) => kind === 'handed-back');
  const fitted = [...readBatteryStates(db())].filter(
    ([, one]) => one.vehicleId === vehicleId && one.goneAt === null,
  );
  const known = loadBatteries(
    loaded,
    db(),
    fitted.map(([id]) => id),
  );
  const batteries = known.batteries.flatMap(({ standing, battery }): RecordedBattery[] => {
    const { id } = battery;
    return [
      {
        mark: battery.mark,
        role: standing.state.role,
        rated: t`${CHEMISTRIES[battery.chemistry].label}, ${battery.nominalVolts} V, ${battery.capacityAh} Ah`,
        fitted: battery.fittedYear === null ? t`unknown` : String(battery.fittedYear),
        readings: standing.state.readings
          .filter(({ fed, at }) => !fed && (from === null || at >= from))
          .slice(-MOST_READINGS)
          .map(({ at, volts }) => ({ on: on(at), volts })),
        done: told(readEntriesOfBattery(db(), id), TOLD).slice(-MOST_LINES),
        tests: testsOf(standing, on),
        life: lifeWords(standing),
        atHome: atHome(standing),
      },
    ];
  });
  return {
    version: 'velvet-ember/owners-record@1',
    site: loaded.site.name,
    printed: dayName(loaded.today),
    vehicle: { name: vehicle.name, kind: VEHICLE_KINDS[vehicle.kind].label },
    owner: readOwners(db()).find(({ id }) => id === state.terms.ownerId)?.name ?? null,
    from: from === null ? null : on(from),
    to: to === null ? null : on(to),
    takenBy: !here && takenBy?.kind === 'handed-back' ? takenBy.data.to : null,
    happened: told(vehicleEntries, TOLD_OF_VEHICLE).slice(-MOST_LINES),
    batteries: batteries.sort((a, b) => (a.mark < b.mark ? -1 : 1)),
    next: [
      ...batteries.flatMap(({ mark, life }) => life.slice(-1).map((word) => `${mark}: ${word}`)),
      ...known.troubled.map((mark) => t`${mark}: its record cannot be judged, ask us about it.`),
    ],
  };
}

function testsOf(standing: BatteryRecord, on: (at: number) => string): RecordedBattery['tests'] {
  const { starts, loadTests, charging, draws } = standing.state;
  return [
    ...starts.map((seen) => ({
      on: on(seen.at),
      what: t`Start`,
      says: crankAnswer(standing, seen).say.join(' '),
    })),
    ...loadTests.map((seen) => ({
      on: on(seen.at),
      what: t`Load test`,
      says: loadAnswer(standing, seen).say.join(' '),
    })),
    ...(charging
      ? [
          {
            on: on(charging.at),
            what: t`Charging`,
            says: chargingAnswer(standing, charging.seen).say.join(' '),
          },
        ]
      : []),
    ...draws.slice(-2).map(({ at, milliamps }) => ({
      on: on(at),
      what: t`Draw`,
      says: t`${Number(milliamps.toPrecision(2))} mA while it stands.`,
    })),
  ]
    .sort((a, b) => (a.on < b.on ? -1 : 1))
    .slice(-MOST_LINES);
}

function lifeWords(standing: BatteryRecord): string[] {
  const { advice, why } = keepOrReplace(standing);
  const words = {
    keep: t`It may go into the next season as it is.`,
    'test-first': t`Have it tested in autumn, before the first frost.`,
    replace: t`It should not go into another winter: replace it in good time.`,
  } as const;
  return [...why, words[advice]];
}

/** What to do at home, by what it is. */
function atHome(standing: BatteryRecord): string[] {
  const { facts } = standing;
  if (conditionOf(standing)) {
    return [t`Never charge, crank or jump it again. Have it taken out before frost, and recycled.`];
  }
  const { family, inWords } = CHEMISTRIES[facts.chemistry];
  return family === 'lithium'
    ? [
        t`A charger for lithium alone, never one for lead-acid; never at or below freezing.`,
        t`Where it stands for weeks: part charged, and full before it is used.`,
      ]
    : [
        t`A charge each month, five to six hours at least, with its lamp seen on; or a maintainer for ${inWords}.`,
        t`At least half an hour on the road; short trips take more than they give.`,
        ...(facts.capsOpen ? [t`Levels twice a year: distilled water only, plates covered.`] : []),
      ];
}
