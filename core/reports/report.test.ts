import fc from 'fast-check';
import { MS_PER_HOUR } from '../day';
import { Report, ReportBody, ampHoursOf, instantProblem, kindProblem, silentSince } from './report';

const NOW = Date.UTC(2027, 0, 14, 9);
const report = (more: object) => Report.safeParse({ n: 1, at: '2027-01-14T09:00:00Z', ...more });
const wrong = (more: object) => report(more).error?.issues.map(({ message }) => message) ?? [];

describe('a report of a device', () => {
  it('says something, in the units that its fields are named after', () => {
    expect(report({ state: 'holding', volts: 13.42, amps: 0.2, channel: 2 }).success).toBe(true);
    expect(wrong({})).toEqual(['a report says at least one of state, volts, amps, celsius']);
    expect(wrong({ volts: 12_520 })).toEqual(['volts, not millivolts: 12.52 V is written 12.52']);
    expect(wrong({ amps: 800 })).toEqual(['amps, not milliamps: 0.8 A is written 0.8']);
    expect(wrong({ celsius: 283 })).toEqual([
      'degrees Celsius, not Fahrenheit or kelvin: 68 °F is written 20',
    ]);
    expect(wrong({ state: 'holding', millivolts: 12 }).join()).toMatch(/millivolts/);
    expect(report({ at: '14.1.2027', celsius: 4 }).success).toBe(false);
  });

  it('comes alone or in a heap, and not in one without an end', () => {
    const one = { n: 1, at: '2027-01-14T09:00:00Z', celsius: 4 };
    const heap = (many: number) =>
      ReportBody.safeParse({ device: 'attic', reports: Array.from({ length: many }, () => one) });
    expect(heap(1).success).toBe(true);
    expect(heap(500).success).toBe(true);
    expect(heap(0).error?.issues[0]?.message).toBe('at least one report');
    expect(heap(501).error?.issues[0]?.message).toBe('at most 500 reports at once');
  });

  it('is of now, or was kept through an outage', () => {
    expect(instantProblem(NOW, NOW)).toBeNull();
    expect(instantProblem(NOW + 4 * 60_000, NOW)).toBeNull();
    expect(instantProblem(NOW + 6 * 60_000, NOW)).toMatch(/in the future/);
    expect(instantProblem(NOW - 39 * 24 * MS_PER_HOUR, NOW)).toBeNull();
    expect(instantProblem(NOW - 41 * 24 * MS_PER_HOUR, NOW)).toMatch(/older than 40 days/);
  });

  it('says what its kind of device can know', () => {
    const at = '2027-01-14T09:00:00Z';
    expect(kindProblem('thermometer', { n: 1, at, celsius: 3 })).toBeNull();
    expect(kindProblem('thermometer', { n: 1, at, volts: 12 })).toMatch(/^celsius:/);
    expect(kindProblem('thermometer', { n: 1, at, celsius: 3, amps: 1 })).toMatch(/alone/);
    expect(kindProblem('charger', { n: 1, at, state: 'charging' })).toBeNull();
    expect(kindProblem('charger', { n: 1, at, volts: 14.4 })).toMatch(/^state:/);
  });
});

describe('the silence of a device', () => {
  const device = { everyMinutes: 60, addedAt: NOW - 100 * MS_PER_HOUR };

  it('is a finding after three reports that did not come, and not before two hours', () => {
    expect(silentSince(device, NOW - 3 * MS_PER_HOUR, NOW)).toBeNull();
    expect(silentSince(device, NOW - 3 * MS_PER_HOUR - 1, NOW)).toBe(NOW - 3 * MS_PER_HOUR - 1);
    const quick = { ...device, everyMinutes: 1 };
    expect(silentSince(quick, NOW - 2 * MS_PER_HOUR, NOW)).toBeNull();
    expect(silentSince(quick, NOW - 2 * MS_PER_HOUR - 1, NOW)).not.toBeNull();
  });

  it('counts from when it was added, where it was never heard', () => {
    expect(silentSince(device, null, NOW)).toBe(device.addedAt);
    expect(silentSince({ ...device, addedAt: NOW - MS_PER_HOUR }, null, NOW)).toBeNull();
  });
});

describe('ampere-hours out of a charger', () => {
  const every = (minutes: number, ...amps: (number | null)[]) =>
    amps.map((value, i) => ({ at: NOW + i * minutes * 60_000, amps: value }));

  it('are amps times hours, and half of a fall along a straight line', () => {
    expect(ampHoursOf(every(30, 4, 4, 4))).toEqual({ ampHours: 4, whole: true });
    expect(ampHoursOf(every(60, 6, 0))).toEqual({ ampHours: 3, whole: true });
  });

  it('do not bridge what nobody knows', () => {
    expect(ampHoursOf(every(60, 4, null, 4, 4))).toEqual({ ampHours: 4, whole: false });
    expect(ampHoursOf(every(181, 4, 4))).toEqual({ ampHours: 0, whole: false });
    expect(ampHoursOf(every(180, 4, 4))).toEqual({ ampHours: 12, whole: true });
    expect(ampHoursOf([])).toEqual({ ampHours: 0, whole: false });
    expect(ampHoursOf(every(60, 4))).toEqual({ ampHours: 0, whole: false });
  });

  it('of two halves are those of the whole, wherever it is cut', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 20, noNaN: true }), { minLength: 3, maxLength: 40 }),
        fc.nat(),
        fc.integer({ min: 1, max: 170 }),
        (amps, cut, minutes) => {
          const all = every(minutes, ...amps);
          const at = 1 + (cut % (amps.length - 2));
          const sum =
            ampHoursOf(all.slice(0, at + 1)).ampHours + ampHoursOf(all.slice(at)).ampHours;
          expect(sum).toBeCloseTo(ampHoursOf(all).ampHours, 9);
          // No more than the most that flowed, all the time.
          const hours = ((amps.length - 1) * minutes) / 60;
          expect(sum).toBeLessThanOrEqual(Math.max(...amps) * hours + 1e-9);
        },
      ),
    );
  });
});
