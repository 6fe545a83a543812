import fc from 'fast-check';
import { makeEntry, type Entry } from './entry';
import { tangledWith, untangled } from './untangle';

type MixUp = Extract<Entry, { kind: 'mixed-up' }>;
const DAY = 86_400_000;
const START = Date.parse('2026-11-01T09:00:00Z');
const idOf = (n: number) => `0190a000-0000-7000-8000-${String(n).padStart(12, '0')}`;
const stored = (entry: ReturnType<typeof makeEntry>, seq: number) =>
  ({ ...entry, seq, recordedAt: entry.at }) as Entry;

const reading = (battery: string, day: number, seq: number, strikes: string | null = null) =>
  stored(
    makeEntry(
      'reading',
      { id: idOf(seq), subjectId: battery, at: START + day * DAY, by: 'Ida', strikes },
      { volts: 12 + seq / 1000, celsius: null, restedHours: 48, confirmed: true },
    ),
    seq,
  );
const mixUp = (a: string, b: string, since: number, seq: number) =>
  stored(
    makeEntry(
      'mixed-up',
      { id: idOf(seq), subjectId: a, at: START + 90 * DAY, by: 'Ida' },
      { with: b, mark: b, since: new Date(START + since * DAY).toISOString(), why: 'labels' },
    ),
    seq,
  ) as MixUp;
const ids = (list: readonly Entry[]) => list.map(({ id }) => id).sort();
const byBattery = (entries: readonly Entry[], batteries: readonly string[]) =>
  new Map(batteries.map((id) => [id, entries.filter(({ subjectId }) => subjectId === id)]));

const readings = fc
  .array(fc.record({ of: fc.constantFrom('A', 'B', 'C'), day: fc.nat(80) }), { maxLength: 25 })
  .map((all) => all.map(({ of, day }, n) => reading(of, day, n + 1)));

test('nothing is lost and nothing is there twice, however often batteries were mixed up', () => {
  const pair = fc.constantFrom(['A', 'B'], ['B', 'C'], ['A', 'C']);
  fc.assert(
    fc.property(readings, fc.array(fc.tuple(pair, fc.nat(80)), { maxLength: 4 }), (all, pairs) => {
      const mixUps = pairs.map(([[a, b], since], n) => mixUp(a!, b!, since, 100 + n));
      const lists = untangled(mixUps, byBattery([...all, ...mixUps], ['A', 'B', 'C']));
      const after = [...lists.values()].flat().filter(({ kind }) => kind === 'reading');
      expect(ids(after)).toEqual(ids(all));
    }),
  );
});

test('mixed up twice since the same day is not mixed up', () => {
  fc.assert(
    fc.property(readings, fc.nat(80), (all, since) => {
      const twice = [mixUp('A', 'B', since, 100), mixUp('B', 'A', since, 101)];
      const lists = untangled(twice, byBattery([...all, ...twice], ['A', 'B', 'C']));
      for (const id of ['A', 'B']) {
        const own = lists.get(id)!.filter(({ kind }) => kind === 'reading');
        expect(ids(own)).toEqual(ids(all.filter(({ subjectId }) => subjectId === id)));
      }
    }),
  );
});

test('a correction goes where that goes which it corrects, also when it comes after the mix-up', () => {
  const [old, later] = [reading('A', 10, 1), reading('A', 40, 2)];
  const mixed = mixUp('A', 'B', 30, 3);
  const corrected = reading('A', 40, 4, later.id);
  const struck = reading('A', 50, 5, old.id);
  const lists = untangled([mixed], byBattery([old, later, mixed, corrected, struck], ['A', 'B']));
  expect(ids(lists.get('A')!.filter(({ kind }) => kind === 'reading'))).toEqual(ids([old, struck]));
  expect(ids(lists.get('B')!.filter(({ kind }) => kind === 'reading'))).toEqual(
    ids([later, corrected]),
  );
});

test('what is recorded after the mix-up was found stays where it is', () => {
  const mixed = mixUp('A', 'B', 30, 1);
  const after = reading('A', 45, 2);
  const lists = untangled([mixed], byBattery([mixed, after], ['A', 'B']));
  expect(lists.get('A')).toContain(after);
});

test('those that hang together are found through others', () => {
  const mixUps = [mixUp('A', 'B', 1, 1), mixUp('C', 'B', 2, 2), mixUp('D', 'E', 3, 3)];
  expect(tangledWith('A', mixUps).sort()).toEqual(['A', 'B', 'C']);
  expect(tangledWith('F', mixUps)).toEqual(['F']);
});
