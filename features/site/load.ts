import { t } from '../../core/language';
import { dayName, dayOf, instantAt, parseDay, toDay, type Day } from '../../core/day';
import { MAX_STAY_DAYS, collectionWithin } from '../../core/time-limits';
import type { BatteryContext } from '../../core/context/battery-context';
import { contextOf } from '../../core/context/from-record';
import { UNKNOWN_HOUSE, houseOn, type House } from '../../core/estimation/house';
import { groupBy } from '../../core/group';
import { lazily } from '../../core/lazily';
import type { BatteryState, VehicleState } from '../../core/logbook/state';
import type { BatteryRecord } from '../../core/record/battery-record';
import { houseFrom, type ReckonedHouse } from '../../core/record/tops';
import { chargeForecastOf, type ChargeForecast } from '../../core/assessment/charge-forecast';
import { LONGEST_RESERVE_DAYS } from '../../core/words/words';
import { CHEMISTRY_IDS, type ChemistryId } from '../../core/battery/chemistries';
import {
  freeChannels,
  hangingBy,
  type ActiveConnection,
} from '../../core/connections/active-connections';
import {
  type ChargingEquipment,
  isMeantFor,
  postFor,
  postsOf,
} from '../../core/site/charging-equipment';
import { silentSince } from '../../core/reports/report';
import type { PlanContext } from '../../core/plan/storage-plans';
import { jobsToday, roundsAhead } from '../../core/plan/due';
import type { RuleBook, Rules } from '../../core/rules/rules';
import type { Place } from '../../core/site/place';
import { hallOnDay, hallTemperatures, type DailyTemperatures } from '../../core/site/climate';
import { fitThermalResponse, type ThermalResponse } from '../../core/site/thermal-response';
import { lastSeq } from '../../store/entries';
import { readMasterData, type MasterData } from '../../store/master-data';
import type { Db } from '../../store/open';
import {
  factsOf,
  type Battery,
  type Bay,
  type Hall,
  type Site,
  type Vehicle,
} from '../../store/site';
import type { Reporter } from '../../store/reporters';
import { readBatteryStates, readVehicleStates } from '../../store/states';
import { readLatitude, readStock } from '../../store/stock';
import { readHallDays } from '../../store/temperatures';

import {
  freeFor,
  hallDtoOf,
  type MaintainersFree,
  type BatteryDto,
  type HallDto,
  type VehicleDto,
} from './dto';

/** A vehicle that stands in a bay, with its batteries. */
export interface Stay {
  readonly vehicle: Vehicle;
  readonly state: VehicleState;
  readonly bay: Bay;
  readonly hall: Hall;
  /** Null: always ready. */
  readonly collectDay: Day | null;
  readonly batteries: readonly AssessedBattery[];
  /** Those of its batteries that cannot be judged: all the others go on without them. */
  readonly troubled: readonly TroubledBattery[];
}

/** A battery whose record cannot be judged, and why. */
export interface TroubledBattery {
  readonly battery: Battery;
  readonly why: string;
}

export interface AssessedBattery {
  readonly battery: Battery;
  /** Where it stands: the bench's hall while it is out. */
  readonly hallId: string;
  readonly standing: BatteryRecord;
  /** The version of the house rules in it. */
  readonly rulesVersion: number;
  /** Reckoned when it is first asked for: whoever only looks who stands where does not wait. */
  readonly outlook: ChargeForecast | null;
  /** All that decides what may be done to it now. */
  readonly context: BatteryContext;
}

