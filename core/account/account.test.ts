import fc from 'fast-check';
import { MINUTES } from '../plan/jobs';
import { makeEntry } from '../logbook/entry';
import type { EntryData, EntryKind } from '../logbook/kinds';
import { energyOf, workedIn, type PlacedEntry } from './account';

let n = 0;
function placed<K extends EntryKind>(
  kind: K,
  data: EntryData<K>,
  where: Partial<Omit<PlacedEntry, 'entry'>> = {},
): PlacedEntry {
  const id = `01890000-0000-7000-8000-${String(n++).padStart(12, '0')}`;
  const made = makeEntry(kind, { id, subjectId: 'b', at: 0, by: 'attendant' }, data);
  const entry = { ...made, seq: n, recordedAt: made.at };
  return { entry, day: 1, vehicleId: 'v', hallId: 'h', ...where };
}
const reading = (where: Partial<Omit<PlacedEntry, 'entry'>> = {}) =>
  placed('reading', { volts: 12.6, celsius: null, restedHours: null, confirmed: false }, where);

describe('the work of a season', () => {
  it('counts a hall and a vehicle once a day, and each job; a note takes no time', () => {
    expect(workedIn([reading()])).toEqual({
      minutes: MINUTES.hall + MINUTES.stop + MINUTES.reading,
      ...{ rounds: 1, readings: 1, charges: 0 },
    });
    const twice = workedIn([reading(), reading({ vehicleId: 'w' }), placed('note', { text: 'x' })]);
    expect(twice.minutes).toBe(MINUTES.hall + 2 * (MINUTES.stop + MINUTES.reading));
    expect(workedIn([placed('note', { text: 'x' })]).minutes).toBe(0);
  });

  it('counts the drive to a place once a day, however much is done there', () => {
    const places = [{ name: 'canal', driveMinutes: 25 }];
    const placeOf = (hallId: string) => (hallId === 'h' ? null : 'canal');
    const far = { hallId: 'shed' };
    const near = workedIn([reading()], placeOf, places).minutes;
    expect(near).toBe(workedIn([reading()]).minutes);
    const there = [reading(far), reading({ ...far, vehicleId: 'w' }), reading()];
    expect(workedIn(there, placeOf, places).minutes).toBe(workedIn(there).minutes + 25);
    const later = [...there, reading({ ...far, day: 2 })];
    expect(workedIn(later, placeOf, places).minutes).toBe(workedIn(later).minutes + 50);
  });

  it('is the sum of its days', () => {
    const day = fc.array(fc.constantFrom('v', 'w', 'x'), { maxLength: 8 });
    fc.assert(
      fc.property(day, day, (first, second) => {
        const on = (of: string[], at: number) =>
          of.map((vehicleId) => reading({ vehicleId, day: at }));
        const both = workedIn([...on(first, 1), ...on(second, 2)]);
        const apart = [workedIn(on(first, 1)), workedIn(on(second, 2))];
        expect(both.minutes).toBeCloseTo(apart[0]!.minutes + apart[1]!.minutes, 9);
        expect(both.rounds).toBe(apart[0]!.rounds + apart[1]!.rounds);
      }),
    );
  });
});

describe('the energy of a season', () => {
  const charge = (ampHours: number | null, capacityAh = 50) => ({
    ...{ ampHours, capacityAh, nominalVolts: 12 },
  });

  it('is what was noted; the others count as the mean share of those', () => {
    expect(energyOf([charge(10)])).toEqual({ kWh: 0.12, noted: 1 });
    // A fifth of 100 Ah, as the noted one took a fifth of its 50.
    expect(energyOf([charge(10), charge(null, 100)]).kWh).toBeCloseTo(0.12 + 0.24, 9);
    expect(energyOf([charge(null)])).toEqual({ kWh: 0.18, noted: 0 });
    expect(energyOf([])).toEqual({ kWh: 0, noted: 0 });
  });
});
