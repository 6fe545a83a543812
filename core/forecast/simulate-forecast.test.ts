import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parse } from 'csv-parse/sync';
import { cumulativeStdNormalProbability, probit, quantile } from 'simple-statistics';
import { parseDay, toDay } from '../day';
import { arrheniusFactor } from '../drain/self-discharge';
import { quantilesOf } from '../estimation/mixture';
import { normalBelow } from '../normal';
import { climateFromDays } from '../site/climate-from-days';
import { hallTemperatures, type Climate } from '../site/climate';
import { samplePosterior, lossDraws } from './samples';
import { simulateForecast, type ForeseeQuestion } from './simulate-forecast';
import { keepThrough, type KeepQuestion } from './simulate-storage';
import { evenNormals, normalQuantile } from './normals';
import { reserveOfDraws } from './reserve-draws';
import { WAYS, weatherBand, weatherOf, type Weather } from './weather';
import { arrheniusSums } from '../drain/self-discharge';
import { learn } from '../estimation/learn';
import { question } from '../estimation/learn.fixture';

const COUNT = 400;
const normals = evenNormals(COUNT, 3);
const filled = (value: (n: number) => number) =>
  Float64Array.from({ length: COUNT }, (_, n) => value(n));

/** A steady 20 °C, in one way only. */
const mild = (days: number): Weather => ({
  ways: 1,
  days,
  factor: new Float64Array(days).fill(1),
  night: new Float64Array(days).fill(10),
  mean: new Float64Array(days).fill(10),
});
const asked = (more: Partial<ForeseeQuestion> = {}): ForeseeQuestion => ({
  chemistry: 'flooded',
  socPct: filled((n) => 90 + 3 * normals[3 * n]!),
  fullPct: filled(() => 99),
  loss: {
    steady: filled((n) => Math.max(0, 0.4 + 0.1 * normals[3 * n + 1]!)),
    warm: filled((n) => Math.max(0, 0.1 + 0.03 * normals[3 * n + 2]!)),
    grows: filled(() => 0),
  },
  weather: mild(121),
  days: 120,
  lineSocPct: 69,
  charges: [],
  ...more,
});

describe('the line', () => {
  it('is met within a day: 11 % at 1.5 % a day are seven days and a third', () => {
    const steady = filled(() => 1.5);
    const still = { steady, warm: filled(() => 0), grows: filled(() => 0) };
    const { lineDays } = simulateForecast(asked({ socPct: filled(() => 80), loss: still }));
    expect(lineDays.value).toBeCloseTo(11 / 1.5, 9);
    const under = simulateForecast(asked({ socPct: filled(() => 60), loss: still })).lineDays;
    expect(under).toEqual({ value: 0, low: 0, high: 0 });
  });
});

describe('normal deviates', () => {
  it('agree with a reference library', () => {
    for (const p of [0.02, 0.1, 0.3, 0.5, 0.77, 0.95]) {
      // simple-statistics: probit is good to 5·10⁻⁴, the cumulative table to 10⁻⁴.
      expect(normalQuantile(p)).toBeCloseTo(probit(p), 2);
      expect(normalBelow(normalQuantile(p))).toBeCloseTo(p, 6);
      expect(normalBelow(normalQuantile(p))).toBeCloseTo(
        cumulativeStdNormalProbability(normalQuantile(p)),
        2,
      );
    }
  });

  it('fill the space evenly: mean, spread and independence of a thousand', () => {
    const table = evenNormals(1000, 4);
    for (let i = 0; i < 4; i++) {
      const own = Array.from({ length: 1000 }, (_, n) => table[4 * n + i]!);
      expect(own.reduce((sum, z) => sum + z, 0) / 1000).toBeCloseTo(0, 1);
      expect(own.reduce((sum, z) => sum + z * z, 0) / 1000).toBeCloseTo(1, 1);
      for (let j = 0; j < i; j++) {
        const cross = own.reduce((sum, z, n) => sum + z * table[4 * n + j]!, 0) / 1000;
        expect(Math.abs(cross)).toBeLessThan(0.06);
      }
    }
  });

  it('mixtures have the quantiles that sampling them gives', () => {
    const parts = [
      { weight: 0.6, mean: 0, sd: 1 },
      { weight: 0.4, mean: 6, sd: 2 },
    ];
    const sample = Array.from({ length: 4000 }, (_, i) => {
      const z = normalQuantile(((i * 7919) % 4000) / 4000 + 1 / 8000);
      return i % 10 < 6 ? z : 6 + 2 * z;
    });
    const own = quantilesOf(parts);
    // simple-statistics: quantile.
    expect(own.low).toBeCloseTo(quantile(sample, 0.05), 0);
    expect(Math.abs(own.value - quantile(sample, 0.5))).toBeLessThan(0.25);
    expect(own.high).toBeCloseTo(quantile(sample, 0.95), 0);
  });

  it('what cannot be more than so much has the quantiles of what is left', () => {
    const mixed = [
      { weight: 0.7, mean: 99, sd: 3 },
      { weight: 0.3, mean: 60, sd: 8 },
    ];
    for (const parts of [mixed, [{ weight: 1, mean: 99.5, sd: 2 }]]) {
      const sample = parts.flatMap(({ weight, mean, sd }) =>
        Array.from({ length: 8000 * weight }, (_, i) => {
          return mean + sd * normalQuantile((i + 0.5) / (8000 * weight));
        }).filter((soc) => soc <= 100),
      );
      const own = quantilesOf(parts, 100);
      // simple-statistics: quantile.
      expect(own.low).toBeCloseTo(quantile(sample, 0.05), 1);
      expect(own.value).toBeCloseTo(quantile(sample, 0.5), 1);
      expect(own.high).toBeCloseTo(quantile(sample, 0.95), 1);
      expect(own.high).toBeLessThan(100);
    }
    // Far under it nothing changes; far over it there is nothing else.
    const far = { weight: 1, mean: 50, sd: 2 };
    expect(quantilesOf([far], 100)).toEqual(quantilesOf([far]));
    expect(quantilesOf([{ ...far, mean: 150 }], 100)).toEqual({ value: 100, low: 100, high: 100 });
  });
});

