import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { readSite } from '../../store/site';
import { CHARGER_KINDS, CHARGER_KIND_IDS } from '../../core/site/charger-kinds';
import { Charger } from '../../core/site/charging-equipment';
import { readRuleBook } from '../../store/states';
import { readLatitude, readStock } from '../../store/stock';
import { newEntry } from '../logbook/new-entry';
import { handlePostEntry } from '../logbook/post-entry';
import { db } from '../server/store';
import { answer, request } from '../server/demo-server.fixture';
import { postSetup } from './post-setup';
import { usualIn } from './usual-in';

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
  expect(await setUp({ rules: { currency: 'GBP' } })).toMatchObject({ status: 200 });
  expect(currency()).toBe('GBP');
  expect(await setUp({ rules: { currency: 'USD' }, name: 'New Barn' })).toMatchObject({
    status: 200,
  });
  expect(currency()).toBe('USD');
  expect(readSite(db())?.name).toBe('New Barn');
});

test('what was asked first holds from the start: rounds, units, latitude, chargers', async () => {
  const rules = { roundWeekdays: ['tue', 'fri'], roundMinutes: 120, temperatureUnit: 'fahrenheit' };
  const chargers = { maintainer: 12, manual: 1, multi: 0 };
  expect(await setUp({ rules, latitude: 53.7, chargers })).toMatchObject({ status: 200 });
  expect(readRuleBook(db()).rules).toMatchObject({ ...rules, currency: 'USD', weekBegins: 'mon' });
  expect(readLatitude(db())).toBe(53.7);
  const stock = readStock(db()).chargers;
  expect(stock).toHaveLength(13);
  expect(stock.filter(({ automatic }) => !automatic).map(({ name }) => name)).toEqual(['Manual 1']);
  // A manual one stays on by itself nowhere; each wakes in what it has (checked as it is read).
  expect(stock.filter(({ maintains }) => maintains)).toHaveLength(12);
  // Set up anew, there are those that were counted anew, and no more.
  expect(await setUp({ chargers: { lithium: 2 } })).toMatchObject({ status: 200 });
  expect(readStock(db()).chargers.map(({ name }) => name)).toEqual(['Lithium 1', 'Lithium 2']);
  expect(await setUp({ chargers: { lithium: 41 } })).toMatchObject({ status: 400 });
  expect(await setUp({ latitude: 91 })).toMatchObject({ status: 400 });
});

test('each kind of charger is one that the stock can hold', () => {
  for (const kind of CHARGER_KIND_IDS) {
    const { facts, name } = CHARGER_KINDS[kind];
    const whole = { ...facts, id: kind, name, hallId: 'h' };
    expect(Charger.safeParse(whole)).toMatchObject({ success: true });
  }
});

test('units and weeks are those of where the browser is at home', () => {
  const metric = { temperatureUnit: 'celsius', measureUnit: 'metric' };
  expect(usualIn('en-GB')).toEqual({ ...metric, weekBegins: 'mon' });
  expect(usualIn('en-US')).toEqual({
    ...{ temperatureUnit: 'fahrenheit', measureUnit: 'us', weekBegins: 'sun' },
  });
  expect(usualIn('ar-EG')).toEqual({ ...metric, weekBegins: 'sat' });
  expect(usualIn('de')).toEqual({ ...metric, weekBegins: 'mon' });
  expect(usualIn('no language')).toEqual({ ...metric, weekBegins: 'mon' });
});

test('what is no currency is refused in words', async () => {
  const refused = await setUp({ rules: { currency: 'pounds' } });
  expect(refused.status).toBe(400);
  expect(refused.reason).toMatch(/currency.*three capitals/);
});

test('once something is noted there, it is not set up again', async () => {
  const note = newEntry('power-cut', 'hall-1', Date.now() - 60_000, { note: '' });
  const noted = await answer(handlePostEntry(request(note)));
  expect(noted).toMatchObject({ status: 200 });
  expect(await setUp()).toMatchObject({ status: 409 });
});
