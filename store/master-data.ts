import type { HallBefore } from '../core/site/climate';
import type { Place } from '../core/site/place';
import type { RuleBook } from '../core/rules/rules';
import { writesOf, type Db } from './open';
import { readLastHeard, readReporters, type Reporter } from './reporters';
import {
  readBatteries,
  readBays,
  readClosed,
  readHalls,
  readHallsBefore,
  readPlaces,
  readSite,
  readVehicles,
  type Battery,
  type Bay,
  type Hall,
  type Site,
  type Vehicle,
} from './site';
import { readHallStates, readRuleBook } from './states';
import { hallDayStamp } from './temperatures';

/** What changes seldom: all that a battery is judged by but its own entries and its vehicle's. */
export interface MasterData {
  readonly site: Site;
  readonly halls: readonly Hall[];
  /** What some of them were until other days. */
  readonly hallsBefore: ReadonlyMap<string, readonly HallBefore[]>;
  /** Where some of them stand that are driven to. */
  readonly places: readonly Place[];
  readonly bays: readonly Bay[];
  /** Those that are no more. */
  readonly closed: { readonly halls: readonly Hall[]; readonly bays: readonly Bay[] };
  readonly vehicles: ReadonlyMap<string, Vehicle>;
  readonly batteries: ReadonlyMap<string, Battery>;
  readonly ruleBook: RuleBook;
  /** When the mains of each hall last failed, as far as anybody noted it. */
  readonly powerCuts: ReadonlyMap<string, number>;
  readonly reporters: readonly Reporter[];
  /** When each device was last heard. */
  readonly lastHeard: ReadonlyMap<string, number>;
  /** Changes with any day of any hall. */
  readonly hallDayStamp: number;
}

const lastRead = new WeakMap<Db, { writes: string; data: MasterData | null }>();

const byId = <T extends { readonly id: string }>(list: readonly T[]): Map<string, T> =>
  new Map(list.map((one) => [one.id, one]));

/** The same objects until something is written; null before the site was set up. */
export function readMasterData(db: Db): MasterData | null {
  const writes = writesOf(db);
  const known = lastRead.get(db);
  if (known?.writes === writes) return known.data;
  const site = readSite(db);
  const data = site && {
    site,
    halls: readHalls(db),
    hallsBefore: readHallsBefore(db, [...readHalls(db), ...readClosed(db).halls]),
    places: readPlaces(db),
    bays: readBays(db),
    closed: readClosed(db),
    vehicles: byId(readVehicles(db)),
    batteries: byId(readBatteries(db)),
    ruleBook: readRuleBook(db),
    powerCuts: new Map(
      [...readHallStates(db)].flatMap(([id, { powerCutAt }]) =>
        powerCutAt === null ? [] : [[id, powerCutAt] as const],
      ),
    ),
    reporters: readReporters(db),
    lastHeard: readLastHeard(db),
    hallDayStamp: hallDayStamp(db),
  };
  // What is not committed may be taken back.
  if (!db.inTransaction) lastRead.set(db, { writes, data });
  return data;
}

/**
 * Says that what was read holds still: since then, and in one transaction with it, nothing was
 * written but entries of batteries and vehicles and what follows from them.
 */
export const masterDataHolds = (db: Db, data: MasterData | null): void =>
  void lastRead.set(db, { writes: writesOf(db), data });
