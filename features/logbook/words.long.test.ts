import { v7 as uuidv7 } from 'uuid';
import { SHAPES, valueOf } from '../../cli/benchmark/soak/hostile';
import { canonical } from '../../core/canonical';
import { makeEntry, parseEntry, type NewEntry } from '../../core/logbook/entry';
import { ENTRY_KINDS, ENTRY_KIND_NAMES, type EntryKind } from '../../core/logbook/kinds';
import { foldBattery, foldHall, foldVehicle } from '../../core/logbook/fold';
import { randomOne } from '../../simulators/random';
import { entryWords } from './words';

const AT = Date.UTC(2027, 0, 14, 9);
const ID = '0d5b6c1e-8f0a-4f53-9a55-0f7d4f1f2b11';
/** What may stand where somebody typed: one word, two days, an id. */
const TEXTS = ['xyzzy', '2027-01-20', '2027-02-03', ID];
const WANTED = 60;
/** A correction says what was and what is of the same facts, which chance does not meet. */
const CORRECTIONS = new Set(ENTRY_KIND_NAMES.filter((kind) => kind.endsWith('-corrected')));
/** Two batteries of their own, in their order. */
const OF_TWO = new Set<EntryKind>(['mixed-up']);

/** Entries of a kind as chance makes them, those that its schema takes. */
function entriesOf(kind: EntryKind): NewEntry[] {
  const chance = randomOne(ENTRY_KIND_NAMES.indexOf(kind) + 1);
  const made: NewEntry[] = [];
  for (let tries = 0; tries < 2000 && made.length < WANTED; tries++) {
    const data = ENTRY_KINDS[kind].data.safeParse(valueOf(SHAPES[kind], chance, TEXTS)).data;
    const strikes = kind === 'withdrawn' ? uuidv7() : null;
    const about = { id: uuidv7(), subjectId: 'x', at: AT, by: 'attendant', strikes };
    if (data) made.push(makeEntry(kind, about, data as never));
  }
  return made;
}
const kinds = ENTRY_KIND_NAMES.filter((kind) => !CORRECTIONS.has(kind) && !OF_TWO.has(kind));

/** What no entry says: what a program calls things, or digits that nobody measured. */
const NO_WORDS = [/undefined|\bnull\b|NaN|Infinity|\[object/, /\b[a-z]+[A-Z]\w*/, /\d\.\d{4,}/];
/** Without what somebody typed, and a unit that looks like a name. */
const ownWords = (text: string) =>
  text
    .replaceAll(ID, '')
    .replaceAll('mA', '')
    .replaceAll(/𝛼|Ω|<b>|%|=|"/g, ' ');

describe.each(kinds)('an entry of the kind %s', (kind) => {
  const entries = entriesOf(kind);

  it('has words for whatever it may say', () => {
    expect(entries.length).toBeGreaterThan(0);
    for (const entry of entries) {
      const { what, value } = entryWords(entry, {});
      expect(what.trim()).not.toBe('');
      for (const sign of NO_WORDS) expect(ownWords(`${what} ${value}`)).not.toMatch(sign);
    }
  });

  it('is the same entry when it has been sent, and can be lived through', () => {
    for (const entry of entries) {
      const sent = parseEntry(JSON.parse(JSON.stringify(entry)));
      if (!sent.ok) throw new Error(`${sent.reason}: ${JSON.stringify(entry.data)}`);
      expect(canonical(sent.entry)).toBe(canonical(entry));
      const stored = [{ ...sent.entry, seq: 1, recordedAt: entry.at }];
      const state = { battery: foldBattery, vehicle: foldVehicle, hall: foldHall };
      const { subject } = ENTRY_KINDS[kind];
      if (!(subject in state)) continue;
      const folded = JSON.stringify(state[subject as keyof typeof state](stored));
      expect(folded).not.toMatch(/NaN|undefined/);
    }
  });
});