export interface SiteSnapshot {
  readonly site: Site;
  readonly rules: Rules;
  readonly ruleBook: RuleBook;
  readonly halls: readonly Hall[];
  /** Where some of them stand that are driven to. */
  readonly places: readonly Place[];
  readonly bays: readonly Bay[];
  /** Marks of all bays by id, also of those that are no more. */
  readonly bayMarks: Readonly<Record<string, string>>;
  readonly now: number;
  readonly today: Day;
  readonly temperatures: ReadonlyMap<string, DailyTemperatures>;
  /** How each hall follows the air outside, as far as both were recorded. */
  readonly follows: ReadonlyMap<string, ThermalResponse>;
  readonly stock: ChargingEquipment;
  readonly reporters: readonly Reporter[];
  /** When each device was last heard. */
  readonly lastHeard: ReadonlyMap<string, number>;
  /** When the mains of each hall last failed, as far as anybody noted it. */
  readonly powerCuts: ReadonlyMap<string, number>;
  /** The newest entry of the logbook. */
  readonly upToSeq: number;
  /** Degrees north; null where nobody has said. */
  readonly latitude: number | null;
  /** In walking order. */
  readonly stays: readonly Stay[];
}

/** Temperatures reach back so far before the season, for readings taken on arrival. */
const BEFORE_SEASON_DAYS = 40;

/** What judging any battery of the site needs: rules, calendar and the halls' temperatures. */
function settingOf(from: Db, at: number, master: MasterData, asIf?: Rules) {
  const site = { ...master.site, ...seasonAround(master.site, dayOf(at, master.site.timeZone)) };
  const rules = asIf ?? master.ruleBook.rules;
  const today = dayOf(at, site.timeZone);
  const { temperatures, follows } = temperaturesOf(from, master, site, today);
  return { ...master, site, rules, today, temperatures, follows, now: at };
}

/** A season that lies around today and is no longer than one may be, whatever was written down. */
function seasonAround(
  { seasonStart, seasonEnd }: Pick<Site, 'seasonStart' | 'seasonEnd'>,
  today: Day,
): Pick<Site, 'seasonStart' | 'seasonEnd'> {
  const near = (name: string) =>
    Math.min(today + MAX_STAY_DAYS, Math.max(today - MAX_STAY_DAYS, parseDay(name) ?? today));
  const start = near(seasonStart);
  return { seasonStart: dayName(start), seasonEnd: dayName(Math.max(start, near(seasonEnd))) };
}

interface RememberedTemperatures {
  readonly key: string;
  readonly follows: ReadonlyMap<string, ThermalResponse>;
  readonly temperatures: ReadonlyMap<string, DailyTemperatures>;
}
const remembered = new WeakMap<Db, RememberedTemperatures>();

/** Temperatures of all halls; the same objects until a thermometer is read or the day ends. */
function temperaturesOf(
  from: Db,
  { halls: open, hallsBefore, closed, hallDayStamp }: MasterData,
  site: Site,
  today: Day,
): RememberedTemperatures {
  const halls = [...open, ...closed.halls];
  const key = JSON.stringify([today, halls, [...hallsBefore], site, hallDayStamp]);
  const known = remembered.get(from);
  if (known?.key === key) return known;
  const firstDay = Math.min(toDay(site.seasonStart), today) - BEFORE_SEASON_DAYS;
  const lastDay = Math.max(today + LONGEST_RESERVE_DAYS + 2, toDay(site.seasonEnd));
  // Days to come are there too, where a forecast was brought in.
  const recorded = readHallDays(from, firstDay, lastDay);
  const yard = halls.find(({ kind }) => kind === 'outdoors');
  const air = (yard && recorded.get(yard.id)) ?? [];
  const follows = new Map<string, ThermalResponse>();
  const temperatures = new Map(
    halls.map((hall) => {
      const own = recorded.get(hall.id) ?? [];
      const before = hallsBefore.get(hall.id) ?? [];
      // How it follows the air is learnt from the days on which nobody heated it.
      const past = own.filter(
        ({ day }) => day <= today && hallOnDay(hall, before, day).kind === 'unheated',
      );
      const outside =
        air.length === 0 || hall.kind === 'outdoors'
          ? null
          : {
              recorded: air,
              follows: fitThermalResponse(air, past),
            };
      if (outside) follows.set(hall.id, outside.follows);
      return [
        hall.id,
        hallTemperatures(hall, site.climate, own, firstDay, lastDay, outside, before),
      ] as const;
    }),
  );
  const made = { key, temperatures, follows };
  remembered.set(from, made);
  return made;
}

