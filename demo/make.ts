import { createHash } from 'node:crypto';
import { existsSync, rmSync } from 'node:fs';
import type { NewEntry } from '../core/logbook/entry';
import { insertEntry } from '../store/entries';
import { dataFile, openStore } from '../store/open';
import { addBattery, addBay, addHall, addVehicle, writeSite } from '../store/site';
import { rebuildStates } from '../store/states';
import { writeHallDay } from '../store/temperatures';
import { runDemoSeason, type DemoHistory } from './season';
import { DEMO_HALLS, DEMO_NOW, DEMO_SEED, DEMO_SITE } from './site';

/** A fingerprint of the entries: the same seed gives the same one. */
export function hashOf(entries: readonly NewEntry[]): string {
  return createHash('sha256').update(JSON.stringify(entries)).digest('hex');
}

/** Makes the demo's data file in `folder`; an older one there is replaced. */
export function makeDemo(folder: string, seed = DEMO_SEED): DemoHistory {
  const file = dataFile(folder);
  for (const suffix of ['', '-wal', '-shm']) {
    if (existsSync(file + suffix)) rmSync(file + suffix);
  }
  const history = runDemoSeason(seed);
  const db = openStore(file);
  db.transaction(() => {
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
          addBay(db, {
            id: `bay-${mark}`,
            hallId: hall.id,
            mark,
            rowMark: row,
            walkOrder: order++,
          });
        }
      }
    });
    for (const vehicle of history.vehicles) addVehicle(db, vehicle);
    for (const battery of history.batteries) addBattery(db, battery);
    for (const [hallId, days] of history.hallDays) {
      for (const day of days) writeHallDay(db, hallId, day);
    }
    for (const entry of history.entries) insertEntry(db, entry, DEMO_NOW);
  })();
  rebuildStates(db);
  db.close();
  return history;
}
