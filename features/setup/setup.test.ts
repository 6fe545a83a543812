import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { readSite } from '../../store/site';
import { readRuleBook } from '../../store/states';
import { newEntry } from '../logbook/new-entry';
import { handlePostEntry } from '../logbook/post-entry';
import { db } from '../server/store';
import { answer, request } from '../server/demo-server.fixture';
import { postSetup } from './post-setup';

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'velvet-setup-'));
  process.env.EMBER_DATA = folder;
});
afterAll(() => {
  db().close();
  rmSync(folder, { recursive: true, force: true });
  delete process.env.EMBER_DATA;
});

const SETUP = {
  name: 'Old Barn',
  timeZone: 'Europe/London',
  seasonStart: `${new Date().getUTCFullYear()}-10-15`,
  seasonEnd: `${new Date().getUTCFullYear() + 1}-04-30`,
  climate: 'inland',
  halls: [{ name: 'Barn', kind: 'unheated', setpointCelsius: null, rows: ['A1–A3'] }],
};
const setUp = (more: object = {}) => answer(postSetup(request({ ...SETUP, ...more })));
const currency = () => readRuleBook(db()).rules.currency;

test('a site is set up in its own money, and anew while nothing happened there', async () => {
  expect(await setUp()).toMatchObject({ status: 200 });
  expect(currency()).toBe('EUR');
  expect(await setUp({ currency: 'GBP' })).toMatchObject({ status: 200 });
  expect(currency()).toBe('GBP');
  expect(await setUp({ currency: 'USD', name: 'New Barn' })).toMatchObject({ status: 200 });
  expect(currency()).toBe('USD');
  expect(readSite(db())?.name).toBe('New Barn');
});

test('what is no currency is refused in words', async () => {
  const refused = await setUp({ currency: 'pounds' });
  expect(refused.status).toBe(400);
  expect(refused.reason).toMatch(/currency.*three capitals/);
});

test('once something is noted there, it is not set up again', async () => {
  const note = newEntry('power-cut', 'hall-1', Date.now() - 60_000, { note: '' });
  const noted = await answer(handlePostEntry(request(note)));
  expect(noted).toMatchObject({ status: 200 });
  expect(await setUp()).toMatchObject({ status: 409 });
});
