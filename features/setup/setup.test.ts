import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { readSite } from '../../store/site';
import { CHARGER_KINDS, CHARGER_KIND_IDS } from '../../core/site/charger-kinds';
import { Charger } from '../../core/site/charging-equipment';
import { dayName, toDay } from '../../core/day';
import { readHallSpans } from '../../store/temperatures';
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

const YARD_POST = {
  ...{ name: 'Yard', hall: 0, amps: 16, outlets: 2, outletAmps: 16, reach: 'A1-A2', post: true },
};

test('fuses, outlets and hook-up posts are there from the start, in halls that are drawn', async () => {
  const wall = { ...YARD_POST, name: 'North wall', outlets: 1, reach: '', post: false };
  expect(await setUp({ circuits: [YARD_POST, wall] })).toMatchObject({ status: 200 });
  const { circuits, outlets } = readStock(db());
  expect(circuits.map(({ name, amps, hallId }) => [name, amps, hallId])).toEqual([
    ['North wall', 16, 'hall-1'],
    ['Yard', 16, 'hall-1'],
  ]);
  expect(outlets.map(({ name, bays, post }) => [name, bays, post])).toEqual([
    ['North wall', [], false],
    ['Yard 1', ['A1', 'A2'], true],
    ['Yard 2', ['A1', 'A2'], true],
  ]);
  const why = async (more: object) =>
    (await setUp({ circuits: [{ ...YARD_POST, ...more }] })).reason;
  expect(await why({ reach: 'A9' })).toMatch(/no bay A9 in this hall/);
  expect(await why({ hall: 3 })).toMatch(/in which hall/);
  expect(await why({ reach: 'A1–B4' })).toMatch(/no two ends/);
  expect((await setUp({ circuits: [YARD_POST, YARD_POST] })).reason).toMatch(/has this already/);
  // Set up anew, there are none of before.
  expect(await setUp()).toMatchObject({ status: 200 });
  expect(readStock(db())).toMatchObject({ circuits: [], outlets: [] });
});

/** So many days from one of January on, as warm as that. */
const daysOf = (count: number, mean: number) =>
  Array.from({ length: count }, (_, i) => ({
    date: dayName(toDay('2025-01-01') + i),
    ...{ mean, min: mean - 4 },
  }));

test('past winters outdoors take the place of the usual one, month by month', async () => {
  const usual = readSite(db())!.climate.meanCelsius;
  const temperatures = [{ hall: null, days: daysOf(31, -6) }];
  expect(await setUp({ temperatures })).toMatchObject({ status: 200 });
  expect(readSite(db())!.climate.meanCelsius).toEqual([-6, ...usual.slice(1)]);
  expect(await setUp({ temperatures: [{ hall: null, days: daysOf(9, -6) }] })).toMatchObject({
    status: 422,
    reason: expect.stringContaining('twenty days') as string,
  });
  expect((await setUp({ temperatures: [...temperatures, ...temperatures] })).reason).toMatch(
    /there already/,
  );
  expect((await setUp({ temperatures: [{ hall: 4, days: daysOf(9, 1) }] })).reason).toMatch(
    /of which hall/,
  );
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

test('the record of a hall’s thermometer comes with the hall', async () => {
  expect(await setUp({ temperatures: [{ hall: 0, days: daysOf(40, 3) }] })).toMatchObject({
    status: 200,
  });
  expect(readHallSpans(db())).toMatchObject([{ hallId: 'hall-1', from: '2025-01-01', days: 40 }]);
});

test('once something is noted there, it is not set up again', async () => {
  const note = newEntry('power-cut', 'hall-1', Date.now() - 60_000, { note: '' });
  const noted = await answer(handlePostEntry(request(note)));
  expect(noted).toMatchObject({ status: 200 });
  expect(await setUp()).toMatchObject({ status: 409 });
});
