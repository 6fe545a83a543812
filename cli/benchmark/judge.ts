import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { makeDemo } from '../../demo/make';
import { DEMO_NOW, DEMO_SEED } from '../../demo/site';
import { loadSite } from '../../features/site/load';
import { dataFile, openStore } from '../../store/open';
import { table } from './report';

const SEEDS = 8;

/** Judgement against the hidden truth of seeded demo seasons. */
export function benchJudge(): void {
  const rows: string[][] = [];
  const sum = { n: 0, soc: 0, loss: 0, error: 0 };
  for (let seed = DEMO_SEED; seed < DEMO_SEED + SEEDS; seed++) {
    const folder = mkdtempSync(join(tmpdir(), 'velvet-bench-'));
    const truth = new Map(makeDemo(folder, seed).truth.map((one) => [one.batteryId, one]));
    const db = openStore(dataFile(folder));
    const site = loadSite(db, Date.parse(DEMO_NOW))!;
    const own = { n: 0, soc: 0, loss: 0, error: 0 };
    for (const { battery, outlook } of site.stays.flatMap((stay) => stay.batteries)) {
      if (!outlook || outlook.held || outlook.onCharge) continue;
      const { socPct, lossPctPerDay } = truth.get(battery.id)!;
      const { soc, loss } = outlook;
      own.n++;
      own.error += Math.abs(soc.value - socPct);
      if (socPct >= soc.low - 0.1 && socPct <= soc.high + 0.1) own.soc++;
      if (lossPctPerDay >= loss.now.low && lossPctPerDay <= loss.now.high) own.loss++;
    }
    db.close();
    rmSync(folder, { recursive: true });
    for (const key of ['n', 'soc', 'loss', 'error'] as const) sum[key] += own[key];
    rows.push(row(String(seed), own));
  }
  rows.push(row('all', sum));
  table(
    [
      'seed',
      'batteries',
      'charge in its 90 % range',
      'loss in its 90 % range',
      'mean error of charge',
    ],
    rows,
  );
}

function row(name: string, one: { n: number; soc: number; loss: number; error: number }): string[] {
  const share = (count: number) => `${((100 * count) / one.n).toFixed(0)} %`;
  return [
    name,
    String(one.n),
    share(one.soc),
    share(one.loss),
    `${(one.error / one.n).toFixed(2)} %`,
  ];
}
