import { NO_TERMS } from '../stay/usual';
import fc from 'fast-check';
import { v7 as uuidv7 } from 'uuid';
import { inOrder, parseEntry, type Entry, type NewEntry } from './entry';
import { EMPTY_BATTERY } from './state';
import { foldBattery, foldVehicle } from './fold';
import { ENTRY_KINDS, type EntryData, type EntryKind } from './kinds';

let seq = 0;
function entry<K extends EntryKind>(
  kind: K,
  at: string,
  data: EntryData<K>,
  strikes: string | null = null,
): Entry {
  seq++;
  return {
    id: uuidv7(),
    subjectKind: ENTRY_KINDS[kind].subject,
    subjectId: 'b1',
    kind,
    version: 1,
    at: `2027-01-${at}:00:00.000Z`,
    by: 'attendant',
    data,
    strikes,
    seq,
    recordedAt: '2027-01-14T09:00:00.000Z',
  } as Entry;
}
const volts = (value: number) => ({
  volts: value,
  celsius: null,
  restedHours: null,
  confirmed: false,
});

describe('the fold from entries to a state', () => {
  const history = [
    entry('fitted', '01T08', { vehicleId: 'v1', role: 'starter', place: 'boot' }),
    entry('charge-ended', '01T09', { full: true, ampHours: null }),
    entry('reading', '02T09', volts(12.7)),
    entry('negative', '02T10', { on: false }),
    entry('charge-started', '05T09', { charger: 'a' }),
    entry('reading', '05T12', volts(13.9)),
    entry('charge-ended', '06T09', { full: false, ampHours: 3 }),
    entry('reading', '06T10', volts(12.8)),
    entry('not-reached', '09T09', { why: 'trailer' }),
    entry('draw', '10T09', { milliamps: 12 }),
  ];

  it('knows how long a battery rested, and what was read while it was fed', () => {
    const state = foldBattery(history);
    expect(state.readings.map(({ restedHours, fed }) => [restedHours, fed])).toEqual([
      [24, false],
      [99, true],
      [1, false],
    ]);
    expect(state).toMatchObject({
      vehicleId: 'v1',
      negativeOn: false,
      chargeSince: null,
      lastFullAt: Date.parse('2027-01-01T09:00:00Z'),
      drawMa: 12,
    });
    expect(state.charges.map((charge) => charge.full)).toEqual([true, false]);
  });

  it('does not depend on the order in which entries arrive', () => {
    const expected = foldBattery(history);
    fc.assert(
      fc.property(fc.shuffledSubarray(history, { minLength: history.length }), (shuffled) => {
        expect(foldBattery(shuffled)).toEqual(expected);
      }),
    );
  });

  it('counts struck entries for nothing, and their replacements instead', () => {
    const wrong = entry('reading', '11T09', volts(12.05));
    const right = entry('reading', '11T09', volts(12.5), wrong.id);
    const withdrawal = entry('withdrawn', '12T09', { why: 'slip' }, history[9]!.id);
    const state = foldBattery([...history, wrong, right, withdrawal]);
    expect(state.readings.map((reading) => reading.volts)).toEqual([12.7, 13.9, 12.8, 12.5]);
    expect(state.drawMa).toBeNull();
  });

  it('takes a lamp that holds for full, and forgets the lamp when the maintainer goes', () => {
    const on = entry('maintainer', '03T09', { on: true });
    const holding = entry('lamp', '08T09', { state: 'holding' });
    const off = entry('maintainer', '12T09', { on: false });
    expect(foldBattery([on, holding]).lastFullAt).toBe(Date.parse(holding.at));
    const after = foldBattery([on, holding, off]);
    expect(after).toMatchObject({ maintainerSince: null, lamp: null });
    expect(after.lastFullAt).toBe(Date.parse(off.at));
  });

  it('lets an outing disturb the rest and count as no charge', () => {
    const state = foldBattery([
      entry('outing', '03T09', { minutes: 5 }),
      entry('reading', '03T11', volts(12.6)),
    ]);
    expect(state.readings[0]!.restedHours).toBe(2);
    expect(state.lastFullAt).toBeNull();
  });

  it('orders by the instant, then by the order of recording', () => {
    const a = entry('note', '03T09', { text: 'first' });
    const b = entry('note', '03T09', { text: 'second' });
    expect(inOrder([b, a]).map((one) => one.seq)).toEqual([a.seq, b.seq]);
  });

  it('follows a vehicle from bay to bay', () => {
    const state = foldVehicle([
      entry('moved', '05T09', { bayId: 'bay-C2' }),
      entry('laid-up', '01T09', { bayId: 'bay-A1', collectOn: '2027-04-01' }),
    ]);
    expect(state).toMatchObject({
      bayId: 'bay-C2',
      collectOn: '2027-04-01',
      laidUpAt: Date.parse('2027-01-01T09:00:00Z'),
    });
  });

  it('keeps what was agreed, and what was checked to be off', () => {
    const terms = { ...NO_TERMS, consent: 'up-to' as const, priceLimit: 120 };
    const state = foldVehicle([
      entry('agreed', '02T09', { ...terms, priceLimit: 90 }),
      entry('agreed', '03T09', terms),
      entry('all-off', '02T10', { checked: ['Lamps'] }),
    ]);
    expect(state.terms).toEqual(terms);
    expect(state.allOff?.checked).toEqual(['Lamps']);
  });

  describe('of a battery that changes its place', () => {
    const fitted = { vehicleId: 'v1', role: 'leisure' as const, place: 'left' };
    const start = [
      entry('fitted', '01T08', fitted),
      entry('draw', '01T09', { milliamps: 14 }),
      entry('reading', '02T09', volts(12.7)),
    ];

    it('keeps its readings, and leaves the draw with the place', () => {
      const state = foldBattery([
        ...start,
        entry('fitted', '05T09', { ...fitted, place: 'right' }),
      ]);
      expect(state).toMatchObject({ place: 'right', drawMa: null, drawAt: null });
      expect(state.readings).toHaveLength(1);
      // Nothing learnt of the old place counts for the new one.
      expect(state.connections.at(-1)!.at).toBe(Date.parse('2027-01-05T09:00:00Z'));
    });

    it('is off its vehicle on the bench, and takes no part in an outing', () => {
      const out = [...start, entry('taken-out', '05T09', { to: 'bench', hallId: 'h', why: '' })];
      expect(foldBattery(out)).toMatchObject({
        negativeOn: false,
        out: { hallId: 'h' },
        goneAt: null,
      });
      const driven = foldBattery([...out, entry('outing', '06T09', { minutes: 20 })]);
      expect(driven.outingAt).toBeNull();
      const back = foldBattery([...out, entry('fitted', '07T09', fitted)]);
      expect(back).toMatchObject({ out: null, negativeOn: false, vehicleId: 'v1' });
    });

    it('is gone for good, and its record stays', () => {
      const gone = foldBattery([
        ...start,
        entry('taken-out', '05T09', { to: 'gone', hallId: null, why: 'replaced' }),
      ]);
      expect(gone.goneAt).toBe(Date.parse('2027-01-05T09:00:00Z'));
      expect(gone.readings).toHaveLength(1);
      expect(gone.vehicleId).toBe('v1');
    });
  });

  it('remembers inspections, levels, cleaning, plans and procedures', () => {
    const state = foldBattery([
      entry('inspected', '02T09', { answers: { case: 'sound' }, levels: ['low'], note: '' }),
      entry('levels', '03T09', { cells: ['mark'], toppedUp: true }),
      entry('cleaned', '04T09', { whole: true }),
      entry('cleaned', '05T09', { whole: false }),
      entry('plan-chosen', '05T10', { plan: 'bench' }),
      entry('procedure-done', '05T11', { procedure: 'clean', steps: ['mix'] }),
    ]);
    expect(state.levels?.cells).toEqual(['mark']);
    expect(state.plan).toBe('bench');
    expect(state.cleanedAt! - state.cleanedWholeAt!).toBe(86_400_000);
    expect(state.procedures.clean).toBe(Date.parse('2027-01-05T11:00:00Z'));
  });

  it('is empty without entries', () => expect(foldBattery([])).toEqual(EMPTY_BATTERY));
});

