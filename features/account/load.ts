import { t } from '../../core/language';
import 'server-only';
import { energyOf, workedIn, type ChargeTaken, type PlacedEntry } from '../../core/account/account';
import { MAINS_SHARE, newPrice } from '../../core/charging/recovery';
import { dayOf, toDay, type Day } from '../../core/day';
import { groupBy } from '../../core/group';
import type { Entry } from '../../core/logbook/entry';
import type { StoragePlanId } from '../../core/logbook/storage-plan-names';
import { lookBack } from '../../core/plan/looking-back';
import { STORAGE_PLAN_NAMES } from '../../core/logbook/storage-plan-names';
import { conditionOf } from '../../core/record/condition';
import { formatMoney } from '../../core/words/words';
import { readAllEntries } from '../../store/entries';
import { readVehicles } from '../../store/site';
import { readBatteryStates, readVehicleStates } from '../../store/states';
import { db } from '../server/store';
import { loadBatteries } from '../site/trouble';
import { planContext } from '../site/plan-context';
import type { AssessedBattery, SiteSnapshot, Stay } from '../site/snapshot';
import type { AccountData, AccountLine } from './account-data';

/** A battery that stood here in the season, with what was recorded of it then. */
interface Here {
  readonly kept: AssessedBattery;
  readonly vehicleId: string;
  readonly vehicle: string;
  /** Of the hall where its vehicle stands, or stood last. */
  readonly hallId: string;
  readonly stood: Pick<Stay, 'hall' | 'bay'>;
  readonly entries: readonly Entry[];
}

/** Entries that were not struck, from the season’s beginning to its end or to now. */
function entriesWithin(loaded: SiteSnapshot, from: Day, to: Day): Entry[] {
  const all = readAllEntries(db());
  const struck = new Set(all.flatMap(({ strikes }) => strikes ?? []));
  const { timeZone } = loaded.site;
  return all.filter(({ id, kind, at }) => {
    const day = dayOf(Date.parse(at), timeZone);
    return kind !== 'withdrawn' && !struck.has(id) && day >= from && day <= to;
  });
}

function batteriesHere(
  loaded: SiteSnapshot,
  entries: readonly Entry[],
): { readonly here: Here[]; readonly troubled: readonly string[] } {
  const own = groupBy(entries, ({ subjectId }) => subjectId);
  const names = new Map(readVehicles(db()).map(({ id, name }) => [id, name]));
  const states = readVehicleStates(db());
  const ids = [...readBatteryStates(db()).keys()].filter((id) => own.has(id));
  const { batteries, troubled } = loadBatteries(loaded, db(), ids);
  const here = batteries.flatMap((kept): Here[] => {
    const recorded = own.get(kept.battery.id)!;
    const { vehicleId } = kept.standing;
    const state = states.get(vehicleId);
    const bayId = state?.bayId ?? state?.stays.at(-1)?.bayId;
    const bay = loaded.bays.find((one) => one.id === bayId);
    const hall = loaded.halls.find((one) => one.id === bay?.hallId);
    if (!bay || !hall) return [];
    const vehicle = names.get(vehicleId) ?? vehicleId;
    return [{ kept, vehicleId, vehicle, hallId: hall.id, stood: { hall, bay }, entries: recorded }];
  });
  return { here, troubled };
}

const line = ({ kept, vehicle, vehicleId }: Here, says: string): AccountLine => ({
  id: kept.battery.id,
  name: `${kept.battery.mark}, ${vehicle}`,
  href: `/vehicle/${vehicleId}`,
  says,
});

/** Charges that ended, each with what it took where that was noted. */
const chargesOf = ({ kept: { battery }, entries }: Here): ChargeTaken[] =>
  entries.flatMap((entry) =>
    entry.kind === 'charge-ended'
      ? [
          {
            ampHours: entry.data.ampHours,
            capacityAh: battery.capacityAh,
            nominalVolts: battery.nominalVolts,
          },
        ]
      : [],
  );

/** So many batteries are looked back on: those that took the most visits. */
const LOOKED_BACK_ON = 24;
const SHOWN = 8;
/** Less than this is not worth a line; in the site’s own money. */
const LEAST_SAVED = 3;

