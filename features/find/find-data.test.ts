import fc from 'fast-check';
import { findIn } from './find-data';
import { findable as one } from './findable.fixture';

const ALL = [
  one('C1', 'Calder 1500', { owner: 'R. Holme', marks: ['B001'] }),
  one('C11', 'Osier 42"', { marks: ['B011'], needs: 'volts' }),
  one('D1', 'Calder coupé', { owner: 'M. Osierly', marks: ['B054', 'B055'] }),
  one('Y4', 'Brackwater 26', { hall: 'Yard', needs: 'recharge, thaw' }),
];
const bays = (asked: string) => findIn(ALL, asked).map(({ bay }) => bay);

test('a bay is found by its mark, the whole of it before its beginning', () => {
  expect(bays('c1')).toEqual(['C1', 'C11']);
  expect(bays('C11')).toEqual(['C11']);
});

test('by vehicle, owner, battery and what it needs', () => {
  expect(bays('calder')).toEqual(['C1', 'D1']);
  expect(bays('b055')).toEqual(['D1']);
  expect(bays('holme')).toEqual(['C1']);
  expect(bays('recharge')).toEqual(['Y4']);
  // A name comes before an owner who is called nearly so.
  expect(bays('osier')).toEqual(['C11', 'D1']);
});

test('every word counts, accents and case do not', () => {
  expect(bays('CALDER COUPE')).toEqual(['D1']);
  expect(bays('calder coupé dye')).toEqual([]);
  expect(bays('  ')).toEqual([]);
});

test('another word never finds more', () => {
  const word = fc.constantFrom('c', 'calder', '1', 'osier', 'yard', 'volts', 'b0', 'x');
  fc.assert(
    fc.property(word, word, (first, second) => {
      const alone = new Set(bays(first));
      for (const bay of bays(`${first} ${second}`)) expect(alone).toContain(bay);
    }),
  );
});
