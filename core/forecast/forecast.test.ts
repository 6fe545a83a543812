import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parse } from 'csv-parse/sync';
import { Solver } from 'odex';
import { freezingOfSoc } from '../battery/acid';
import { drawPctPerDay } from '../drain/reserve';
import { arrheniusSums } from '../drain/self-discharge';
import { daysUntil, forecast, freezeMargin, reserveBySums } from './forecast';
import { reserveOfDraws } from './reserve-draws';

interface WeatherRow {
  readonly location: string;
  readonly date: string;
  readonly temp_max: string;
  readonly temp_min: string;
}

/** Open daily temperatures of two cities, 2012–2015: the vega-datasets package, weather.csv. */
function winter(location: string, from: string, to: string): { mean: number[]; min: number[] } {
  const file = join(process.cwd(), 'node_modules', 'vega-datasets', 'data', 'weather.csv');
  const rows = parse<WeatherRow>(readFileSync(file, 'utf8'), { columns: true }).filter(
    (row) => row.location === location && row.date >= from && row.date <= to,
  );
  return {
    mean: rows.map((row) => (Number(row.temp_max) + Number(row.temp_min)) / 2),
    min: rows.map((row) => Number(row.temp_min)),
  };
}

describe('forecast through real winters', () => {
  const winters = [
    ['New York', '2013-10-20', '2014-04-20'],
    ['New York', '2014-10-20', '2015-04-20'],
    ['Seattle', '2013-10-20', '2014-04-20'],
  ] as const;

  /**
   * An independent integrator (odex: Gragg, Bulirsch and Stoer) on the differential equation,
   * with Arrhenius' law written out again, day after day.
   */
  function integrated(
    start: number,
    drawMa: number,
    capacityAh: number,
    pctPerMonth: number,
    celsius: readonly number[],
  ): number[] {
    const activation = Math.log(2) / (1 / 288.15 - 1 / 298.15);
    const series = [start];
    let soc = start;
    for (const temperature of celsius) {
      const solver = new Solver(1);
      const rate = Math.exp(activation * (1 / 293.15 - 1 / (temperature + 273.15)));
      const slope = () => [-((drawMa / 1000) * 24 * 100) / capacityAh - (pctPerMonth / 30) * rate];
      soc = solver.solve(slope, 0, [soc], 1).y[0]!;
      series.push(soc);
    }
    return series;
  }

  it.each(winters)('%s from %s: within 0.1 %% of an independent integrator', (city, from, to) => {
    const { mean } = winter(city, from, to);
    expect(mean.length).toBeGreaterThan(150);
    const { socPct } = forecast(
      { socPct: 98, sd: 0 },
      { drawPctPerDay: drawPctPerDay(4, 60), selfPctPerMonthAt20C: 6, sdPctPerDay: 0 },
      mean,
    );
    const reference = integrated(98, 4, 60, 6, mean);
    reference.forEach((soc, day) => expect(Math.abs(socPct[day]! - soc)).toBeLessThan(0.1));
  });

  it('a full battery passes a winter down to −16 °C, a flat one does not', () => {
    const { mean, min } = winter('New York', '2014-10-20', '2015-04-20');
    expect(Math.min(...min)).toBeLessThanOrEqual(-15);
    const margin = (socPct: number) =>
      freezeMargin(
        forecast(
          { socPct, sd: 0 },
          { drawPctPerDay: 0, selfPctPerMonthAt20C: 5, sdPctPerDay: 0 },
          mean,
        ).socPct,
        min,
        (soc) => freezingOfSoc('flooded', soc),
      )!;
    expect(margin(100).kelvin).toBeGreaterThan(20);
    expect(margin(5).kelvin).toBeLessThan(0);
    // The worst day is the coldest, or close to it.
    expect(min[margin(5).day]!).toBeLessThan(-12);
  });
});

