import Database from 'better-sqlite3';
import { readFileSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { v7 as uuidv7 } from 'uuid';
import { ENTRY_KINDS, type EntryData, type EntryKind } from '../core/logbook/kinds';
import { MS_PER_DAY } from '../core/day';
import { parseEntry, type NewEntry } from '../core/logbook/entry';
import { DEFAULT_RULES, HOUSE_RULES } from '../core/rules/rules';
import { usualDetails } from '../core/battery/usual-details';
import { PLAIN_VEHICLE } from '../core/stay/usual';
import { readDoor } from './door';
import { insertEntry, readAllEntries } from './entries';
import { APPLICATION_ID, assertDurable, dataFile, newestVersion, openStore } from './open';
import { recordEntry } from './record';
import { readReporters } from './reporters';
import { putBattery, putOwner, putVehicle, readBatteries, readOwners, readVehicles } from './site';
import {
  ensureStates,
  readBatteryStates,
  readRuleBook,
  readVehicleStates,
  rebuildStates,
} from './states';
import { temporaryStore } from './temporary.fixture';

const NOW = '2027-01-14T09:00:00.000Z';
const here = temporaryStore();

function entry<K extends EntryKind>(
  kind: K,
  subjectId: string,
  data: EntryData<K>,
  more: Partial<NewEntry> = {},
): NewEntry {
  return {
    id: uuidv7(),
    subjectKind: ENTRY_KINDS[kind].subject,
    subjectId,
    kind,
    version: 1,
    at: NOW,
    by: 'attendant',
    data,
    strikes: null,
    ...more,
  } as NewEntry;
}
const volts = (value: number) => ({
  volts: value,
  celsius: null,
  restedHours: null,
  confirmed: false,
});
const record = (one: NewEntry) => recordEntry(here.db, one, NOW);

describe('the data file', () => {
  it('writes through to the disk, and says so when read back', () => {
    expect(here.db.pragma('journal_mode', { simple: true })).toBe('wal');
    expect(here.db.pragma('synchronous', { simple: true })).toBe(2);
    expect(here.db.pragma('foreign_keys', { simple: true })).toBe(1);
    here.db.pragma('synchronous = NORMAL');
    expect(() => assertDurable(here.db)).toThrow('safe writing');
  });

  it('can be opened again and is of the newest version', () => {
    record(entry('note', 'b1', { text: 'kept' }));
    here.db.close();
    here.db = openStore(dataFile(here.folder));
    expect(readAllEntries(here.db)).toHaveLength(1);
    expect(here.db.pragma('user_version', { simple: true })).toBe(newestVersion());
  });

  it('refuses a file that is not SQLite, and leaves it alone', () => {
    const file = join(here.folder, 'letter.sqlite');
    writeFileSync(file, 'Dear owner, your battery is well. '.repeat(50));
    expect(() => openStore(file)).toThrow('not a data file of Velvet Ember');
    expect(statSync(file).size).toBe(34 * 50);
  });

  it('refuses a database of another program', () => {
    const file = join(here.folder, 'other.sqlite');
    const other = new Database(file);
    other.exec('CREATE TABLE song (name TEXT)');
    other.close();
    expect(() => openStore(file)).toThrow('belongs to another program');
  });

  it('refuses one of a newer program and says which', () => {
    here.db.pragma(`user_version = ${newestVersion() + 7}`);
    here.db.close();
    expect(() => openStore(dataFile(here.folder))).toThrow(
      `written by a newer Velvet Ember (its version is ${newestVersion() + 7}`,
    );
    const raw = new Database(dataFile(here.folder));
    raw.pragma(`user_version = ${newestVersion()}`);
    raw.close();
    here.db = openStore(dataFile(here.folder));
  });

  it('lets no entry be changed or deleted', () => {
    record(entry('note', 'b1', { text: 'as it was' }));
    expect(() => here.db.prepare("UPDATE entry SET data = '{}'").run()).toThrow('only ever added');
    expect(() => here.db.prepare('DELETE FROM entry').run()).toThrow('only ever added');
  });
});

describe('recording', () => {
  it('takes an entry once, however often it is sent', () => {
    const one = entry('reading', 'b1', volts(12.5));
    const first = record(one);
    expect(first.outcome).toBe('recorded');
    expect(record({ ...one })).toEqual({ outcome: 'known', seq: 'seq' in first && first.seq });
    // The same content in another order of its fields, and the same instant written otherwise.
    const data = Object.fromEntries(Object.entries(one.data).reverse());
    const again = { ...one, at: '2027-01-14T09:00:00Z', data } as NewEntry;
    expect(record(again).outcome).toBe('known');
    expect(readAllEntries(here.db)).toHaveLength(1);
  });

  it('refuses the same id with other content, and keeps the first', () => {
    const one = entry('reading', 'b1', volts(12.5));
    record(one);
    expect(record({ ...one, data: volts(12.6) } as NewEntry).outcome).toBe('conflict');
    expect(
      readBatteryStates(here.db)
        .get('b1')!
        .readings.map((r) => r.volts),
    ).toEqual([12.5]);
  });

  it('strikes an entry once, and only one of its own subject', () => {
    const one = entry('reading', 'b1', volts(12.5));
    record(one);
    expect(record(entry('reading', 'b2', volts(12.4), { strikes: one.id }))).toMatchObject({
      outcome: 'conflict',
    });
    expect(record(entry('reading', 'b1', volts(12.4), { strikes: uuidv7() }))).toMatchObject({
      outcome: 'conflict',
    });
    const right = entry('reading', 'b1', volts(12.4), { strikes: one.id });
    expect(record(right).outcome).toBe('recorded');
    expect(record(entry('withdrawn', 'b1', { why: '' }, { strikes: one.id }))).toMatchObject({
      outcome: 'conflict',
      reason: expect.stringContaining('struck before') as string,
    });
    expect(
      readBatteryStates(here.db)
        .get('b1')!
        .readings.map((r) => r.volts),
    ).toEqual([12.4]);
    expect(readAllEntries(here.db)).toHaveLength(2);
  });

  it('puts an entry that arrives late into its place', () => {
    record(entry('reading', 'b1', volts(12.4), { at: '2027-01-14T08:00:00.000Z' }));
    record(
      entry(
        'charge-ended',
        'b1',
        { full: true, ampHours: null },
        { at: '2027-01-14T06:00:00.000Z' },
      ),
    );
    expect(readBatteryStates(here.db).get('b1')!.readings[0]!.restedHours).toBe(2);
  });

  it('keeps the rules by entries', () => {
    expect(readRuleBook(here.db)).toEqual({ rules: DEFAULT_RULES, version: 1, since: null });
    record(entry('rules-changed', HOUSE_RULES, { patch: { restHours: 12 } }));
    record(entry('rules-changed', HOUSE_RULES, { patch: { lineSocPct: { agm: 70 } } }));
    expect(readRuleBook(here.db)).toMatchObject({
      version: 3,
      rules: { restHours: 12, lineSocPct: { agm: 70, gel: 54 } },
    });
  });
});

/** An empty data file as it was at a version. */
function fileOfVersion(version: number): InstanceType<typeof Database> {
  here.db.close();
  for (const rest of ['', '-wal', '-shm']) rmSync(dataFile(here.folder) + rest, { force: true });
  const old = new Database(dataFile(here.folder));
  for (const name of readdirSync('store/migrations').sort().slice(0, version)) {
    old.exec(readFileSync(join('store/migrations', name), 'utf8'));
  }
  old.pragma(`application_id = ${APPLICATION_ID}`);
  old.pragma(`user_version = ${version}`);
  return old;
}

describe('a data file of the first version', () => {
  it('is brought up to date, and its states are folded anew', () => {
    const old = fileOfVersion(1);
    old.exec(`INSERT INTO vehicle VALUES ('v1', 'car', 'Calder 1500');
      INSERT INTO battery VALUES ('b1', 'B001', 'flooded', 12, 6, 55, 2021);`);
    insertEntry(old, entry('laid-up', 'v1', { bayId: 'bay-A1', collectOn: null }), NOW);
    const fitted = entry('fitted', 'b1', { vehicleId: 'v1', role: 'starter', place: '' });
    insertEntry(old, fitted, NOW);
    insertEntry(old, entry('reading', 'b1', volts(12.5)), NOW);
    old.exec(`INSERT INTO state VALUES ('battery', 'b1', 3, '{"vehicleId":"v1","readings":[]}')`);
    old.close();

    here.db = openStore(dataFile(here.folder));
    ensureStates(here.db);
    expect(here.db.pragma('user_version', { simple: true })).toBe(newestVersion());
    const state = readBatteryStates(here.db).get('b1')!;
    expect(state.readings).toHaveLength(1);
    expect(state).toMatchObject({ out: null, goneAt: null, plan: null });
    expect(readVehicles(here.db)[0]!.facts).toEqual(PLAIN_VEHICLE);
    expect(readBatteries(here.db)[0]!.details).toEqual(usualDetails('flooded'));
    expect(readAllEntries(here.db)).toHaveLength(3);
  });
});

describe('a data file whose door had a log of its own', () => {
  it('has it in the logbook, and its devices have a year for a new token', () => {
    const old = fileOfVersion(10);
    const at = Date.parse('2026-11-29T09:15:27.042Z');
    old.exec(`INSERT INTO person VALUES ('p1', 'Ida', 'manager', '-', 0, NULL);
      INSERT INTO paired VALUES ('d1', 'Office desk', '-', 0, NULL, 0, NULL);
      INSERT INTO door (at, what, person_id, paired_id, by_id) VALUES
        (${at}, 'signed-in', 'p1', 'd1', NULL), (${at + 1}, 'turned-away', NULL, 'd1', NULL),
        (${at + 2}, 'withdrawn', NULL, 'd1', 'p1');
      INSERT INTO hall (id, name, kind, walk_order) VALUES ('h1', 'Dye house', 'unheated', 1);
      INSERT INTO reporter (id, kind, name, charger_id, hall_id, every_minutes, token_hash, added_at)
        VALUES ('t1', 'thermometer', 'T1', NULL, 'h1', 60, '-', 0)`);
    old.close();
    here.db = openStore(dataFile(here.folder));
    // As this program would have written them, oldest first.
    for (const entry of readAllEntries(here.db)) {
      const { seq, recordedAt, ...sent } = entry;
      expect([seq > 0, recordedAt]).toEqual([true, entry.at]);
      expect(parseEntry(sent)).toEqual({ ok: true, entry: sent });
    }
    expect(readDoor(here.db).map(({ at, by, data }) => [at, by, data])).toEqual([
      ['2026-11-29T09:15:27.044Z', 'Ida', { what: 'withdrawn', who: null, on: 'Office desk' }],
      [
        '2026-11-29T09:15:27.043Z',
        'the door',
        { what: 'turned-away', who: null, on: 'Office desk' },
      ],
      ['2026-11-29T09:15:27.042Z', 'Ida', { what: 'signed-in', who: 'Ida', on: 'Office desk' }],
    ]);
    const left = readReporters(here.db)[0]!.tokenUntil - Date.now();
    expect(Math.round(left / MS_PER_DAY)).toBe(365);
  });
});

describe('master data', () => {
  it('is written, changed and read back', () => {
    const vehicle = { id: 'v1', kind: 'car' as const, name: 'Calder', facts: PLAIN_VEHICLE };
    putVehicle(here.db, vehicle);
    putVehicle(here.db, { ...vehicle, facts: { ...PLAIN_VEHICLE, earth: 'positive' } });
    expect(readVehicles(here.db, 'v1')[0]!.facts.earth).toBe('positive');
    putOwner(here.db, { id: 'o1', name: 'Ned Ashgill', contact: '' });
    putOwner(here.db, { id: 'o1', name: 'Ned Ashgill', contact: 'by note' });
    expect(readOwners(here.db)).toEqual([{ id: 'o1', name: 'Ned Ashgill', contact: 'by note' }]);
  });

  it('that makes no sense is refused', () => {
    const details = { ...usualDetails('agm'), coldCrankingAmps: 1 };
    const battery = {
      id: 'b1',
      mark: 'B001',
      chemistry: 'agm' as const,
      nominalVolts: 12,
      cells: 6,
      capacityAh: 60,
      fittedYear: null,
    };
    expect(() => putBattery(here.db, { ...battery, details })).toThrow(/10 A/);
    expect(() => putOwner(here.db, { id: 'o', name: ' ', contact: '' })).toThrow();
  });
});

describe('the cache of the folds', () => {
  it('can be rebuilt from the entries to the letter', () => {
    record(entry('laid-up', 'v1', { bayId: 'bay-A1', collectOn: null }));
    record(entry('fitted', 'b1', { vehicleId: 'v1', role: 'starter', place: '' }));
    record(entry('reading', 'b1', volts(12.6)));
    record(entry('outing', 'v1', { minutes: 9 }, { at: '2027-01-14T07:00:00.000Z' }));
    record(entry('lamp', 'b2', { state: 'dark' }));
    const batteries = readBatteryStates(here.db);
    const vehicles = readVehicleStates(here.db);
    // The outing of the vehicle disturbed the battery's rest.
    expect(batteries.get('b1')!.readings[0]!.restedHours).toBe(2);
    here.db.prepare("UPDATE state SET data = '{}', seq = 0").run();
    rebuildStates(here.db);
    expect(readBatteryStates(here.db)).toEqual(batteries);
    expect(readVehicleStates(here.db)).toEqual(vehicles);
  });
});
