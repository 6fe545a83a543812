import fc from 'fast-check';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { v7 as uuidv7 } from 'uuid';
import { usualDetails } from '../../core/battery/usual-details';
import { makeEntry } from '../../core/logbook/entry';
import { PLAIN_VEHICLE } from '../../core/stay/usual';
import { readAllEntries } from '../entries';
import { dataFile, openStore, type Db } from '../open';
import { recordEntry } from '../record';
import {
  putBay,
  addHall,
  putBattery,
  putOwner,
  putVehicle,
  readHalls,
  readOwners,
  writeSite,
} from '../site';
import { readBatteryStates, readVehicleStates } from '../states';
import { putCircuit, putOutlet, readStock } from '../stock';
import { readArchive, takeArchive, type Clash, type ClashAnswer } from './read';
import { ARCHIVED } from './tables';
import { archiveLines } from './write';

let folder: string;
let n = 0;
const opened: Db[] = [];
const empty = () => {
  const db = openStore(join(folder, `${n++}`, 'velvet-ember.sqlite'));
  opened.push(db);
  return db;
};
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'velvet-archive-'));
});
afterEach(() => {
  for (const db of opened.splice(0)) db.close();
  rmSync(folder, { recursive: true });
});

const never = (clash: Clash): ClashAnswer => {
  throw new Error(`asked: ${clash.words}`);
};
const lines = (db: Db) => [...archiveLines(db)];
const into = (db: Db, from: readonly string[], ask = never) =>
  takeArchive(db, readArchive(from), ask);
const NOW = '2027-01-14T09:00:00.000Z';
const monthly = Array.from({ length: 12 }, () => 4);

interface Drawn {
  readonly names: readonly string[];
  readonly notes: readonly string[];
  readonly volts: readonly number[];
}

/** A small site of drawn names, notes and readings. */
function siteOf({ names, notes, volts }: Drawn, prefix = 'a'): Db {
  const db = empty();
  writeSite(db, {
    ...{ name: `${prefix} site`, timeZone: 'Europe/Paris' },
    ...{ seasonStart: '2026-10-20', seasonEnd: '2027-04-20' },
    climate: { meanCelsius: monthly, coldNightCelsius: monthly },
  });
  const hall = { id: 'hall-A', name: `Hall ${prefix}`, note: '', walkOrder: 0 };
  addHall(db, { ...hall, kind: 'unheated', setpointCelsius: null });
  names.forEach((name, i) => {
    const [vehicle, battery] = [`${prefix}-vehicle-${i}`, `${prefix}-battery-${i}`];
    const mark = `A${i + 1}`;
    putBay(db, { id: `bay-${mark}`, hallId: 'hall-A', mark, rowMark: 'A', walkOrder: i });
    putVehicle(db, { id: vehicle, kind: 'car', name: name || 'x', facts: PLAIN_VEHICLE });
    putOwner(db, {
      id: `${prefix}-owner-${i}`,
      name: `${prefix}${i} ${name}`.slice(0, 80),
      contact: name,
    });
    putBattery(db, {
      ...{ id: battery, mark: `${prefix}${i}`, chemistry: 'agm', nominalVolts: 12, cells: 6 },
      ...{ capacityAh: 60.5, fittedYear: null, details: usualDetails('agm') },
    });
    const record = (entry: ReturnType<typeof makeEntry>) =>
      expect(recordEntry(db, entry, NOW)).toMatchObject({ outcome: 'recorded' });
    const about = (subjectId: string) => ({
      ...{ id: uuidv7(), at: Date.parse(NOW), by: 'Ida', subjectId },
    });
    record(makeEntry('laid-up', about(vehicle), { bayId: `bay-${mark}`, collectOn: null }));
    record(
      makeEntry('fitted', about(battery), { vehicleId: vehicle, role: 'starter', place: name }),
    );
    for (const text of notes) record(makeEntry('note', about(battery), { text }));
    for (const one of volts) {
      const reading = { volts: one, celsius: null, restedHours: 48, confirmed: true };
      record(makeEntry('reading', about(battery), reading));
    }
  });
  return db;
}
const text = fc
  .string({ unit: 'grapheme', minLength: 1, maxLength: 40 })
  .filter((one) => one.trim() !== '');