type Setting = ReturnType<typeof settingOf>;

/** A battery as it stands, before it is told what its house has learnt. */
interface Standing {
  readonly battery: Battery;
  readonly hallId: string;
  readonly record: Omit<BatteryRecord, 'house'>;
}

function standingIn(
  setting: Setting,
  battery: Battery,
  state: BatteryState,
  vehicle: Vehicle,
  vehicleState: VehicleState,
  bayHall: Hall,
  block: BatteryRecord['block'],
): Standing {
  const { collectOn, laidUpAt } = vehicleState;
  // On the bench it has the bench's weather, not its vehicle's.
  const away = state.out?.hallId;
  const hall = (away ? setting.halls.find((one) => one.id === away) : null) ?? bayHall;
  const record = {
    facts: factsOf(battery),
    state,
    vehicleKind: vehicle.kind,
    vehicleId: vehicle.id,
    vehicle: vehicle.facts,
    details: battery.details,
    block,
    benchHallId: benchHallAway(setting.halls, bayHall),
    laidUpAt,
    collectDay: collectDayOf(collectOn, setting.today),
    hallName: hall.name,
    powerCutAt: setting.powerCuts.get(hall.id) ?? null,
    silentSince: silenceOf(setting, state),
    temperatures: setting.temperatures.get(hall.id)!,
    rules: setting.rules,
    timeZone: setting.site.timeZone,
    now: setting.now,
  };
  return { battery, hallId: hall.id, record };
}

function keptIn({ ruleBook }: Setting, house: House, one: Standing): AssessedBattery {
  const { record } = one;
  const standing = { ...record, house: houseOn(house, record.rules.scale[record.facts.chemistry]) };
  return assessedOf(one.battery, one.hallId, standing, ruleBook.version);
}

/** What the records of a site told together, as it was reckoned last. */
const houses = new WeakMap<Db, ReckonedHouse & { readonly today: Day }>();

function houseOfSite(
  from: Db,
  { today, site }: Setting,
  all: readonly Standing[],
  asItIs: boolean,
): House {
  const midnight = instantAt(today, 0, 0, site.timeZone);
  const records = all.map(({ record }) => record);
  const reckoned = houseFrom(records, midnight, houses.get(from) ?? null);
  if (asItIs) houses.set(from, { ...reckoned, today });
  return reckoned.house;
}

/** The place of a battery among the blocks of its vehicle's string; null: it is none. */
function blockOf(
  battery: Pick<Battery, 'id'>,
  all: readonly Pick<Battery, 'id'>[],
  states: ReadonlyMap<string, BatteryState>,
): BatteryRecord['block'] {
  const blocks = all.filter(({ id }) => states.get(id)?.role === 'string');
  const index = blocks.findIndex(({ id }) => id === battery.id) + 1;
  return index > 0 && blocks.length > 1 ? { index, of: blocks.length } : null;
}

/** The same where only this battery was loaded. */
function blockAmong(
  from: Db,
  { batteries }: Setting,
  battery: Battery,
  vehicleId: string,
): BatteryRecord['block'] {
  const states = readBatteryStates(from);
  const fitted = [...batteries.values()]
    .filter(({ id }) => {
      const state = states.get(id);
      return state?.vehicleId === vehicleId && state.goneAt === null;
    })
    .sort((a, b) => (a.mark < b.mark ? -1 : 1));
  return blockOf(battery, fitted, states);
}

/** The hall of the bench, where that is another one than the bay's. */
function benchHallAway(halls: readonly Hall[], bayHall: Hall): string | null {
  const { id } = benchHall(halls);
  return id === bayHall.id ? null : id;
}

/** The same battery with something more on record that its charge does not depend on. */
export const withStanding = (kept: AssessedBattery, standing: BatteryRecord): AssessedBattery =>
  lazily<AssessedBattery>({
    battery: () => kept.battery,
    hallId: () => kept.hallId,
    standing: () => standing,
    rulesVersion: () => kept.rulesVersion,
    outlook: () => kept.outlook,
    context: () => kept.context,
  });

