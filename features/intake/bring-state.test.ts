import { bringReducer, type BringState } from './bring-state';
import { rowsOfText } from './rows-of-text';

const TEXT = 'Bay;Vehicle;Volts;Checked\nA1;Wick 650;12,6;3/1/2027\nA2;Osier 30";12,4;4/1/2027\n';
const begun = async (text = TEXT): Promise<BringState> =>
  bringReducer(null, { do: 'list', rows: await rowsOfText(text), hallId: 'hall-A' })!;

it.each([
  ['semicolons, with decimal commas', TEXT],
  ['tabs, as copied out of a spreadsheet', TEXT.replaceAll(';', '\t')],
  ['commas', TEXT.replaceAll(',', '.').replaceAll(';', ',')],
  ['carriage returns and a mark of its encoding', `\uFEFF${TEXT.replaceAll('\n', '\r\n')}`],
])('a list with %s is rows and columns', async (_, text) => {
  const { rows, reading } = await begun(text);
  expect(rows.map((row) => row.length)).toEqual([4, 4, 4]);
  expect(rows[2]![1]).toBe('Osier 30"');
  expect(reading.columns).toEqual(['bay', 'name', 'volts', 'readOn']);
});

it('a cell is mended in place, whether its row was long enough or not', async () => {
  const list = await begun();
  const mended = bringReducer(list, { do: 'cell', row: 0, at: 2, text: '12,66' })!;
  expect(mended.rows[1]).toEqual(['A1', 'Wick 650', '12,66', '3/1/2027']);
  expect(list.rows[1]![2]).toBe('12,6');
  expect(bringReducer(list, { do: 'cell', row: 1, at: 5, text: 'x' })!.rows[2]).toEqual([
    ...['A2', 'Osier 30"', '12,4', '4/1/2027', '', 'x'],
  ]);
});

it('a field is in one column, and what was confirmed is asked again when columns change', async () => {
  const list = bringReducer(await begun(), { do: 'confirm', confirmed: true })!;
  const moved = bringReducer(list, { do: 'column', at: 0, field: 'name' })!;
  expect(moved.reading.columns).toEqual(['name', null, 'volts', 'readOn']);
  expect(moved.confirmed).toBe(false);
  // Nobody has said what 3/1 is; somebody says it once for all.
  expect(moved.reading.dateOrder).toBeNull();
  expect(bringReducer(moved, { do: 'dates', order: 'day-first' })!.reading.dateOrder).toBe(
    'day-first',
  );
  expect(bringReducer(moved, { do: 'away' })).toBeNull();
});
