import { t, counted } from '../../core/language';
import 'server-only';
import { dayName, dayOf, toDay } from '../../core/day';
import { formatMilliamps } from '../../core/words/words';
import { replacingOf } from '../../core/hand-back/consent';
import type { BackBattery } from '../../core/hand-back/stages';
import { startOf, startWorry, walkBack } from '../../core/hand-back/walk';
import { readBatteries, readOwners, readVehicles } from '../../store/site';
import { readBatteryStates, readVehicleStates } from '../../store/states';
import { clockStands } from '../server/clock';
import { db } from '../server/store';
import { batteryLabels } from '../site/to-page';
import type { SiteSnapshot, Stay } from '../site/snapshot';
import {
  WEEK,
  type AgainData,
  type ArchiveRow,
  type AtItsEnd,
  type BackRow,
  type HandBackData,
  type StartDto,
} from './hand-back-data';

/** The batteries of a stay, as a walk back takes them. */
export function backBatteriesOf({ batteries }: Stay): BackBattery[] {
  const labels = batteryLabels(batteries);
  return batteries.map(({ battery, standing, outlook, context }, i) => ({
    id: battery.id,
    label: labels[i]!,
    standing,
    outlook,
    context,
  }));
}

function startDto(batteries: readonly BackBattery[], day: number, full: boolean): StartDto | null {
  const start = startOf(batteries, day, full);
  return start && { why: start.why, worry: startWorry(start, start.standing) };
}

/** The way back of a stay’s vehicle; null: it has no day, or is with its owner. */
export const walkOfStay = ({ collectDay, state }: Stay, batteries: readonly BackBattery[]) =>
  state.away !== null || collectDay === null ? null : walkBack(batteries, collectDay);

/** Whether a stay’s vehicle will be ready, and what is left to do. */
export function backRow(stay: Stay, today: number, owners: ReadonlyMap<string, string>): BackRow {
  const { vehicle, bay, state, collectDay, troubled } = stay;
  const batteries = backBatteriesOf(stay);
  const away = state.away !== null;
  const walk = walkOfStay(stay, batteries);
  const open = walk ? walk.stages.filter(({ state: is }) => is !== 'done') : [];
  const label = new Map(batteries.map((one) => [one.id, one.label]));
  return {
    vehicleId: vehicle.id,
    name: vehicle.name,
    kind: vehicle.kind,
    bayMark: bay.mark,
    owner: owners.get(state.terms.ownerId ?? '') ?? null,
    collectDay,
    backOn: state.away && toDay(state.away.backOn),
    readiness: walk?.readiness ?? null,
    todo: open.map(({ label: what, batteryId, by }) => ({
      label: batteryId !== null && batteries.length > 1 ? `${label.get(batteryId)}: ${what}` : what,
      by,
    })),
    // Who goes back is charged in time; who must always be ready starts as it stands.
    start:
      away || walk?.readiness.kind === 'replace'
        ? null
        : startDto(batteries, Math.max(today, collectDay ?? today), collectDay !== null),
    hangs: batteries.some(({ context }) => context.charging !== 'none'),
    troubled: troubled.map(({ battery }) => battery.mark),
  };
}