describe('a battery foreseen', () => {
  it('has the quantiles of its draws, day by day', () => {
    const one = asked();
    const seen = simulateForecast(one);
    for (const day of [0, 30, 61, 120]) {
      const level = Array.from(
        one.socPct,
        (soc, n) => soc - (one.loss.steady[n]! + one.loss.warm[n]!) * day,
      );
      // simple-statistics: quantile; bins are half a percent wide.
      expect(Math.abs(seen.likelyPct[day]! - quantile(level, 0.5))).toBeLessThan(0.5);
      expect(Math.abs(seen.lowPct[day]! - quantile(level, 0.05))).toBeLessThan(0.6);
      expect(Math.abs(seen.highPct[day]! - quantile(level, 0.95))).toBeLessThan(0.6);
      const under = level.filter((soc) => soc <= 69).length / COUNT;
      expect(seen.underBy[day]).toBeCloseTo(under, 6);
    }
    expect(seen.lineDays.value).toBeGreaterThan(seen.lineDays.low);
    expect(seen.chanceUnder).toBe(seen.underBy[120]);
  });

  it('meets its line when each draw does, by another way of reckoning', () => {
    const one = asked();
    const reserve = reserveOfDraws(
      one.socPct,
      one.loss,
      arrheniusSums(new Float64Array(400).fill(20)),
      0,
      69,
    );
    const { lineDays } = simulateForecast(asked({ weather: mild(301), days: 300 }));
    expect(Math.abs(reserve.value - lineDays.value)).toBeLessThanOrEqual(1);
    expect(Math.abs(reserve.low - lineDays.low)).toBeLessThanOrEqual(1);
    expect(Math.abs(reserve.high - lineDays.high)).toBeLessThanOrEqual(1);
  });

  it('more loss, or less charge, never lowers the chance to come under its line', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 20, noNaN: true }),
        (more, less) => {
          const base = asked();
          const worse = simulateForecast({
            ...base,
            socPct: base.socPct.map((soc) => soc - less),
            loss: { ...base.loss, steady: base.loss.steady.map((one) => one + more) },
          });
          const own = simulateForecast(base);
          expect(worse.chanceUnder).toBeGreaterThanOrEqual(own.chanceUnder);
          // A loss that is more by less than a float can hold may round up.
          expect(worse.lineDays.value).toBeLessThanOrEqual(own.lineDays.value + 1e-9);
          expect(worse.lowestPct.likely).toBeLessThanOrEqual(own.lowestPct.likely + 1e-9);
        },
      ),
      { numRuns: 25 },
    );
  });

  it('a charge makes it full on its day, and what is on charge is not under its line', () => {
    const seen = simulateForecast(asked({ charges: [{ from: 40, to: 43 }] }));
    expect(seen.likelyPct[43]!).toBeGreaterThan(98);
    expect(seen.likelyPct[42]!).toBeCloseTo(seen.likelyPct[41]!, 0);
    expect(seen.chanceUnder).toBeLessThan(simulateForecast(asked()).chanceUnder);
    expect(simulateForecast(asked({ charges: [{ from: 0, to: Infinity }] })).chanceUnder).toBe(0);
  });
});

