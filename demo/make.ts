import { createHash } from 'node:crypto';
import { existsSync, rmSync } from 'node:fs';
import { MS_PER_DAY } from '../core/day';
import type { NewEntry } from '../core/logbook/entry';
import { insertEntry } from '../store/entries';
import { writeFuseList } from '../store/fuse-lists';
import { dataFile, openStore, type Db } from '../store/open';
import { putBay, addHall, putBattery, putOwner, putVehicle, writeSite } from '../store/site';
import { rebuildStates } from '../store/states';
import { writeHallDay } from '../store/temperatures';
import { addReport, putReporter } from '../store/reporters';
import { putCharger, putCircuit, putOutlet, writeAir, writeLatitude } from '../store/stock';
import { addTrace } from '../store/traces';
import { addVerdict } from '../store/verdicts';
import { DEMO_OWNERS } from './facts';
import { runDemoSeason, type DemoHistory } from './season';
import { DEMO_HALLS, DEMO_NOW, DEMO_SEED, DEMO_SITE } from './site';
import { DEMO_FUSES } from './fuses';
import { withTraces } from './traces';
import { verdictsOf } from './verdicts';
import {
  DEMO_AIR,
  DEMO_CHARGERS,
  DEMO_CIRCUITS,
  DEMO_DEVICES,
  DEMO_HEARD_FROM,
  DEMO_LATITUDE,
  DEMO_OUTLETS,
} from './stock';
import { writeWorld } from './world';
import { demoToken, writeLiving } from './living';
import { hashOfToken } from '../store/tokens';

/** A fingerprint of the entries: the same seed gives the same one. */
export function hashOf(entries: readonly NewEntry[]): string {
  return createHash('sha256').update(JSON.stringify(entries)).digest('hex');
}

/** The mill itself: halls, bays, circuits, outlets and chargers. */
/** Halls, bays and what is charged with, of which there may be less. */
export function writePlace(db: Db, chargers = DEMO_CHARGERS): void {
  writeSite(db, DEMO_SITE);
  DEMO_HALLS.forEach((hall, walkOrder) => {
    const { kind, setpointCelsius } = hall.truth;
    addHall(db, {
      id: hall.id,
      name: hall.name,
      note: hall.note,
      kind,
      setpointCelsius: kind === 'heated' ? setpointCelsius : null,
      walkOrder,
    });
    let order = 0;
    for (const [row, bays] of hall.rows) {
      for (let n = 1; n <= bays; n++) {
        const mark = `${row}${n}`;
        putBay(db, {
          id: `bay-${mark}`,
          hallId: hall.id,
          mark,
          rowMark: row,
          walkOrder: order++,
        });
      }
    }
  });
  writeLatitude(db, DEMO_LATITUDE);
  DEMO_AIR.forEach((air) => writeAir(db, air));
  DEMO_CIRCUITS.forEach((circuit) => putCircuit(db, circuit));
  DEMO_OUTLETS.forEach((outlet) => putOutlet(db, outlet));
  chargers.forEach((charger) => putCharger(db, charger));
}

/** The vehicles of some bays, with all that was recorded of them. */
function ofBays(history: DemoHistory, bays: readonly string[]): DemoHistory {
  const bayIds = new Set(bays.map((mark) => `bay-${mark}`));
  const stand = new Set<string>();
  for (const entry of history.entries) {
    if (entry.kind === 'laid-up' && bayIds.has(entry.data.bayId)) stand.add(entry.subjectId);
  }
  const without = new Set<string>(
    history.vehicles.flatMap(({ id }) => (stand.has(id) ? [] : [id])),
  );
  for (const entry of history.entries) {
    if (entry.kind === 'fitted' && without.has(entry.data.vehicleId)) without.add(entry.subjectId);
  }
  return {
    ...history,
    vehicles: history.vehicles.filter(({ id }) => !without.has(id)),
    batteries: history.batteries.filter(({ id }) => !without.has(id)),
    truth: history.truth.filter(({ batteryId }) => !without.has(batteryId)),
    entries: history.entries.filter(({ subjectId }) => !without.has(subjectId)),
  };
}

/**
 * Makes the demo's data file in `folder`; an older one there is replaced. With `bays`, only the
 * vehicles of these.
 */
export function makeDemo(
  folder: string,
  seed = DEMO_SEED,
  bays: readonly string[] | null = null,
): DemoHistory {
  const file = dataFile(folder);
  for (const suffix of ['', '-wal', '-shm']) {
    if (existsSync(file + suffix)) rmSync(file + suffix);
  }
  const whole = runDemoSeason(seed);
  const history = bays ? ofBays(whole, bays) : whole;
  const db = openStore(file);
  db.transaction(() => {
    writePlace(db);
    for (const device of DEMO_DEVICES) {
      putReporter(db, {
        ...device,
        tokenHash: hashOfToken(demoToken(device.id)),
        tokenUntil: Date.parse(DEMO_NOW) + 365 * MS_PER_DAY,
        addedAt: Date.parse(DEMO_HEARD_FROM),
      });
      for (const report of history.reports.get(device.id) ?? []) addReport(db, device.id, report);
    }
    for (const owner of DEMO_OWNERS) putOwner(db, owner);
    for (const vehicle of history.vehicles) putVehicle(db, vehicle);
    for (const battery of history.batteries) putBattery(db, battery);
    for (const [hallId, days] of history.hallDays) {
      for (const day of days) writeHallDay(db, hallId, day);
    }
    const { entries, traces } = withTraces(history);
    for (const entry of entries) insertEntry(db, entry, DEMO_NOW);
    for (const { kept, trace } of traces) addTrace(db, kept, trace);
    for (const verdict of verdictsOf(history)) addVerdict(db, verdict);
    for (const { kind, name } of history.vehicles) {
      const fuses = DEMO_FUSES[kind];
      if (fuses) writeFuseList(db, name, fuses);
    }
  })();
  rebuildStates(db);
  db.close();
  writeWorld(folder, whole);
  writeLiving(folder, whole);
  return history;
}