/** What another way of keeping them would have come to, through the winter that was. */
function changesOf(loaded: SiteSnapshot, here: readonly Here[], from: Day, to: Day) {
  const { timeZone } = loaded.site;
  const seen = here
    .filter(({ kept }) => kept.standing.state.role !== 'string' && !conditionOf(kept.standing))
    .sort((a, b) => b.entries.length - a.entries.length)
    .slice(0, LOOKED_BACK_ON);
  const found = seen.flatMap((one) => {
    const plans = one.entries.flatMap((entry) =>
      entry.kind === 'plan-chosen' ? [entry.data.plan] : [],
    );
    const used: StoragePlanId | undefined = one.kept.standing.state.plan ?? plans.at(-1);
    const first = dayOf(Date.parse(one.entries[0]!.at), timeZone);
    const left = one.kept.standing.state.awaySince;
    const last = left === null ? to : Math.min(to, dayOf(left, timeZone));
    if (!used || last - first < 14) return [];
    const back = lookBack(
      planContext(loaded, one.kept, one.stood),
      used,
      Math.max(from, first),
      last,
      left === null && one.kept.standing.collectDay === null,
    );
    return back && back.saves >= LEAST_SAVED ? [{ one, back }] : [];
  });
  return found
    .sort((a, b) => b.back.saves - a.back.saves)
    .slice(0, SHOWN)
    .map(({ one, back: { used, best, saves } }) => {
      const minutes = Math.round(used.minutes - best.minutes);
      const work = minutes > 0 ? t`, ${minutes} min less` : '';
      return line(
        one,
        t`“${STORAGE_PLAN_NAMES[best.id]}” instead of “${STORAGE_PLAN_NAMES[used.id]}”: about ${formatMoney(saves, loaded.rules)} less${work}.`,
      );
    });
}

/** The season of the site as its logbook has it: what was kept, what it took, what it cost. */
export function accountData(loaded: SiteSnapshot): AccountData {
  const { site, rules, today } = loaded;
  const from = toDay(site.seasonStart);
  const end = toDay(site.seasonEnd);
  const to = Math.min(today, end);
  const entries = entriesWithin(loaded, from, to);
  const { here, troubled } = batteriesHere(loaded, entries);
  const vehicles = readVehicles(db());
  const subjects = new Set(entries.map(({ subjectId }) => subjectId));
  const stood = vehicles.filter(({ id }) => subjects.has(id));
  const back = entries.flatMap((entry) => (entry.kind === 'handed-back' ? [entry] : []));
  const unready = back.filter(({ data }) => data.despite !== undefined);
  const names = new Map(vehicles.map(({ id, name }) => [id, name]));
  const starts = here.flatMap(({ entries: own }) =>
    own.flatMap((entry) => (entry.kind === 'cranked' ? [entry.data] : [])),
  );
  const placed = here.flatMap((one): PlacedEntry[] => {
    const { vehicleId, hallId } = one;
    const at = (entry: Entry) => dayOf(Date.parse(entry.at), site.timeZone);
    return one.entries.map((entry) => ({
      ...{ entry, day: at(entry), vehicleId, hallId },
    }));
  });
  const placeOf = new Map(loaded.halls.map(({ id, place }) => [id, place]));
  const worked = workedIn(placed, (id) => placeOf.get(id) ?? null, loaded.places);
  const { kWh, noted } = energyOf(here.flatMap(chargesOf));
  const replaced = here.filter(({ kept }) => kept.standing.state.goneAt !== null);
  return {
    siteName: site.name,
    ...{ from, to, today, worked, noted, troubled },
    isClosed: today > end,
    rules: { currency: rules.currency },
    vehicles: stood.length,
    handedBack: back.length,
    ready: back.length - unready.length,
    cranked: starts.length,
    ran: starts.filter(({ ran }) => ran).length,
    notReady: unready.map(({ id, subjectId, data }) => ({
      id,
      name: names.get(subjectId) ?? subjectId,
      href: `/vehicle/${subjectId}`,
      says: t`handed over all the same: ${data.despite}.`,
    })),
    batteries: here.length,
    lost: here.flatMap((one) => {
      const condemned = conditionOf(one.kept.standing);
      return condemned ? [line(one, `${condemned.seen}.`)] : [];
    }),
    kWh: kWh * MAINS_SHARE,
    cost: {
      labour: (worked.minutes / 60) * rules.moneyPerHour,
      energy: kWh * MAINS_SHARE * rules.moneyPerKwh,
      batteries: replaced.reduce(
        (sum, { kept: { battery } }) =>
          sum + newPrice(battery.chemistry, battery.capacityAh, rules),
        0,
      ),
    },
    changes: changesOf(loaded, here, from, to),
  };
}
