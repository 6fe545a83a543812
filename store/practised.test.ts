import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { dataFile, openStore } from './open';
import { keepSheet, readSheet, writePractised } from './practised';

const folder = mkdtempSync(join(tmpdir(), 'velvet-practised-'));
afterAll(() => rmSync(folder, { recursive: true }));

test('a sheet is kept by choice alone, for each person their own, and goes with all that is on it', () => {
  const db = openStore(dataFile(folder));
  expect(writePractised(db, 'ida', 'read', 5)).toBe(false);
  expect(readSheet(db, 'ida')).toBeNull();
  keepSheet(db, 'ida', true, 6);
  keepSheet(db, null, true, 6);
  expect(writePractised(db, 'ida', 'read', 7)).toBe(true);
  writePractised(db, 'ida', 'draw', 8);
  writePractised(db, 'ida', 'read', 9);
  keepSheet(db, 'ida', true, 10);
  expect(readSheet(db, 'ida')).toEqual([
    { task: 'draw', times: 1, at: 8 },
    { task: 'read', times: 2, at: 9 },
  ]);
  expect(readSheet(db, null)).toEqual([]);
  expect(readSheet(db, 'bo')).toBeNull();
  keepSheet(db, 'ida', false, 11);
  expect(readSheet(db, 'ida')).toBeNull();
  expect(db.prepare('SELECT count(*) FROM practised').pluck().get()).toBe(0);
  db.close();
});
