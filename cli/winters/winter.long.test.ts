import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { DEFAULT_RULES } from '../../core/rules/rules';
import { makeDemo } from '../../demo/make';
import { DEMO_NOW, DEMO_SEED } from '../../demo/site';
import { loadSite } from '../../features/site/load';
import { dataFile, openStore, type Db } from '../../store/open';
import { readBays, readHalls } from '../../store/site';
import { readStock } from '../../store/stock';
import { setUpAs, worldOf } from './own-site';
import { winter } from './winter';

const BAYS = ['C1', 'C2', 'B4'];
const NOW = Date.parse(DEMO_NOW);
const folder = mkdtempSync(join(tmpdir(), 'velvet-winters-'));
let db: Db;
beforeAll(() => {
  makeDemo(folder, DEMO_SEED, BAYS);
  db = openStore(dataFile(folder));
});
afterAll(() => {
  db.close();
  rmSync(folder, { recursive: true });
});

test('a site is played as it stands: its batteries, draws, halls, chargers and days', () => {
  const loaded = loadSite(db, NOW)!;
  const world = worldOf(loaded, loaded.rules, 'heddle');
  expect(world.arriving.map(({ bay, keeping }) => [bay, keeping]).sort()).toEqual([
    ['B4', 'connected'],
    ['C1', 'connected'],
    ['C2', 'maintainer'],
  ]);
  const b4 = world.arriving.find(({ bay }) => bay === 'B4')!;
  expect(b4.collect).toBe('2027-04-02');
  expect(b4.batteries[0]!.spec).toMatchObject({ chemistry: 'flooded', ah: 55, volts: 12 });
  expect(world.stock.chargers.filter(({ name }) => name.startsWith('Heddle'))).toHaveLength(2);

  // An empty file that has what the site has, and nothing of what happened there.
  const fresh = mkdtempSync(join(tmpdir(), 'velvet-fresh-'));
  const other = openStore(dataFile(fresh));
  setUpAs(loaded, world, db)(other);
  expect(readHalls(other)).toEqual(readHalls(db));
  expect(readBays(other)).toEqual(readBays(db));
  expect(readStock(other).chargers).toHaveLength(readStock(db).chargers.length + 1);
  expect(loadSite(other, NOW)!.stays).toEqual([]);
  other.close();
  rmSync(fresh, { recursive: true });
});

test('a winter by other rules is the same winter kept otherwise, and the site does not change', () => {
  const of = (patch: object) =>
    winter({
      ...{ of: 'site', folder, now: NOW, seed: 12, oneMore: null },
      patch: { roundWeekdays: ['mon'], ...patch },
    });
  const [asIs, often] = [of({}), of({ readingDays: 14 })];
  expect(asIs.batteries).toBe(3);
  expect(asIs.ready + asIs.advised + asIs.letDown).toBe(3);
  expect(often.readings).toBeGreaterThan(asIs.readings);
  expect(often.minutes).toBeGreaterThan(asIs.minutes);
  expect(loadSite(db, NOW)!.rules).toEqual(DEFAULT_RULES);
});
