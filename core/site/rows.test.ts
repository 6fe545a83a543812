import fc from 'fast-check';
import { baysWritten, readRow, rowMarkOf, rowText } from './rows';

const row = (text: string) => {
  const read = readRow(text);
  return read.ok ? read.row : read.why;
};

test('rows as people write them', () => {
  expect(row('C1-C4')).toEqual(['C1', 'C2', 'C3', 'C4']);
  expect(row('c1 – c3 _ C5, C6')).toEqual(['C1', 'C2', 'C3', null, 'C5', 'C6']);
  expect(row('C3–C1')).toEqual(['C3', 'C2', 'C1']);
  expect(row('1 to 3')).toEqual(['1', '2', '3']);
  expect(row('A01–A03')).toEqual(['A01', 'A02', 'A03']);
  expect(row('C1–4')).toEqual(['C1', 'C2', 'C3', 'C4']);
  expect(row('DOOR, _ C1')).toEqual(['DOOR', null, 'C1']);
});

test('what is none is said', () => {
  expect(row('')).toContain('which bays');
  expect(row('C1–D9')).toContain('no two ends');
  expect(row('C1–C900')).toContain('no two ends');
  expect(row('C1 C2 C1')).toBe('C1 is in it twice');
  expect(row('C1!')).toContain('letters and digits');
  expect(row('NINELETTERS')).toContain('at most 8');
});

test('a row that is written is the one that is read', () => {
  const mark = fc
    .tuple(fc.constantFrom('', 'A', 'C', 'N.'), fc.integer({ min: 1, max: 40 }))
    .map(([letters, n]) => `${letters}${n}`);
  const drawn = fc
    .array(fc.option(mark, { freq: 6 }), { minLength: 1, maxLength: 30 })
    .map((all) => all.filter((one, i) => one === null || all.indexOf(one) === i))
    .filter((all) => all.some(Boolean));
  fc.assert(fc.property(drawn, (all) => expect(row(rowText(all))).toEqual(all)));
});

test('which bays a lead reaches is written as a row is, and nothing written is none', () => {
  const bays = (text: string) => {
    const read = baysWritten(text);
    return read.ok ? read.bays : read.why;
  };
  expect(bays('c1-c3, c8 _')).toEqual(['C1', 'C2', 'C3', 'C8']);
  expect(bays('  ')).toEqual([]);
  expect(bays('C1–D9')).toContain('no two ends');
});

test('a row is called by the letters of its bays', () => {
  expect(rowMarkOf([null, 'C7', 'C8'])).toBe('C');
  expect(rowMarkOf(['12'])).toBe('');
});