/** A battery with its standing; its outlook is reckoned once, when it is asked for. */
export function assessedOf(
  battery: Battery,
  hallId: string,
  standing: BatteryRecord,
  rulesVersion: number,
): AssessedBattery {
  const made: AssessedBattery = lazily<AssessedBattery>({
    battery: () => battery,
    hallId: () => hallId,
    standing: () => standing,
    rulesVersion: () => rulesVersion,
    outlook: () => chargeForecastOf(standing),
    context: () => contextOf(standing, made.outlook),
  });
  return made;
}

/** The day of a collection, no further off than a stay may be long. */
const collectDayOf = (on: string | null, today: Day): Day | null =>
  on === null ? null : collectionWithin(toDay(on), today);

/** Since when the charger that a battery hangs on has been silent; null where none reports. */
function silenceOf(setting: Setting, state: BatteryState): number | null {
  const { hook } = state;
  const since = state.maintainerSince ?? state.chargeSince;
  if (!hook || since === null) return null;
  const device = setting.reporters.find(({ chargerId }) => chargerId === hook.chargerId);
  if (!device) return null;
  // Before it was hooked up there was nothing to be heard of this battery.
  const heard = setting.lastHeard.get(device.id) ?? null;
  const silent = silentSince({ ...device, addedAt: since }, heard, setting.now);
  return silent === null ? null : Math.max(silent, since);
}

/** What hangs on a charger or maintainer, of the whole site. */
export const activeConnectionsOf = (stays: readonly Stay[]): ActiveConnection[] =>
  stays.flatMap(({ batteries }) =>
    batteries.flatMap(({ battery, standing: { state } }) => hangingBy(battery.id, state) ?? []),
  );

/**
 * Channels of maintainers on which nothing hangs, by chemistry that they suit; null where no
 * charger of the site is noted.
 */
export function maintainersFree({
  stock,
  stays,
}: Pick<SiteSnapshot, 'stock' | 'stays'>): MaintainersFree | null {
  if (stock.chargers.length === 0) return null;
  const hanging = activeConnectionsOf(stays);
  const free = Object.fromEntries(CHEMISTRY_IDS.map((id) => [id, 0])) as Record<
    ChemistryId,
    number
  >;
  for (const charger of stock.chargers) {
    if (!charger.maintains) continue;
    const channels = freeChannels(charger, hanging).length;
    for (const id of CHEMISTRY_IDS) {
      const suits = charger.programmes.some((one) => isMeantFor(one.id, id));
      if (suits) free[id] += channels;
    }
  }
  return free;
}

/** The site as it stands now, or null before it has been set up; as if other rules held. */
export function loadSite(from: Db, at: number, asIf?: Rules): SiteSnapshot | null {
  const master = readMasterData(from);
  if (!master) return null;
  const setting = settingOf(from, at, master, asIf);
  const { bays } = setting;
  const vehicleStates = readVehicleStates(from);
  const batteryStates = readBatteryStates(from);
  const hallById = new Map(setting.halls.map((hall) => [hall.id, hall]));
  const batteriesByVehicle = groupBy([...setting.batteries.values()], (battery) => {
    const state = batteryStates.get(battery.id);
    return state?.goneAt === null ? (state.vehicleId ?? '') : '';
  });
  // One bay, one vehicle: older files may say otherwise, and then all that stand there are shown.
  const vehiclesByBay = groupBy(
    [...setting.vehicles.values()].filter(({ id }) => vehicleStates.get(id)?.bayId),
    ({ id }) => vehicleStates.get(id)!.bayId!,
  );
  const standing = bays.flatMap((bay) =>
    (vehiclesByBay.get(bay.id) ?? []).map((vehicle) => {
      const state = vehicleStates.get(vehicle.id)!;
      const hall = hallById.get(bay.hallId)!;
      const batteries = (batteriesByVehicle.get(vehicle.id) ?? [])
        .sort((a, b) => (a.mark < b.mark ? -1 : 1))
        .map((battery, _, all) =>
          standingIn(
            setting,
            battery,
            batteryStates.get(battery.id)!,
            vehicle,
            state,
            hall,
            blockOf(battery, all, batteryStates),
          ),
        );
      const collectDay = collectDayOf(state.collectOn, setting.today);
      return { vehicle, state, bay, hall, collectDay, batteries };
    }),
  );
  const house = houseOfSite(
    from,
    setting,
    standing.flatMap(({ batteries }) => batteries),
    asIf === undefined,
  );
  const stays = standing.map(({ batteries, ...stay }): Stay => ({
    ...stay,
    batteries: batteries.map((one) => keptIn(setting, house, one)),
    troubled: [],
  }));
  return {
    ...setting,
    bayMarks: Object.fromEntries(
      [...bays, ...setting.closed.bays].map(({ id, mark }) => [id, mark]),
    ),
    upToSeq: lastSeq(from),
    stays,
    stock: readStock(from),
    latitude: readLatitude(from),
  };
}