const drawn: fc.Arbitrary<Drawn> = fc.record({
  names: fc.array(
    text.map((one) => one.replace(/[\p{Cc}\u2028\u2029]/gu, ' ').trim() || 'x'),
    {
      minLength: 1,
      maxLength: 3,
    },
  ),
  notes: fc.array(
    text.map((one) => one.trim()),
    { maxLength: 3 },
  ),
  volts: fc.array(fc.double({ min: 0, max: 100, noNaN: true }), { maxLength: 4 }),
});

test('taken out, in, and out again, a site is the same to the byte, whatever was written in it', () => {
  fc.assert(
    fc.property(drawn, (site) => {
      const out = lines(siteOf(site));
      const other = empty();
      into(other, out);
      expect(lines(other)).toEqual(out);
    }),
    { numRuns: 25 },
  );
});

test('so is the demo, with its traces, plans and photographs, and what follows from it', () => {
  cpSync(process.env.EMBER_DEMO_TEMPLATE!, join(folder, 'demo'), { recursive: true });
  const demo = openStore(dataFile(join(folder, 'demo')));
  opened.push(demo);
  const out = lines(demo);
  const other = empty();
  into(other, out);
  expect(lines(other)).toEqual(out);
  expect(readAllEntries(other).length).toBe(readAllEntries(demo).length);
  expect(readBatteryStates(other)).toEqual(readBatteryStates(demo));
  expect(readVehicleStates(other)).toEqual(readVehicleStates(demo));
});

test('taken twice, nothing is here twice', () => {
  const out = lines(siteOf({ names: ['Calder 1500'], notes: ['dry'], volts: [12.5] }));
  const other = empty();
  into(other, out);
  expect(into(other, out)).toMatchObject({ added: 0 });
  expect(lines(other)).toEqual(out);
});

test('no key, session, passphrase or hash of a secret is in it', () => {
  const db = siteOf({ names: ['Calder 1500'], notes: [], volts: [] });
  db.exec(`INSERT INTO person VALUES ('p', 'Ida', 'manager', 'SECRET-1', 0, NULL);
           INSERT INTO paired VALUES ('d', 'phone', 'SECRET-2', 0, 'p', 0, NULL);
           INSERT INTO session VALUES ('SECRET-3', 'p', 'd', 0, 0, 'SECRET-4', NULL);
           INSERT INTO reporter VALUES ('r', 'thermometer', 'T', NULL, 'hall-A', 10, 'SECRET-5', 0, 99);
           INSERT INTO calendar_address VALUES ('SECRET-6', 'p', 0);`);
  const out = lines(db);
  expect(out.join('\n')).not.toContain('SECRET');
  const other = empty();
  into(other, out);
  expect(lines(other)).toEqual(out);
});

test('every table is in it, or is left out for a reason', () => {
  const left = [
    // Secrets, and who is at the door.
    ...['paired', 'pairing_code', 'session', 'attempt', 'calendar_address', 'owner_link'],
    // Folded anew, or of this file alone.
    ...['state', 'bay_taken', 'channel_taken', 'hall_day_version', 'backup_seal', 'demo_clock'],
    // A test that is running; what can be taken back for a day.
    ...['bench_test', 'bench_piece', 'brought'],
    // For those alone who practised.
    ...['practice_sheet', 'practised'],
  ];
  const tables = empty()
    .prepare("SELECT name FROM sqlite_schema WHERE type = 'table' AND name NOT LIKE 'sqlite_%'")
    .pluck()
    .all();
  expect([...ARCHIVED.map(({ table }) => table), ...left].sort()).toEqual(tables.sort());
});

