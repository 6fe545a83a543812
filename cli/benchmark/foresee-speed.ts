import { performance } from 'node:perf_hooks';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { freezingOfSoc } from '../../core/battery/acid';
import { toDay } from '../../core/day';
import { simulateForecast } from '../../core/forecast/simulate-forecast';
import { evenNormals } from '../../core/forecast/normals';
import { weatherOf, type Weather } from '../../core/forecast/weather';
import { advise } from '../../core/plan/adviser';
import { hallTemperatures } from '../../core/site/climate';
import { makeDemo } from '../../demo/make';
import { DEMO_NOW, DEMO_SITE } from '../../demo/site';
import { loadSite } from '../../features/site/load';
import { planContext } from '../../features/site/plan-context';
import { dataFile, openStore } from '../../store/open';
import { quantile, table } from './report';

const DRAWS = 1000;
const BATTERIES = 2000;
const DAYS = 240;
const LINE = 69;

/** A population whose draws are made beforehand: only the forecast is timed. */
function population() {
  const temperatures = hallTemperatures(
    { kind: 'unheated', setpointCelsius: null },
    DEMO_SITE.climate,
    [],
    toDay('2026-10-20'),
    toDay('2027-10-20'),
  );
  const weather = weatherOf(temperatures, 0, DAYS + 1);
  const normals = evenNormals(DRAWS, 3);
  const column = (at: number, mean: number, sd: number) =>
    Float64Array.from({ length: DRAWS }, (_, n) => Math.max(0, mean + sd * normals[3 * n + at]!));
  return {
    weather,
    socPct: column(0, 93, 2.5),
    steady: column(1, 0.25, 0.08),
    warm: column(2, 0.15, 0.05),
    grows: column(0, 0.002, 0.001),
    fullPct: new Float64Array(DRAWS).fill(98),
  };
}

/** The same arithmetic, bare: fall, line and frost of every draw on every day, nothing kept. */
function bareLoop(of: ReturnType<typeof population>, freezing: Float64Array): number {
  const { weather, steady, warm, grows } = of;
  const level = of.socPct.slice();
  let under = 0;
  let iced = 0;
  for (let day = 0; day <= DAYS; day++) {
    for (let way = 0, n = 0; way < weather.ways; way++) {
      const until = Math.floor(((way + 1) * DRAWS) / weather.ways);
      const factor = weather.factor[way * weather.days + day]!;
      const cold = weather.night[way * weather.days + day]!;
      for (; n < until; n++) {
        const soc = level[n]!;
        if (soc <= LINE) under++;
        const bin = Math.min(339, Math.max(0, (soc * 2 + 120) | 0));
        if (cold <= freezing[bin]!) iced++;
        level[n] = soc - steady[n]! - warm[n]! * (1 + grows[n]! * day) * factor;
      }
    }
  }
  return under + iced;
}

const timed = (work: () => unknown) => {
  const start = performance.now();
  work();
  return performance.now() - start;
};

export function benchForeseeSpeed(): void {
  const own = population();
  const freezing = Float64Array.from({ length: 340 }, (_, bin) =>
    freezingOfSoc('flooded', bin / 2 - 60)!,
  );
  const ours = (weather: Weather) =>
    simulateForecast({
      chemistry: 'flooded',
      socPct: own.socPct,
      fullPct: own.fullPct,
      loss: own,
      weather,
      days: DAYS,
      lineSocPct: LINE,
      charges: [],
    });
  let kept = 0;
  for (let i = 0; i < 30; i++) kept += bareLoop(own, freezing) + ours(own.weather).chanceUnder;
  const bare = timed(() => {
    for (let i = 0; i < BATTERIES; i++) kept += bareLoop(own, freezing);
  });
  const forecast = timed(() => {
    for (let i = 0; i < BATTERIES; i++) kept += ours(own.weather).chanceUnder;
  });
  if (!(kept > 0)) throw new Error('nothing was reckoned');

  const folder = mkdtempSync(join(tmpdir(), 'velvet-bench-'));
  makeDemo(folder);
  const db = openStore(dataFile(folder));
  const site = loadSite(db, Date.parse(DEMO_NOW))!;
  const contexts = site.stays.flatMap((stay) =>
    stay.batteries.map((one) => planContext(site, one, stay)),
  );
  for (const context of contexts.slice(0, 8)) advise(context);
  const one = quantile(
    contexts.slice(0, 40).map((context) => timed(() => advise(context))),
    0.5,
  );
  const many = timed(() => contexts.slice(0, 64).forEach((context) => advise(context)));
  db.close();
  rmSync(folder, { recursive: true });
  const yard = `${(bare / 1000).toFixed(2)} s`;
  table(
    ['speed', 'measured', 'of the bare loop', 'wanted'],
    [
      [`a bare loop: ${BATTERIES} × ${DRAWS} draws × ${DAYS} days`, yard, '1.00×', ''],
      [
        'the forecast of as many',
        `${(forecast / 1000).toFixed(2)} s`,
        `${(forecast / bare).toFixed(2)}×`,
        'at most 2×',
      ],
      ['every plan of one battery', `${one.toFixed(1)} ms`, '', 'under 50 ms'],
      ['every plan of 64 batteries', `${(many / 1000).toFixed(2)} s`, '', 'under 2 s'],
    ],
  );
}