/** Vehicles that were here, with what their records know; the last that went first. */
export function archiveOf(
  { today, site: { timeZone } }: Pick<SiteSnapshot, 'today' | 'site'>,
  owners: ReadonlyMap<string, string>,
): ArchiveRow[] {
  const states = readVehicleStates(db());
  const batteries = readBatteries(db());
  const batteryStates = readBatteryStates(db());
  const rows = readVehicles(db()).flatMap((vehicle): ArchiveRow[] => {
    const state = states.get(vehicle.id);
    const last = state?.stays.at(-1);
    if (!state || !last || state.bayId !== null) return [];
    const own = batteries.flatMap(({ id, mark }) => {
      const one = batteryStates.get(id);
      return one?.vehicleId === vehicle.id && one.goneAt === null ? [{ mark, one }] : [];
    });
    const known = own.map(({ mark, one: { readings, drawMa } }) =>
      [
        `${mark}: ${counted(readings.length, 'reading', 'readings')}`,
        ...(drawMa === null ? [] : [t`draws ${formatMilliamps(drawMa)}`]),
      ].join(', '),
    );
    return [
      {
        vehicleId: vehicle.id,
        name: vehicle.name,
        kind: vehicle.kind,
        owner: owners.get(state.terms.ownerId ?? '') ?? null,
        from: dayOf(last.from, timeZone),
        to: Math.min(today, dayOf(last.to, timeZone)),
        stays: state.stays.length,
        bayId: last.bayId,
        marks: own.map(({ mark }) => mark),
        known,
        terms: state.terms,
      },
    ];
  });
  return rows.sort((a, b) => b.to - a.to);
}

/** What is at its end on the whole site, by the day on which something has to happen. */
export function atTheirEnd({ stays }: SiteSnapshot): AtItsEnd[] {
  const owners = new Map(readOwners(db()).map((one) => [one.id, one]));
  const rows = stays.flatMap((stay) =>
    backBatteriesOf(stay).flatMap(({ id, label, standing }, i): AtItsEnd[] => {
      const { life, wanted, ...rest } = replacingOf(standing, stay.state.terms);
      if (!wanted) return [];
      const owner = owners.get(stay.state.terms.ownerId ?? '');
      const { vehicle, bay } = stay;
      return [
        {
          ...rest,
          batteryId: id,
          vehicleId: vehicle.id,
          name: vehicle.name,
          kind: vehicle.kind,
          bayMark: bay.mark,
          battery: `${label}, ${stay.batteries[i]!.battery.mark}`,
          owner: owner ? [owner.name, owner.contact].filter(Boolean).join(', ') : null,
          why: life.why,
        },
      ];
    }),
  );
  const day = ({ consent, outBy }: AtItsEnd) => Math.min(consent.by ?? Infinity, outBy ?? Infinity);
  return rows.sort((a, b) => day(a) - day(b));
}

function laterOf(stays: readonly Stay[]): HandBackData['later'] {
  const [first] = [...stays].sort((a, b) => a.collectDay! - b.collectDay!);
  if (!first) return null;
  const { bay, vehicle, collectDay } = first;
  const one = { bayMark: bay.mark, name: vehicle.name, collectDay: collectDay! };
  return { count: stays.length, first: one };
}

/** Where one that comes again may stand, and until when it is offered to. */
export const againData = (loaded: SiteSnapshot): AgainData => ({
  clock: { now: loaded.now, stands: clockStands(), timeZone: loaded.site.timeZone },
  today: loaded.today,
  freeBays: loaded.bays
    .filter(({ id }) => loaded.stays.every(({ bay }) => bay.id !== id))
    .map(({ id, mark }) => ({ id, mark })),
  seasonEnd: dayName(Math.max(toDay(loaded.site.seasonEnd), loaded.today + 1)),
});

/** Who comes, who is away, who must always be ready, and who was here. */
export function handBackData(loaded: SiteSnapshot): HandBackData {
  const owners = new Map(readOwners(db()).map(({ id, name }) => [id, name]));
  // Of those that come later nothing is walked through yet.
  const isLater = ({ collectDay, state }: Stay) =>
    state.away === null && collectDay !== null && collectDay >= loaded.today + 2 * WEEK;
  const rows = loaded.stays
    .filter((stay) => !isLater(stay))
    .map((stay) => backRow(stay, loaded.today, owners));
  const day = ({ collectDay, backOn }: BackRow) => backOn ?? collectDay ?? Infinity;
  return {
    ...againData(loaded),
    rows: rows.sort((a, b) => day(a) - day(b)),
    atTheirEnd: atTheirEnd(loaded),
    later: laterOf(loaded.stays.filter(isLater)),
    archive: archiveOf(loaded, owners),
  };
}
