import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { v7 as uuidv7 } from 'uuid';
import { MS_PER_DAY, instantAt, toDay, type Day } from '../../../core/day';
import { cellsFor, type ChemistryId } from '../../../core/battery/chemistries';
import { usualDetails } from '../../../core/battery/usual-details';
import type { BatteryRole } from '../../../core/battery/roles';
import type { VehicleKindId } from '../../../core/site/vehicle-kinds';
import { PLAIN_VEHICLE } from '../../../core/stay/usual';
import { makeEntry, type NewEntry } from '../../../core/logbook/entry';
import type { EntryData, EntryKind } from '../../../core/logbook/kinds';
import type { SubjectKind } from '../../../core/logbook/kind';
import { DEMO_CHARGERS } from '../../../demo/stock';
import { here } from '../../../features/server/here';
import type { Random } from '../../../simulators/random';
import { dataFile, openStore, type Db } from '../../../store/open';
import { recordEntry } from '../../../store/record';
import { putBay, addHall, putBattery, putVehicle, writeSite } from '../../../store/site';
import { putCharger } from '../../../store/stock';
import { ensureStates } from '../../../store/states';

export const FIRST_DAY = toDay('2026-10-21');
export const TIME_ZONE = 'Europe/London';
export const morningOf = (day: Day) => instantAt(day, 9, 0, TIME_ZONE);

const HALLS = [
  { id: 'carding', name: 'Carding Hall', kind: 'heated', setpointCelsius: 12 },
  { id: 'dye', name: 'Dye House', kind: 'unheated', setpointCelsius: null },
  { id: 'yard', name: 'Loading Yard', kind: 'outdoors', setpointCelsius: null },
] as const;
const BAYS_EACH = 8;

/** What stands there: kinds with their batteries, from the smallest to a string of blocks. */
const VEHICLES: readonly (readonly [
  VehicleKindId,
  readonly (readonly [BatteryRole, ChemistryId, number, number])[],
])[] = [
  ['motorcycle', [['starter', 'agm', 12, 4]]],
  ['motorcycle', [['starter', 'lfp', 12, 5]]],
  ['motorcycle', [['starter', 'flooded', 6, 8]]],
  ['mower', [['starter', 'flooded', 12, 12]]],
  ['quad', [['starter', 'gel', 12, 12]]],
  ['car', [['starter', 'flooded', 12, 60]]],
  ['car', [['starter', 'efb', 12, 70]]],
  ['car', [['starter', 'agm', 12, 80]]],
  [
    'camper',
    [
      ['starter', 'flooded', 12, 95],
      ['leisure', 'agm', 12, 100],
    ],
  ],
  [
    'cart',
    [
      ['string', 'flooded', 8, 170],
      ['string', 'flooded', 8, 170],
      ['string', 'flooded', 8, 170],
    ],
  ],
  ['generator', [['starter', 'flooded', 12, 45]]],
];

export interface SoakBattery {
  readonly id: string;
  readonly vehicleId: string;
  readonly chemistry: ChemistryId;
  readonly nominalVolts: number;
  readonly cells: number;
  readonly capacityAh: number;
}

/** A small site behind the program's own handlers, whose clock is moved by hand. */
export class SoakSite {
  readonly folder = mkdtempSync(join(tmpdir(), 'velvet-soak-'));
  readonly db: Db;
  readonly batteries: SoakBattery[] = [];
  readonly vehicles: string[] = [];
  readonly bays: string[] = [];
  readonly chargers = DEMO_CHARGERS.map(({ id, channels, programmes }) => ({
    id,
    channels,
    programme: programmes[0]!.id,
  }));
  private n = 0;

  constructor(readonly chance: Random) {
    this.db = openStore(dataFile(this.folder));
    // What is soaked is the program, and not the disk.
    this.db.pragma('synchronous = OFF');
    this.db.transaction(() => this.furnish())();
    ensureStates(this.db);
    process.env.EMBER_DATA = this.folder;
    here().held.set('db', this.db);
    this.goTo(morningOf(FIRST_DAY));
  }

  /** The site's clock from now on. */
  goTo(at: number): void {
    process.env.EMBER_NOW = new Date(at).toISOString();
  }

  close(): void {
    this.db.close();
    delete process.env.EMBER_DATA;
    delete process.env.EMBER_NOW;
    rmSync(this.folder, { recursive: true, force: true });
  }

  entry<K extends EntryKind>(
    kind: K,
    subjectId: string,
    at: number,
    data: EntryData<K>,
    strikes: string | null = null,
    subjectKind?: SubjectKind,
  ): NewEntry {
    const id = uuidv7({ msecs: at, seq: this.n++, random: this.chance.bytes() });
    return makeEntry(
      kind,
      { id, subjectId, at, by: 'attendant', strikes, ...(subjectKind ? { subjectKind } : {}) },
      data,
    );
  }

  private furnish(): void {
    const { db } = this;
    const climate = {
      meanCelsius: [2, 3, 5, 8, 12, 15, 17, 17, 14, 10, 6, 3],
      coldNightCelsius: [-12, -11, -7, -3, 1, 5, 7, 6, 2, -3, -7, -10],
    };
    writeSite(db, {
      name: 'Small mill',
      timeZone: TIME_ZONE,
      seasonStart: '2026-10-15',
      seasonEnd: '2027-04-30',
      climate,
    });
    HALLS.forEach((hall, walkOrder) => {
      addHall(db, { ...hall, note: '', walkOrder });
      for (let n = 1; n <= BAYS_EACH; n++) {
        const id = `bay-${hall.id}-${n}`;
        const mark = `${hall.id[0]!.toUpperCase()}${n}`;
        putBay(db, { id, hallId: hall.id, mark, rowMark: mark[0]!, walkOrder: n });
        this.bays.push(id);
      }
    });
    for (const charger of DEMO_CHARGERS) {
      const at = HALLS.some(({ id }) => id === charger.hallId) ? charger.hallId : 'carding';
      putCharger(db, { ...charger, hallId: at, portable: true });
    }
    VEHICLES.forEach(([kind, batteries], i) => {
      const vehicleId = `vehicle-${i}`;
      this.vehicles.push(vehicleId);
      putVehicle(db, { id: vehicleId, kind, name: `Osier ${i}`, facts: PLAIN_VEHICLE });
      const before = morningOf(FIRST_DAY) - MS_PER_DAY;
      const bayId = this.bays[(i * 5) % this.bays.length]!;
      const collectOn = kind === 'generator' ? null : i % 3 ? '2027-03-20' : '2027-04-10';
      this.put('laid-up', vehicleId, before, { bayId, collectOn });
      batteries.forEach(([role, chemistry, nominalVolts, capacityAh], j) => {
        const id = `battery-${i}-${j}`;
        const cells = cellsFor(chemistry, nominalVolts);
        const facts = { id, chemistry, nominalVolts, cells, capacityAh };
        this.batteries.push({ ...facts, vehicleId });
        const mark = `B${i}${j}`;
        const details = usualDetails(chemistry);
        putBattery(db, { ...facts, mark, fittedYear: 2020 + (i % 6), details });
        this.put('fitted', id, before, { vehicleId, role, place: '' });
      });
    });
  }

  private put<K extends EntryKind>(kind: K, id: string, at: number, data: EntryData<K>): void {
    recordEntry(this.db, this.entry(kind, id, at, data), new Date(at).toISOString());
  }
}