describe('a battery that is kept', () => {
  const rounds = Array.from({ length: 36 }, (_, i) => Math.floor(i * 3.5));
  const kept = (more: Partial<KeepQuestion['keeping']> = {}, rest: Partial<KeepQuestion> = {}) =>
    keepThrough({
      ...asked(),
      rounds,
      sinceFullDays: 0,
      keeping: {
        maintained: false,
        charged: true,
        fullEveryDays: Infinity,
        mostPct: 100,
        notUnderCelsius: -Infinity,
        sunPct: null,
        sunFullPct: 95,
        ...more,
      },
      ...rest,
    });

  it('stays over its line, and is charged no more often than it has to be', () => {
    const due = kept();
    expect(due.chanceUnder).toBe(0);
    // 90 down to 69 and then 99 down to 69 at half a percent a day: once or twice in 120 days.
    expect(due.charges).toBeGreaterThan(1);
    expect(due.charges).toBeLessThan(2.5);
    expect(kept({ charged: false }).charges).toBe(0);
    expect(kept({ charged: false }).chanceUnder).toBe(simulateForecast(asked()).chanceUnder);
  });

  it('conserves: what it ends with is what it had, and was charged, less what it lost', () => {
    const one = asked();
    const { chargedPct, fedDays } = kept();
    const lost =
      one.loss.steady.reduce((sum, steady, n) => sum + steady + one.loss.warm[n]!, 0) / COUNT;
    const start = one.socPct.reduce((sum, soc) => sum + soc, 0) / COUNT;
    // Not more than full at the end, and over the line: its charge lies between the two.
    const end = start + chargedPct - lost * (120 - fedDays);
    expect(end).toBeGreaterThan(69);
    expect(end).toBeLessThan(99);
  });

  it('by habit is charged at least so often', () => {
    const often = kept({ fullEveryDays: 30 });
    expect(often.charges).toBeGreaterThanOrEqual(Math.floor(120 / 30) - 1);
    expect(often.charges).toBeGreaterThan(kept().charges);
  });

  it('the sun holds what it can: more of it never leaves less, nor overfills', () => {
    const sunny = (pct: number) =>
      kept({ charged: false, sunPct: new Float64Array(121).fill(pct) });
    let before = kept({ charged: false }).lowestPct.likely;
    for (const pct of [0.1, 0.3, 0.6, 2]) {
      const { lowestPct, likelyPct } = sunny(pct);
      expect(lowestPct.likely).toBeGreaterThanOrEqual(before);
      before = lowestPct.likely;
      expect(likelyPct[120]!).toBeLessThanOrEqual(95.5);
    }
    expect(sunny(2).likelyPct[120]!).toBeGreaterThan(94);
  });

  it('a lithium one waits for a day without frost', () => {
    const frosty: Weather = { ...mild(121), night: new Float64Array(121).fill(-2) };
    const lithium = kept({ notUnderCelsius: 0 }, { chemistry: 'lfp', weather: frosty });
    expect(lithium.charges).toBe(0);
    expect(kept({ notUnderCelsius: 0 }, { chemistry: 'lfp' }).charges).toBeGreaterThan(0);
  });
});

describe('the weather ahead', () => {
  const CLIMATE: Climate = {
    meanCelsius: [-1.6, -0.8, 2.8, 6.8, 11.2, 14.4, 16.4, 16, 12.6, 8.2, 3.4, 0],
    coldNightCelsius: [-14, -14, -9, -4, 0, 4, 6, 5, 2, -2, -7, -12],
  };
  const ahead = (recorded: { day: number; mean: number; min: number }[] = []) =>
    hallTemperatures(
      { kind: 'outdoors', setpointCelsius: null },
      CLIMATE,
      recorded,
      toDay('2026-12-01'),
      toDay('2027-12-31'),
    );

  it('brings the table’s coldest night in about one winter in ten', () => {
    const weather = weatherOf(ahead(), 0, 90);
    let colder = 0;
    for (let way = 0; way < WAYS; way++) {
      // January: days 31 to 61.
      const nights = weather.night.subarray(way * 90 + 31, way * 90 + 62);
      if (Math.min(...nights) <= -14) colder++;
    }
    expect(colder / WAYS).toBeGreaterThan(0.02);
    expect(colder / WAYS).toBeLessThan(0.3);
  });

  it('keeps to what is recorded or foretold, in every way', () => {
    const known = [
      { day: toDay('2026-12-01'), mean: 5, min: 2 },
      { day: toDay('2026-12-02'), mean: 3, min: -4 },
    ];
    const weather = weatherOf(ahead(known), 0, 10);
    for (let way = 0; way < WAYS; way++) {
      expect(weather.night[way * 10 + 1]).toBe(-4);
      expect(weather.factor[way * 10 + 1]).toBeCloseTo(arrheniusFactor(3), 12);
    }
    expect(
      new Set(Array.from({ length: WAYS }, (_, way) => weather.night[way * 10 + 9])).size,
    ).toBe(WAYS);
  });

  it('says between what a day will lie: nothing is open of a known one', () => {
    const weather = weatherOf(ahead([{ day: toDay('2026-12-01'), mean: 5, min: 2 }]), 0, 60);
    const { low, high } = weatherBand(weather);
    for (let day = 0; day < 60; day++) {
      const column = Array.from({ length: WAYS }, (_, way) => weather.mean[way * 60 + day]!);
      // simple-statistics: quantile, to the next of forty ways.
      expect(low[day]!).toBeGreaterThanOrEqual(quantile(column, 0.01));
      expect(low[day]!).toBeLessThanOrEqual(quantile(column, 0.1));
      expect(high[day]!).toBeGreaterThanOrEqual(quantile(column, 0.9));
    }
    expect(high[0]! - low[0]!).toBe(0);
    expect(high[50]! - low[50]!).toBeGreaterThan(3);
  });

  it('a colder winter is colder by so much', () => {
    const usual = weatherOf(ahead(), 0, 30);
    const cold = weatherOf(ahead(), 0, 30, 5);
    usual.night.forEach((night, i) => expect(cold.night[i]!).toBeCloseTo(night - 5, 9));
  });
});