describe('the forecast', () => {
  const loss = { drawPctPerDay: 0.3, selfPctPerMonthAt20C: 3, sdPctPerDay: 0.05 };
  const temperatures = fc.array(fc.double({ min: -25, max: 25, noNaN: true }), {
    minLength: 2,
    maxLength: 200,
  });

  it('only falls, and goes on below zero', () => {
    fc.assert(
      fc.property(temperatures, (celsius) => {
        const { socPct } = forecast({ socPct: 10, sd: 1 }, loss, celsius);
        for (let i = 1; i < socPct.length; i++) expect(socPct[i]!).toBeLessThan(socPct[i - 1]!);
      }),
    );
    const { socPct } = forecast({ socPct: 10, sd: 1 }, loss, new Array(200).fill(10));
    expect(socPct[200]!).toBeLessThan(-40);
  });

  it('has doubt that grows with time and holds the likely value', () => {
    fc.assert(
      fc.property(temperatures, (celsius) => {
        const through = forecast({ socPct: 80, sd: 3 }, loss, celsius);
        const last = celsius.length;
        expect(through.lowPct[last]!).toBeLessThan(through.socPct[last]!);
        expect(through.highPct[last]!).toBeGreaterThan(through.socPct[last]!);
        expect(through.socPct[last]! - through.lowPct[last]!).toBeGreaterThan(
          through.socPct[0]! - through.lowPct[0]!,
        );
      }),
    );
  });

  it('meets its line between two days where it is crossed', () => {
    expect(daysUntil([80, 79, 77, 74], 78)).toBeCloseTo(1.5, 9);
    expect(daysUntil([80, 79], 85)).toBe(0);
    expect(daysUntil([80, 79], 10)).toBe(Infinity);
  });

  it('gives the same reserve by sums as day by day', () => {
    fc.assert(
      fc.property(
        temperatures,
        fc.double({ min: 55, max: 100, noNaN: true }),
        fc.nat(100),
        (celsius, socPct, skip) => {
          const from = skip % celsius.length;
          const days = daysUntil(forecast({ socPct, sd: 0 }, loss, celsius.slice(from)).socPct, 54);
          const bySums = reserveBySums(arrheniusSums(celsius), from, socPct, 54, loss);
          if (Number.isFinite(days)) {
            // Right on a day's edge the two may fall on either side of it.
            expect(Math.abs(bySums - Math.floor(days + 1e-9))).toBeLessThanOrEqual(
              Math.abs(days - Math.round(days)) < 1e-6 ? 1 : 0,
            );
          } else expect(bySums).toBe(Infinity);
        },
      ),
    );
  });

  it('gives the same reserve by bisection, draw by draw, as from the series', () => {
    fc.assert(
      fc.property(
        temperatures,
        fc.double({ min: 55, max: 100, noNaN: true }),
        (celsius, socPct) => {
          const start = { socPct, sd: 2 };
          const series = forecast(start, loss, celsius);
          // One draw alone is each of its own quantiles; the low one begins two deviations lower.
          const alone = (pct: number) =>
            reserveOfDraws(
              Float64Array.of(pct),
              {
                steady: Float64Array.of(loss.drawPctPerDay),
                warm: Float64Array.of(loss.selfPctPerMonthAt20C / 30),
                grows: Float64Array.of(0),
              },
              arrheniusSums(celsius),
              0,
              54,
            );
          const low = forecast({ socPct: socPct - 4, sd: 0 }, loss, celsius);
          for (const [days, expected] of [
            [alone(socPct).value, daysUntil(series.socPct, 54)],
            [alone(socPct).low, daysUntil(series.socPct, 54)],
            [alone(socPct - 4).value, daysUntil(low.socPct, 54)],
          ] as const) {
            if (Number.isFinite(expected)) expect(days).toBeCloseTo(expected, 6);
            else expect(days).toBe(Infinity);
          }
          expect(alone(socPct - 4).value).toBeLessThanOrEqual(alone(socPct).value);
        },
      ),
    );
  });
});