/** Why a battery cannot be judged; null: it can. */
export function troubleOf(
  { site, today: day }: Pick<SiteSnapshot, 'site' | 'today'>,
  kept: AssessedBattery,
): string | null {
  try {
    const { standing, outlook } = kept;
    jobsToday(standing, outlook);
    roundsAhead(standing, outlook, Math.max(toDay(site.seasonEnd), day));
    return null;
  } catch (error) {
    console.error(`battery ${kept.battery.mark} cannot be judged`, error);
    return t`something in its facts or its logbook makes no sense (${error instanceof Error ? error.message : String(error)})`;
  }
}

/**
 * The site without the batteries that cannot be judged: each is named in its own stay, with the
 * reason, so that nothing that is on record takes anything else down.
 */
export function judgeable(loaded: SiteSnapshot): SiteSnapshot {
  return {
    ...loaded,
    stays: loaded.stays.map((stay): Stay => {
      const troubled: TroubledBattery[] = [];
      const batteries = stay.batteries.filter((kept) => {
        const why = troubleOf(loaded, kept);
        if (why !== null) troubled.push({ battery: kept.battery, why });
        return why === null;
      });
      return troubled.length > 0 ? { ...stay, batteries, troubled } : stay;
    }),
  };
}

/**
 * One battery and its judgement, without loading the rest of the site; null if it is not fitted
 * in a vehicle that stands here, `or-was` here: then in the hall where that stood last.
 */
export function loadBattery(
  from: Db,
  at: number,
  batteryId: string,
  master: MasterData | null = readMasterData(from),
  is: 'here' | 'or-was' = 'here',
): AssessedBattery | null {
  const state = readBatteryStates(from, batteryId).get(batteryId);
  if (!master || !state?.vehicleId) return null;
  const { vehicleId } = state;
  const setting = settingOf(from, at, master);
  const battery = setting.batteries.get(batteryId);
  const vehicle = setting.vehicles.get(vehicleId);
  const vehicleState = readVehicleStates(from, vehicleId).get(vehicleId);
  const last = is === 'here' ? null : vehicleState?.stays.at(-1)?.bayId;
  const bay = [...setting.bays, ...setting.closed.bays].find(
    (one) => one.id === (vehicleState?.bayId ?? last),
  );
  const hall = [...setting.halls, ...setting.closed.halls].find((one) => one.id === bay?.hallId);
  // A lay-up that was withdrawn leaves its vehicle nowhere.
  if (!battery || !vehicle || !vehicleState || !hall) return null;
  const block = state.role === 'string' ? blockAmong(from, setting, battery, vehicleId) : null;
  const standing = standingIn(setting, battery, state, vehicle, vehicleState, hall, block);
  const known = houses.get(from);
  if (known?.today !== setting.today) loadSite(from, at);
  return keptIn(setting, houses.get(from)?.house ?? UNKNOWN_HOUSE, standing);
}

/**
 * Batteries of vehicles that are or were here, with those that cannot be judged named beside them, by
 * mark: they take nothing else down.
 */
