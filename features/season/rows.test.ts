import type { Strip } from '../../core/schedule/strips';
import { NO_FILTER, heightOf, rowsOf, type Filter } from './rows';

const halls = [
  { id: 'carding', name: 'Carding Hall' },
  { id: 'dye', name: 'Dye House' },
];
const strip = (battery: string, hall: string, charges: number): Strip =>
  ({ battery, hall, charges: Array(charges).fill({}) }) as unknown as Strip;
const strips = [
  strip('battery-1', 'dye', 0),
  strip('battery-2', 'carding', 2),
  strip('battery-3', 'dye', 1),
];
const names: Readonly<Record<string, { bayMark: string; name: string }>> = {
  'battery-1': { bayMark: 'D1', name: 'Osier 42' },
  'battery-2': { bayMark: 'C13', name: 'Tarn 400 twin' },
};
const rows = (filter: Partial<Filter> = {}, wanting = new Set(['battery-3'])) =>
  rowsOf(strips, halls, (id) => names[id] as never, wanting, { ...NO_FILTER, ...filter });
const shown = (filter: Partial<Filter> = {}) =>
  rows(filter).rows.map((row) => (row.kind === 'hall' ? row.name : row.strip.battery));

test('hall by hall in walking order, each under its name', () => {
  expect(shown()).toEqual(['Carding Hall', 'battery-2', 'Dye House', 'battery-1', 'battery-3']);
  expect(rows().shown).toBe(3);
});

test('a hall of which nothing is shown has no heading', () => {
  expect(shown({ hall: 'dye' })).toEqual(['Dye House', 'battery-1', 'battery-3']);
  expect(shown({ find: 'tarn c13' })).toEqual(['Carding Hall', 'battery-2']);
  expect(shown({ find: 'nobody' })).toEqual([]);
});

test('found by any of its words, whatever their case; one without a name by its id', () => {
  expect(shown({ find: 'OSIER' })).toContain('battery-1');
  expect(shown({ find: 'battery-3' })).toContain('battery-3');
});

test('only those that are charged, or left wanting', () => {
  expect(shown({ only: 'charged' })).toEqual([
    'Carding Hall',
    'battery-2',
    'Dye House',
    'battery-3',
  ]);
  expect(shown({ only: 'wanting' })).toEqual(['Dye House', 'battery-3']);
});

test('a heading is higher than a line', () => {
  const [hall, battery] = rows().rows;
  expect(heightOf(hall!)).toBeGreaterThan(heightOf(battery!));
});
