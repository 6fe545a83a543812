import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parse } from 'csv-parse/sync';
import { linearRegression, mean, quantile } from 'simple-statistics';
import { dayName, toDay } from '../day';
import { hallTemperatures, type Climate } from './climate';
import { climateFromDays } from './climate-from-days';
import { USUAL_THERMAL_RESPONSE, fitThermalResponse } from './thermal-response';

/** Open daily temperatures of Seattle, 2012–2015: the vega-datasets package. */
const seattle = () =>
  parse<Record<string, string>>(
    readFileSync(join('node_modules', 'vega-datasets', 'data', 'seattle-weather.csv'), 'utf8'),
    { columns: true },
  ).map((row) => ({
    day: toDay(row.date!),
    mean: (Number(row.temp_max) + Number(row.temp_min)) / 2,
    min: Number(row.temp_min),
  }));

const PLAIN: Climate = {
  meanCelsius: Array<number>(12).fill(10),
  coldNightCelsius: Array<number>(12).fill(-5),
};

describe('how a hall follows the air outside', () => {
  const days = Array.from({ length: 120 }, (_, i) => i);
  const outside = days.map((day) => ({ day, mean: 10 * Math.cos(day / 17) - 2, min: 0 }));

  it('is the ordinary regression where there is enough of a record', () => {
    const hall = outside.map(({ day, mean }) => ({
      day,
      mean: 5 + 0.55 * mean + 0.3 * Math.sin(day),
      min: 0,
    }));
    const learnt = fitThermalResponse(outside, hall);
    // simple-statistics: linearRegression.
    const { m, b } = linearRegression(outside.map(({ mean }, i) => [mean, hall[i]!.mean]));
    expect(Math.abs(learnt.share - m)).toBeLessThan(0.02);
    expect(Math.abs(learnt.atFreezing - b)).toBeLessThan(0.25);
    expect(learnt.days).toBe(120);
  });

  it('stays near the usual one while little is recorded', () => {
    const hall = outside.slice(0, 2).map(({ day }) => ({ day, mean: 20, min: 0 }));
    expect(fitThermalResponse(outside, []).share).toBeCloseTo(USUAL_THERMAL_RESPONSE.share, 9);
    expect(fitThermalResponse(outside, []).atFreezing).toBeCloseTo(
      USUAL_THERMAL_RESPONSE.atFreezing,
      9,
    );
    expect(Math.abs(fitThermalResponse(outside, hall).share - 0.8)).toBeLessThan(0.5);
  });

  it('a forecast of the air outside is a forecast of the hall', () => {
    const recorded = [{ day: 99, mean: 4, min: 3 }];
    const air = [
      ...outside.slice(0, 100),
      { day: 100, mean: -12, min: -17 },
      { day: 101, mean: -14, min: -20 },
    ];
    const follows = { atFreezing: 4, share: 0.5, days: 60 };
    const of = (kind: 'unheated' | 'heated') =>
      hallTemperatures({ kind, setpointCelsius: 12 }, PLAIN, recorded, 90, 130, {
        recorded: air,
        follows,
      });
    expect(of('unheated').mean[10]).toBeCloseTo(4 - 6, 9);
    expect(of('unheated').low[11]).toBeCloseTo(4 - 10, 9);
    expect(of('unheated').knownTo).toBe(101);
    expect(of('heated').mean[11]).toBe(12);
  });
});

describe('a climate out of past winters', () => {
  it('has each month’s mean, and a night that one winter in ten brings', () => {
    const days = seattle();
    const { climate, months } = climateFromDays(days, PLAIN);
    expect(months).toBe(12);
    for (const month of [0, 6, 11]) {
      const own = days.filter(({ day }) => Number(dayName(day).slice(5, 7)) === month + 1);
      // simple-statistics: mean.
      expect(climate.meanCelsius[month]).toBeCloseTo(mean(own.map((one) => one.mean)), 1);
      const years = ['2012', '2013', '2014', '2015'].map((year) =>
        Math.min(...own.filter(({ day }) => dayName(day).startsWith(year)).map(({ min }) => min)),
      );
      expect(climate.coldNightCelsius[month]!).toBeLessThanOrEqual(quantile(years, 0.3));
      expect(climate.coldNightCelsius[month]!).toBeGreaterThanOrEqual(Math.min(...years) - 0.1);
    }
  });

  it('leaves months alone that the file does not have', () => {
    const january = seattle().filter(({ day }) => dayName(day).slice(5, 7) === '01');
    const { climate, months } = climateFromDays(january, PLAIN);
    expect(months).toBe(1);
    expect(climate.meanCelsius.slice(1)).toEqual(PLAIN.meanCelsius.slice(1));
    expect(climateFromDays(january.slice(0, 5), PLAIN).months).toBe(0);
  });
});