describe('a site that has data already', () => {
  const mine = { names: ['Calder 1500', 'Fennick'], notes: ['dry'], volts: [12.5] };
  const theirs = { names: ['Brack 26'], notes: ['damp'], volts: [12.4] };

  it('asks about what cannot both be here; both halls stay, each with its own vehicles', () => {
    const db = siteOf(mine, 'a');
    const asked: string[] = [];
    const taken = into(db, lines(siteOf(theirs, 'b')), (clash) => {
      asked.push(clash.kind);
      return clash.answers.includes('both') ? 'both' : 'keep';
    });
    expect(asked).toEqual(['site', 'hall', 'bay']);
    expect(taken.kept).toBe(1);
    expect(readHalls(db).map(({ name }) => name)).toEqual(['Hall a', 'Hall b']);
    const states = readVehicleStates(db);
    expect(states.get('a-vehicle-0')!.bayId).toBe('bay-A1');
    expect(states.get('b-vehicle-0')!.bayId).toBe('bay-A1-2');
    expect(readBatteryStates(db).get('b-battery-0')!.readings).toHaveLength(1);
  });

  it('keeps who is here where a name is the same, and what leans on them leans on those', () => {
    const db = siteOf(mine, 'a');
    const [owner] = readOwners(db);
    const other = siteOf({ ...theirs, names: ['Calder 1500'] }, 'b');
    other.prepare('UPDATE owner SET name = ?').run(owner!.name);
    const terms = { keys: 'owner', keyPlace: '', consent: 'ask', priceLimit: null } as const;
    const about = { id: uuidv7(), at: Date.parse(NOW), by: 'Ida', subjectId: 'b-vehicle-0' };
    recordEntry(other, makeEntry('agreed', about, { ...terms, ownerId: 'b-owner-0' }), NOW);
    into(db, lines(other), ({ kind, answers }) =>
      kind !== 'owner' && answers.includes('both') ? 'both' : 'keep',
    );
    expect(readOwners(db)).toHaveLength(2);
    expect(readVehicleStates(db).get('b-vehicle-0')!.terms.ownerId).toBe(owner!.id);
  });

  it('is left as it was where an entry says something else, or a question is not answered', () => {
    const db = siteOf(mine, 'a');
    const before = lines(db);
    const lied = before.map((line) => line.replace('"dry"', '"wet"'));
    expect(() => into(db, lied, () => 'keep')).toThrow('says something else');
    expect(() => into(db, lines(siteOf(theirs, 'b')))).toThrow('asked');
    expect(lines(db)).toEqual(before);
  });
});

it('one of an older program is taken in: what it does not know is as it was then', () => {
  const db = siteOf({ names: ['Calder 1500'], notes: [], volts: [] });
  const circuit = { id: 'c', hallId: readHalls(db)[0]!.id, name: 'North', amps: 16 };
  putCircuit(db, circuit);
  putOutlet(db, { ...circuit, id: 'o', circuitId: 'c', name: 'K1', bays: [], post: true });
  const older = lines(db).map((line) => {
    const said = JSON.parse(line) as Record<string, unknown>;
    if (said.line === 'outlet') delete said.post;
    if (said.line === 'hall') delete said.place;
    return JSON.stringify(said);
  });
  const fresh = empty();
  into(fresh, older);
  expect(readStock(fresh).outlets).toMatchObject([{ name: 'K1', post: false }]);
  expect(readHalls(fresh)[0]!.place).toBeNull();
});

describe('an archive that is not one', () => {
  const good = () => lines(siteOf({ names: ['Calder 1500'], notes: ['dry'], volts: [12.5] }));
  const at = (line: number, to: (text: string) => string) =>
    good().map((text, i) => (i === line - 1 ? to(text) : text));
  it.each([
    ['has no heading', () => good().slice(1), 'Line 1 of the archive: no heading'],
    [
      'is of another version',
      () => at(1, () => '{"line":"archive","of":"velvet-ember","version":9}'),
      'version 1',
    ],
    [
      'is cut off in a line',
      () => at(5, (text) => text.slice(0, -4)),
      'Line 5 of the archive: it is no JSON',
    ],
    [
      'has a line of no kind',
      () => at(3, () => '{"line":"teapot"}'),
      '“teapot” is no kind of line',
    ],
    ['has a field too many', () => at(2, (text) => text.replace('{', '{"more":1,')), 'Line 2'],
    [
      'has volts that none has',
      () => good().map((text) => text.replace('"volts":12.5', '"volts":-3')),
      'data.volts: volts are 0 or more',
    ],
    ['is empty', () => [], 'not even a heading'],
  ])('%s: it is refused with the line, and nothing is taken', (_, broken, reason) => {
    const db = empty();
    expect(() => into(db, broken())).toThrow(reason);
    expect(lines(db)).toHaveLength(1);
  });
});
