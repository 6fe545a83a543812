import { toDay } from '../../core/day';
import { ageYears, today } from '../../core/record/battery-record';
import { expectedLoss } from '../../core/record/loss';
import type { Rules } from '../../core/rules/rules';
import type { HallKind } from '../../core/site/climate';
import { inspectionOf } from '../../demo/facts';
import { benchHall } from '../../features/site/bench-hall';
import type { AssessedBattery, SiteSnapshot, Stay } from '../../features/site/snapshot';
import type { Arriving, ArrivingBattery, Keeping } from '../../simulators/attendant/arriving';
import type { PlayedWorld } from '../../simulators/played/site';
import type { HallTruth } from '../../simulators/weather';
import type { Db } from '../../store/open';
import {
  addHall,
  putBay,
  putOwner,
  readBays,
  readOwners,
  putPlace,
  readPlaces,
  writeSite,
} from '../../store/site';
import { putCharger, putCircuit, putOutlet, writeAir, writeLatitude } from '../../store/stock';

/** How halls of a kind follow the air outside; a site's own halls are taken for usual ones. */
const USUAL: Readonly<Record<HallKind, Omit<HallTruth, 'setpointCelsius'>>> = {
  heated: { kind: 'heated', lagHours: 40, gainKelvin: 3 },
  unheated: { kind: 'unheated', lagHours: 30, gainKelvin: 2.4 },
  outdoors: { kind: 'outdoors', lagHours: 2, gainKelvin: -0.4 },
};
const SETPOINT_CELSIUS = 8;
/** Fetched earlier than this after the season began, it is no winter: it is kept to the end. */
const LEAST_DAYS = 28;

const keepingOf = ({ standing: { state } }: AssessedBattery): Keeping =>
  state.plan?.startsWith('maintained') && state.hook
    ? 'maintainer'
    : state.negativeOn
      ? 'connected'
      : 'negative-off';

function batteryOf({ battery, standing }: AssessedBattery): ArrivingBattery {
  const { chemistry, nominalVolts: volts, capacityAh: ah } = battery;
  const { role, place } = standing.state;
  const age = ageYears(standing.facts, today(standing));
  return {
    id: battery.id,
    mark: battery.mark,
    spec: { role, place, chemistry, volts, ah, drawMa: expectedLoss(standing).drawMa.value },
    trouble: null,
    detailsBy: () => battery.details,
    ageYears: age === null ? null : Math.floor(age),
  };
}

function arrivingOf(stay: Stay, firstDay: number): Arriving {
  const first = stay.batteries[0]!;
  const keeping = keepingOf(first);
  const hook = keeping === 'maintainer' ? first.standing.state.hook : null;
  const collect = stay.state.collectOn;
  return {
    vehicle: stay.vehicle,
    batteries: stay.batteries.map(batteryOf),
    ...{ bay: stay.bay.mark, bayId: stay.bay.id, hallId: first.hallId, keeping },
    collect: collect !== null && toDay(collect) >= firstDay + LEAST_DAYS ? collect : null,
    terms: stay.state.terms,
    benched: first.standing.state.out !== null,
    maintainer: hook?.outletId ? { chargerId: hook.chargerId, outletId: hook.outletId } : null,
    inspected: (details, cells) => inspectionOf(stay.vehicle.kind, details, cells),
  };
}

/** A copy of a charger, which hangs nowhere yet. */
function withOneMore(loaded: SiteSnapshot, oneMore: string | null): SiteSnapshot['stock'] {
  const { stock } = loaded;
  const charger = stock.chargers.find(({ id }) => id === oneMore);
  if (!charger) return stock;
  const copy = { ...charger, id: `${charger.id}-more`, name: `${charger.name} 2`.slice(0, 60) };
  return { ...stock, chargers: [...stock.chargers, copy] };
}

/**
 * A site as winters are played on it: its own batteries with what is known of their draw and age,
 * its halls, climate, chargers and season; weather, natures and troubles are of each winter.
 */
export function worldOf(loaded: SiteSnapshot, rules: Rules, oneMore: string | null): PlayedWorld {
  const { site, halls } = loaded;
  const firstDay = toDay(site.seasonStart);
  return {
    timeZone: site.timeZone,
    firstDay,
    lastDay: toDay(site.seasonEnd),
    meanCelsius: site.climate.meanCelsius,
    halls: halls.map(({ id, kind, setpointCelsius }) => ({
      id,
      truth: { ...USUAL[kind], setpointCelsius: setpointCelsius ?? SETPOINT_CELSIUS },
    })),
    benchHallId: benchHall(halls).id,
    stock: withOneMore(loaded, oneMore),
    rules,
    arriving: loaded.stays
      .filter(({ batteries }) => batteries.length > 0)
      .map((stay) => arrivingOf(stay, firstDay)),
  };
}

/** Writes what a site has, and nothing of what happened there, into an empty data file. */
export const setUpAs =
  (loaded: SiteSnapshot, world: PlayedWorld, from: Db) =>
  (db: Db): void => {
    writeSite(db, loaded.site);
    readPlaces(from).forEach((place) => putPlace(db, place));
    loaded.halls.forEach((hall) => addHall(db, hall));
    readBays(from).forEach((bay) => putBay(db, bay));
    writeLatitude(db, loaded.latitude);
    const { air, circuits, outlets, chargers } = world.stock;
    air.forEach((one) => writeAir(db, one));
    circuits.forEach((circuit) => putCircuit(db, circuit));
    outlets.forEach((outlet) => putOutlet(db, outlet));
    chargers.forEach((charger) => putCharger(db, charger));
    readOwners(from).forEach((owner) => putOwner(db, owner));
  };
