import { parse } from 'csv-parse/sync';
import { readAllEntries } from '../../store/entries';
import { readVehicles } from '../../store/site';
import { readBatteryStates } from '../../store/states';
import { seasonPlan } from '../season/keeper';
import { newEntry } from '../logbook/new-entry';
import { handlePostEntry } from '../logbook/post-entry';
import { NOW, answer, demoSite, request, site } from '../server/demo-server.fixture';
import { db } from '../server/store';
import { csvOf } from './csv';
import { getTakeOut } from './routes';
import { TABLES, TABLE_NAMES, type TableName } from './tables';

demoSite();
beforeAll(() => seasonPlan(site()));

const textOf = (name: TableName) => [...csvOf(db(), name)].join('');
const rowsOf = (name: TableName) =>
  parse(textOf(name), { columns: true, bom: true }) as Record<string, string>[];

it.each(TABLE_NAMES)('%s.csv has as many cells in every row as in its head', (name) => {
  const rows = parse(textOf(name), { bom: true });
  expect(rows[0]).toEqual(TABLES[name].header);
  // None is condemned in the demo.
  if (name !== 'condemned') expect(rows.length).toBeGreaterThan(1);
});

it('has every entry, vehicle and reading, figures with their units in the head', () => {
  site();
  expect(rowsOf('logbook')).toHaveLength(readAllEntries(db()).length);
  expect(rowsOf('vehicles')).toHaveLength(readVehicles(db()).length);
  const readings = [...readBatteryStates(db()).values()].flatMap((state) => state.readings);
  const rows = rowsOf('readings');
  expect(rows).toHaveLength(readings.length);
  const sum = (all: readonly number[]) => all.reduce((total, one) => total + one, 0);
  expect(sum(rows.map((row) => Number(row['Volts, V'])))).toBeCloseTo(
    sum(readings.map(({ volts }) => volts)),
    6,
  );
});

// RFC 4180, 2.6 and 2.7: quotes are doubled, line ends stand within quotes; lines end in CR LF.
it('brings quotes, commas, line ends and formulas through unharmed, and reckons nothing', async () => {
  const odd = ['=1+2', '+49 30', '-dry', '@home', 'a "quoted", word\nand a line'];
  for (const text of odd) {
    const said = await answer(
      handlePostEntry(request(newEntry('note', 'battery-001', NOW, { text }))),
    );
    expect(said).toMatchObject({ status: 200 });
  }
  const values = rowsOf('logbook').map((row) => row.Value);
  for (const text of odd.slice(0, 4)) expect(values).toContain(`'${text}`);
  expect(values).toContain(odd[4]);
  expect(textOf('logbook')).toMatch(/\r\n$/);
});

it('leaves figures below nothing as figures', () => {
  const cold = rowsOf('temperatures').map((row) => row['Lowest, °C']!);
  expect(cold.some((one) => one.startsWith('-'))).toBe(true);
  expect(cold.some((one) => one.startsWith("'"))).toBe(false);
});

it('is there to be fetched, the archive too; another name is refused with those that there are', async () => {
  const archive = getTakeOut('archive.jsonl');
  const lines = (await archive.text()).trim().split('\n');
  expect(JSON.parse(lines[0]!)).toMatchObject({ line: 'archive', version: 1 });
  expect(lines.filter((line) => line.startsWith('{"line":"entry"'))).toHaveLength(
    readAllEntries(db()).length,
  );
  expect(await answer(Promise.resolve(getTakeOut('teapot.csv')))).toMatchObject({ status: 404 });
});
