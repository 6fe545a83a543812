import { v7 as uuidv7 } from 'uuid';
import { MS_PER_DAY } from '../../core/day';
import { usualDetails } from '../../core/battery/usual-details';
import { PLAIN_VEHICLE } from '../../core/stay/usual';
import { CHEMISTRY_IDS, cellsFor } from '../../core/battery/chemistries';
import type { EntryData, EntryKind } from '../../core/logbook/kinds';
import { makeEntry } from '../../core/logbook/entry';
import { DEMO_HALLS, DEMO_NOW, DEMO_SITE } from '../../demo/site';
import { runDemoSeason } from '../../demo/season';
import { DEMO_SEED } from '../../demo/site';
import { random } from '../../simulators/random';
import { insertEntry } from '../../store/entries';
import { dataFile, openStore } from '../../store/open';
import { putBattery, putBay, addHall, putVehicle, writeSite } from '../../store/site';
import { rebuildStates } from '../../store/states';
import { writeHallDay } from '../../store/temperatures';

/** A synthetic site of so many batteries and entries, for measuring speed alone. */
export function buildSite(folder: string, batteries: number, entries: number): void {
  const db = openStore(dataFile(folder));
  const chance = random(batteries);
  const now = Date.parse(DEMO_NOW);
  const perBattery = Math.floor(entries / batteries) - 2;
  const { hallDays } = runDemoSeason(DEMO_SEED);
  let seq = 0;
  const insert = <K extends EntryKind>(
    kind: K,
    subjectId: string,
    at: number,
    what: EntryData<K>,
  ) =>
    insertEntry(
      db,
      makeEntry(
        kind,
        {
          id: uuidv7({ msecs: at, seq: seq++, random: chance.bytes() }),
          subjectId,
          at,
          by: 'attendant',
        },
        what,
      ),
      DEMO_NOW,
    );
  db.transaction(() => {
    writeSite(db, DEMO_SITE);
    DEMO_HALLS.forEach((hall, walkOrder) => {
      const { kind, setpointCelsius } = hall.truth;
      addHall(db, { id: hall.id, name: hall.name, note: '', kind, setpointCelsius, walkOrder });
      for (const day of hallDays.get(hall.id)!) writeHallDay(db, hall.id, day);
    });
    for (let i = 0; i < batteries; i++) {
      const hall = DEMO_HALLS[i % DEMO_HALLS.length]!;
      const id = String(i).padStart(4, '0');
      putBay(db, { id: `bay-${id}`, hallId: hall.id, mark: `N${id}`, rowMark: 'N', walkOrder: i });
      putVehicle(db, {
        id: `vehicle-${id}`,
        kind: 'car',
        name: `Calder ${id}`,
        facts: PLAIN_VEHICLE,
      });
      const chemistry = CHEMISTRY_IDS[i % 4]!;
      putBattery(db, {
        id: `battery-${id}`,
        mark: `B${id}`,
        chemistry,
        nominalVolts: 12,
        cells: cellsFor(chemistry, 12),
        capacityAh: 60,
        fittedYear: 2023,
        details: usualDetails(chemistry),
      });
      const start = now - 100 * MS_PER_DAY;
      insert('laid-up', `vehicle-${id}`, start, { bayId: `bay-${id}`, collectOn: '2027-04-10' });
      insert('fitted', `battery-${id}`, start, {
        vehicleId: `vehicle-${id}`,
        role: 'starter',
        place: 'under the bonnet',
      });
      // Measured at lay-up but for one in seven, as in life.
      if (i % 7) insert('draw', `battery-${id}`, start, { milliamps: 8 + (i % 12) });
      // A charge a month, each battery on days of its own: rounds are as long as in life.
      const phase = chance.between(0, 32);
      for (let n = 0; n < perBattery; n++) {
        const days = ((n + 0.5) / perBattery) * 99;
        const at = start + days * MS_PER_DAY;
        const sinceFull = (days + phase) % 32;
        if (sinceFull < 99 / perBattery) {
          insert('charge-ended', `battery-${id}`, at, { full: true, ampHours: null });
        } else if (n % 2) insert('note', `battery-${id}`, at, { text: 'looked at the clamps' });
        else {
          const volts = 12.68 - 0.003 * sinceFull * chance.between(0.8, 1.2);
          insert('reading', `battery-${id}`, at, {
            volts: Math.round(volts * 100) / 100,
            celsius: null,
            restedHours: null,
            confirmed: true,
          });
        }
      }
    }
  })();
  rebuildStates(db);
  db.close();
}