describe('an entry at the edge', () => {
  const good: NewEntry = {
    id: uuidv7(),
    subjectKind: 'battery',
    subjectId: 'b1',
    kind: 'reading',
    version: 1,
    at: '2027-01-14T09:00:00.000Z',
    by: 'attendant',
    data: volts(12.52),
    strikes: null,
  };
  const reason = (change: object) => {
    const parsed = parseEntry({ ...good, ...change });
    return parsed.ok ? 'taken' : parsed.reason;
  };

  it('is taken as it is', () => expect(parseEntry(good)).toEqual({ ok: true, entry: good }));

  it.each([
    ['an id of another kind', { id: '6fa459ea-ee8a-4ca4-894e-db77e160355e' }, /UUIDv7/],
    ['a local time', { at: '2027-01-14 09:00' }, /UTC/],
    ['a kind nobody knows', { kind: 'dance' }, /^kind/],
    ['volts as text', { data: { ...volts(0), volts: '12.5' } }, /^data\.volts/],
    ['1252 V', { data: volts(1252) }, /12\.52 V is written 12\.52/],
    ['a negative voltage', { data: volts(-12.5) }, /wrong way round/],
    ['a field too many', { data: { ...volts(12.5), colour: 'green' } }, /colour/],
    ['a newer version', { version: 2 }, /version/],
    ['the wrong subject', { subjectKind: 'vehicle' }, /about a battery/],
    ['a withdrawal of nothing', { kind: 'withdrawn', data: { why: '' } }, /names the entry/],
  ])('refuses %s and says what is wrong', (_, change, expected) => {
    expect(reason(change)).toMatch(expected);
  });
});