export function loadBatteries(
  loaded: SiteSnapshot,
  from: Db,
  ids: readonly string[],
): { readonly batteries: AssessedBattery[]; readonly troubled: string[] } {
  const all = ids.flatMap((id) => loadBattery(from, loaded.now, id, undefined, 'or-was') ?? []);
  const batteries = all.filter((kept) => troubleOf(loaded, kept) === null);
  const troubled = all.filter((kept) => !batteries.includes(kept));
  return { batteries, troubled: troubled.map(({ battery }) => battery.mark) };
}

/** A hall as it travels to the browser. */
export const hallDto = (loaded: SiteSnapshot, hall: { id: string; name: string }): HallDto =>
  hallDtoOf(hall, loaded.temperatures.get(hall.id)!, loaded.powerCuts.get(hall.id) ?? null);

const MILDEST: readonly Hall['kind'][] = ['heated', 'unheated', 'outdoors'];

/** The hall where a bench stands: the mildest where no drive leads to, the first of these. */
export function benchHall(halls: readonly Hall[]): Hall {
  const rank = ({ kind, place }: Hall) => MILDEST.indexOf(kind) + (place === null ? 0 : 10);
  return [...halls].sort((a, b) => rank(a) - rank(b))[0]!;
}

/** All that decides about a battery's storage plan, where its vehicle stands. */
export function planContext(
  loaded: SiteSnapshot,
  kept: AssessedBattery,
  { hall, bay }: Pick<Stay, 'hall' | 'bay'>,
): PlanContext {
  const bench = benchHall(loaded.halls);
  return {
    standing: kept.standing,
    vehicle: kept.standing.vehicle,
    details: kept.battery.details,
    hallKind: hall.kind,
    latitude: loaded.latitude,
    ...freeFor(maintainersFree(loaded), kept.battery.chemistry),
    ...postFor(postsOf(loaded.stock.outlets), hall.id, bay.mark),
    bench: {
      hallId: bench.id,
      name: bench.name,
      temperatures: loaded.temperatures.get(bench.id)!,
    },
  };
}

/** How a battery of a vehicle is called: by role where that tells it apart, else numbered. */
export function batteryLabels(batteries: readonly AssessedBattery[]): string[] {
  const names = {
    starter: t`Starter`,
    leisure: t`Leisure`,
    auxiliary: t`Auxiliary`,
    string: t`Block`,
  };
  const total = new Map<string, number>();
  for (const { standing } of batteries) {
    total.set(standing.state.role, (total.get(standing.state.role) ?? 0) + 1);
  }
  const seen = new Map<string, number>();
  return batteries.map(({ standing: { state } }) => {
    const n = (seen.get(state.role) ?? 0) + 1;
    seen.set(state.role, n);
    const name = total.get(state.role)! > 1 ? `${names[state.role]} ${n}` : names[state.role];
    return state.out ? t`${name}, bench` : name;
  });
}

/** A vehicle as it travels to the browser. */
export function vehicleDtoOf(stay: Stay): VehicleDto {
  return {
    id: stay.vehicle.id,
    name: stay.vehicle.name,
    kind: stay.vehicle.kind,
    facts: stay.vehicle.facts,
    bayMark: stay.bay.mark,
    rowMark: stay.bay.rowMark,
    hallId: stay.hall.id,
    laidUpAt: stay.state.laidUpAt,
    collectDay: stay.collectDay,
  };
}

/** Its batteries, each with what the browser needs to judge it. */
export function batteryDtosOf(stay: Stay): BatteryDto[] {
  const labels = batteryLabels(stay.batteries);
  return stay.batteries.map(({ battery, standing, hallId }, i) => ({
    id: battery.id,
    mark: battery.mark,
    label: labels[i]!,
    facts: standing.facts,
    details: battery.details,
    state: standing.state,
    hallId,
    block: standing.block,
    benchHallId: standing.benchHallId,
    silentSince: standing.silentSince,
    house: standing.house,
    planned: standing.planned ?? null,
  }));
}
