import Database from 'better-sqlite3';
import { existsSync, mkdtempSync, readFileSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { examine } from './doctor';
import { readAllEntries } from './entries';
import { APPLICATION_ID, dataFile, newestVersion, olderFile, openStore } from './open';
import { readVehicles } from './site';
import { readBatteryStates, rebuildStates } from './states';
import { damageIn } from './open';

const FOLDER = 'store/migrations';
const files = readdirSync(FOLDER)
  .filter((name) => name.endsWith('.sql'))
  .sort();
const versionOf = (name: string) => Number(name.slice(0, 4));
/** This state and each of the last five before it. */
const VERSIONS = files.map(versionOf).slice(-6);

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'velvet-older-'));
});
afterEach(() => rmSync(folder, { recursive: true }));

/** The demo in a data file as a program of that version had it. */
function demoOfVersion(version: number): string {
  const file = dataFile(folder);
  const db = new Database(file);
  for (const name of files.filter((one) => versionOf(one) <= version)) {
    db.exec(readFileSync(join(FOLDER, name), 'utf8'));
  }
  db.pragma(`user_version = ${version}`);
  db.pragma(`application_id = ${APPLICATION_ID}`);
  db.prepare('ATTACH ? AS demo').run(dataFile(process.env.EMBER_SOME_TEMPLATE!));
  const tables = db
    .prepare(
      "SELECT name FROM main.sqlite_schema WHERE type = 'table' AND name NOT LIKE 'sqlite_%'",
    )
    .pluck()
    .all() as string[];
  db.pragma('foreign_keys = OFF');
  for (const table of tables) {
    const columns = (schema: string) =>
      db.prepare(`SELECT name FROM pragma_table_info(?, ?)`).pluck().all(table, schema) as string[];
    const common = columns('main').filter((name) => columns('demo').includes(name));
    if (common.length === 0) continue;
    db.exec(
      `INSERT OR REPLACE INTO main.${table} (${common.join(', ')})
       SELECT ${common.join(', ')} FROM demo.${table}`,
    );
  }
  db.close();
  return file;
}

it.each(VERSIONS)(
  'a data file of version %i is brought up to date, with every entry and vehicle',
  (version) => {
    const file = demoOfVersion(version);
    const db = openStore(file);
    expect(db.pragma('user_version', { simple: true })).toBe(newestVersion());
    expect(damageIn(db)).toBeNull();
    const demo = openStore(dataFile(process.env.EMBER_SOME_TEMPLATE!));
    expect(readAllEntries(db)).toEqual(readAllEntries(demo));
    expect(readVehicles(db)).toEqual(readVehicles(demo));
    rebuildStates(db);
    expect(readBatteryStates(db)).toEqual(readBatteryStates(demo));
    expect(examine(db).flatMap(({ wrong }) => wrong)).toEqual([]);
    demo.close();
    db.close();
  },
);

it('a copy of an older file is kept as it was, once, and is not written over', () => {
  const older = newestVersion() - 1;
  const file = demoOfVersion(older);
  openStore(file).close();
  const kept = olderFile(file, older);
  const copy = new Database(kept, { readonly: true });
  expect(copy.pragma('user_version', { simple: true })).toBe(older);
  copy.close();
  const bytes = readFileSync(kept);
  openStore(file).close();
  expect(readFileSync(kept)).toEqual(bytes);
});

it('of a new file, and of one that is as it should be, no copy is made', () => {
  openStore(dataFile(folder)).close();
  openStore(dataFile(folder)).close();
  expect(readdirSync(folder).filter((name) => name.includes('of-version'))).toEqual([]);
  expect(existsSync(dataFile(folder))).toBe(true);
});