describe('a real winter', () => {
  /** Open daily temperatures of New York, 2012–2015: the vega-datasets package, weather.csv. */
  const newYork = parse<Record<string, string>>(
    readFileSync(join('node_modules', 'vega-datasets', 'data', 'weather.csv'), 'utf8'),
    { columns: true },
  )
    .filter((row) => row.location === 'New York')
    .map((row) => ({
      day: parseDay(row.date!.slice(0, 10).replaceAll('/', '-'))!,
      mean: (Number(row.temp_max) + Number(row.temp_min)) / 2,
      min: Number(row.temp_min),
    }));

  it('stays in the range that was foreseen of it from the other years', () => {
    const inside: boolean[] = [];
    for (const year of [2012, 2013, 2014]) {
      const from = toDay(`${year}-11-15`);
      const days = 120;
      const others = newYork.filter(({ day }) => day < from - 60 || day > from + 200);
      const { climate } = climateFromDays(others, {
        meanCelsius: Array<number>(12).fill(10),
        coldNightCelsius: Array<number>(12).fill(-10),
      });
      const record = newYork.filter(({ day }) => day < from && day > from - 30);
      const temperatures = hallTemperatures(
        { kind: 'outdoors', setpointCelsius: null },
        climate,
        record,
        from,
        from + days + 2,
      );
      // A battery whose loss is known: only the weather is in doubt.
      const exact = {
        ...asked(),
        socPct: filled(() => 98),
        loss: { steady: filled(() => 0), warm: filled(() => 0.6), grows: filled(() => 0) },
        weather: weatherOf(temperatures, 0, days + 1),
        days,
      };
      const seen = simulateForecast(exact);
      let soc = 98;
      for (let i = 0; i < days; i++) {
        const day = newYork.find((one) => one.day === from + i);
        if (!day) continue;
        soc -= 0.6 * arrheniusFactor(day.mean);
        if (i % 10 === 9) {
          // Half a bin for the grid.
          inside.push(soc > seen.lowPct[i + 1]! - 0.5 && soc < seen.highPct[i + 1]! + 0.5);
        }
      }
    }
    expect(inside.length).toBeGreaterThan(30);
    expect(inside.filter(Boolean).length / inside.length).toBeGreaterThan(0.85);
  });
});

describe('draws', () => {
  it('are the same each time, and as wide as what was learnt', () => {
    const learnt = learn(
      question({
        readings: [
          [2, 12.6],
          [30, 12.45],
        ],
      }),
    );
    const draws = samplePosterior(learnt, 1000);
    expect(Array.from(samplePosterior(learnt, 1000).socPct)).toEqual(Array.from(draws.socPct));
    const { steady } = lossDraws(draws, true);
    expect(lossDraws(draws, false).steady.every((one, n) => one <= steady[n]!)).toBe(true);
    for (const list of [draws.drawPctPerDay, draws.selfPctPerDayAt20C, draws.cellPctPerDay]) {
      expect(list.every((one) => one >= 0)).toBe(true);
    }
    const median = quantile(Array.from(draws.socPct), 0.5);
    expect(median).toBeGreaterThan(70);
    expect(median).toBeLessThan(90);
  });
});
