import fc from 'fast-check';
import { toDay } from '../day';
import { hallOf, hallTemperatures, monthlyAt, type HallBefore, type HallClimate } from './climate';

const climate = {
  meanCelsius: [-2, 0, 4, 8, 12, 16, 18, 17, 13, 8, 3, 0],
  coldNightCelsius: [-14, -12, -8, -3, 1, 5, 7, 6, 2, -3, -8, -12],
};
const outdoors = { kind: 'outdoors', setpointCelsius: null } as const;

describe('temperatures of a hall', () => {
  it('pass through the middle of each month and join round the year', () => {
    expect(monthlyAt(climate.meanCelsius, toDay('2027-01-16'))).toBeCloseTo(-2, 1);
    expect(monthlyAt(climate.meanCelsius, toDay('2026-12-31'))).toBeCloseTo(
      monthlyAt(climate.meanCelsius, toDay('2027-01-01')),
      0,
    );
  });

  it('are the recorded ones first, carried over a missed day, then fade to the climate', () => {
    const record = (name: string, mean: number) => ({ day: toDay(name), mean, min: mean - 3 });
    const days = hallTemperatures(
      outdoors,
      climate,
      [record('2027-01-10', 1), record('2027-01-11', 2), record('2027-01-13', -9)],
      toDay('2027-01-10'),
      toDay('2027-03-31'),
    );
    expect([...days.mean.slice(0, 4)]).toEqual([1, 2, 2, -9]);
    expect(days.low[3]).toBe(-12);
    const normal = monthlyAt(climate.meanCelsius, toDay('2027-01-14'));
    expect(days.mean[4]!).toBeLessThan(normal - 4);
    expect(days.mean[30]!).toBeCloseTo(monthlyAt(climate.meanCelsius, toDay('2027-02-09')), 1);
    expect(days.sums[days.sums.length - 1]!).toBeGreaterThan(0);
  });

  it('ahead, nights are as cold as one winter in ten brings', () => {
    const days = hallTemperatures(outdoors, climate, [], toDay('2027-01-01'), toDay('2027-01-31'));
    expect(Math.min(...days.low)).toBeCloseTo(-14, 0);
  });

  it('of a hall that was another one until a day are those of that one until then', () => {
    const heated = { kind: 'heated', setpointCelsius: 12 } as const;
    const unheated = { kind: 'unheated', setpointCelsius: null } as const;
    const [from, to] = [toDay('2026-11-01'), toDay('2027-03-31')];
    const of = (hall: HallClimate, before: readonly HallBefore[] = []) =>
      hallTemperatures(hall, climate, [], from, to, null, before);
    const [warm, cold, out] = [of(heated), of(unheated), of(outdoors)];
    fc.assert(
      fc.property(fc.integer({ min: from, max: to }), fc.nat({ max: 60 }), (until, more) => {
        const days = of(heated, [
          { ...outdoors, until },
          { ...unheated, until: until + more },
        ]);
        days.mean.forEach((mean, i) => {
          const day = from + i;
          const then = day < until ? out : day < until + more ? cold : warm;
          expect([mean, days.low[i]]).toEqual([then.mean[i], then.low[i]]);
        });
      }),
      { numRuns: 50 },
    );
  });

  it('are kept up in a heated hall and damped in an unheated one', () => {
    expect(hallOf({ kind: 'heated', setpointCelsius: 12 }, -15)).toBe(12);
    expect(hallOf({ kind: 'unheated', setpointCelsius: null }, -15)).toBeGreaterThan(-15);
    expect(hallOf(outdoors, -15)).toBe(-15);
  });
});
