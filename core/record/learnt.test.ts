import fc from 'fast-check';
import { MS_PER_DAY, dayName, toDay } from '../day';
import type * as Estimation from '../estimation/learn';
import { followRecord } from '../estimation/learn';
import { hallTemperatures } from '../site/climate';
import { batteryEstimateOf } from './learnt';
import { learntFrom } from './settled';
import { at, reading, standing } from './record.fixture';

jest.mock('../estimation/learn', () => {
  const real = jest.requireActual<typeof Estimation>('../estimation/learn');
  return { ...real, followRecord: jest.fn(real.followRecord) };
});
const followed = () => jest.mocked(followRecord).mock.calls.length;
beforeEach(() => jest.mocked(followRecord).mockClear());

const record = standing({
  state: {
    readings: [reading('2026-12-24', 12.74), reading('2027-01-04', 12.66)],
    connections: [{ at: at('2026-11-01'), on: true }],
  },
});
/** The same record in another object: nothing is known of it. */
const afresh = (one: typeof record) => ({ ...one, state: { ...one.state } });

const withDays = (days: readonly (readonly [day: string, mean: number])[]) =>
  hallTemperatures(
    { kind: 'outdoors', setpointCelsius: null },
    { meanCelsius: Array<number>(12).fill(4), coldNightCelsius: Array<number>(12).fill(-9) },
    days.map(([day, mean]) => ({ day: toDay(day), mean, min: mean - 3 })),
    toDay('2026-10-01'),
    toDay('2028-02-01'),
  );

describe('what a record teaches', () => {
  it('is the same however often it was asked before', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 60 }), { maxLength: 5 }), (days) => {
        const own = afresh(record);
        for (const later of [...days, 30]) {
          const now = own.now + later * MS_PER_DAY;
          const once = batteryEstimateOf({ ...own, now });
          expect(once).toEqual(batteryEstimateOf(afresh({ ...own, now })));
        }
      }),
      { numRuns: 15 },
    );
  });

  it('is followed once, and the days that pass are reckoned from there', () => {
    const own = afresh(record);
    const soon = batteryEstimateOf(own);
    for (let day = 1; day < 40; day++) {
      batteryEstimateOf({ ...own, now: own.now + day * MS_PER_DAY });
    }
    expect(followed()).toBe(1);
    expect(batteryEstimateOf(own).asOf).toBe(soon.asOf);
  });

  it('is followed anew where a day of it turns out colder, not where a later one does', () => {
    const days = Array.from({ length: 20 }, (_, i) => dayName(toDay('2026-12-20') + i));
    const known = days.map((day) => [day, 2] as const);
    const own = { ...afresh(record), temperatures: withDays(known) };
    batteryEstimateOf(own);
    batteryEstimateOf({ ...own, temperatures: withDays([...known, ['2027-01-09', -6]]) });
    expect(followed()).toBe(1);
    const colder = known.map(([day, mean]) => [day, day === '2027-01-02' ? -5 : mean] as const);
    batteryEstimateOf({ ...own, temperatures: withDays(colder) });
    expect(followed()).toBe(2);
  });

  it('leaves out what is not so yet', () => {
    const ahead = reading('2027-01-20', 12.4);
    const own = afresh({
      ...record,
      state: { ...record.state, readings: [...record.state.readings, ahead] },
    });
    const before = batteryEstimateOf(own);
    const after = batteryEstimateOf({ ...own, now: at('2027-01-21') });
    expect([before.readings, after.readings]).toEqual([2, 3]);
  });
});

describe('a record that a device writes many times a day', () => {
  const hourly = (count: number, step: number) =>
    Array.from({ length: count }, (_, i) => ({
      ...reading('2026-11-01', 12.7 - i * 0.0001),
      at: at('2026-11-01') + i * step,
    }));

  it('is learnt from whole as long as it is short', () => {
    const readings = hourly(100, 3_600_000);
    expect(learntFrom(readings)).toBe(readings);
  });

  it('keeps its newest, and of each day before them the last', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 3000 }),
        fc.integer({ min: 60_000, max: 3 * MS_PER_DAY }),
        (count, step) => {
          const readings = hourly(count, step);
          const kept = learntFrom(readings);
          expect(kept.slice(-100)).toEqual(readings.slice(-100));
          const day = (one: { at: number }) => Math.floor(one.at / MS_PER_DAY);
          const older = kept.slice(0, -100);
          expect(new Set(older.map(day)).size).toBe(older.length);
          // No day is left out.
          expect(new Set(kept.map(day))).toEqual(new Set(readings.map(day)));
        },
      ),
      { numRuns: 50 },
    );
  });

  it('teaches what it would teach if all of it were followed', () => {
    const step = MS_PER_DAY / 12;
    const readings = Array.from({ length: 840 }, (_, i) => ({
      ...reading('2026-11-01', 12.7 - (i * step * 0.004) / MS_PER_DAY),
      at: at('2026-11-01') + i * step,
      id: String(i),
    }));
    const now = readings.at(-1)!.at;
    const lossOf = (some: typeof readings) => {
      const one = standing({ state: { readings: some }, now });
      const { explanations } = batteryEstimateOf(one);
      return explanations[0]!.cause;
    };
    expect(lossOf(readings)).toEqual(lossOf(readings.filter((_, i) => i % 12 === 11)));
    expect(learntFrom(readings).length).toBeLessThan(260);
  });
});
