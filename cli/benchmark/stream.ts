import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { makeDemo } from '../../demo/make';
import { DEMO_NOW } from '../../demo/site';
import { livingFile } from '../../demo/living';
import { worldFile } from '../../demo/world';
import { writeMeter } from '../../store/devices';
import { dataFile, openStore } from '../../store/open';
import { addBenchTest, addPiece } from '../../store/traces';
import { HOST } from '../host';
import { portToMeasureOn, startServer } from '../server';
import { outsidePorts, startOutside } from '../stand-in';
import { quantile, table } from './report';

const CHROMIUM = '/usr/bin/chromium';
const LOGGED = 36_000;
const WATCHED_MS = 12_000;

/** Frames of the page while ten samples a second arrive on top of an hour's trace. */
export async function benchStream(): Promise<void> {
  if (!existsSync(CHROMIUM)) {
    console.log(`No ${CHROMIUM}: the frames of the bench were not measured.\n`);
    return;
  }
  const { chromium } = await import('@playwright/test');
  const folder = mkdtempSync(join(tmpdir(), 'velvet-bench-'));
  makeDemo(folder);
  const ports = await outsidePorts();
  const db = openStore(dataFile(folder));
  writeMeter(db, { name: 'Bench meter', host: HOST, port: ports.meter });
  const startedAt = Date.now() - (LOGGED / 10) * 1000;
  const marks = [{ kind: 'jumper-off' as const, at: 1 }];
  addBenchTest(db, { id: 'hour', batteryId: 'battery-033', startedAt, marks });
  const seconds = Array.from({ length: LOGGED }, (_, i) => i / 10);
  const amps = seconds.map((t) => (t < 60 ? 0.4 : t < 900 ? 0.1 : 0.02) + 1e-4 * Math.sin(t * 77));
  addPiece(db, 'hour', 0, seconds, amps);
  db.close();
  const meter = startOutside(
    { world: worldFile(folder), living: livingFile(folder), app: 'http://127.0.0.1:1' },
    ports,
    1,
  );
  const env = { EMBER_HANDS: String(ports.hands), EMBER_PACE: '1' };
  const server = await startServer({ folder, port: await portToMeasureOn(), now: DEMO_NOW, env });
  const browser = await chromium.launch({
    executablePath: CHROMIUM,
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const framesOf = () =>
    page.evaluate(
      (ms) =>
        new Promise<number[]>((done) => {
          const gaps: number[] = [];
          const begun = performance.now();
          let last = begun;
          const frame = (now: number) => {
            gaps.push(now - last);
            last = now;
            if (now - begun < ms) requestAnimationFrame(frame);
            else done(gaps);
          };
          requestAnimationFrame(frame);
        }),
      WATCHED_MS,
    );
  const base = `http://${HOST}:${server.port}`;
  await page.goto(`${base}/rules`);
  await page.waitForTimeout(2000);
  const still = await framesOf();
  await page.goto(`${base}/bench?battery=battery-033&job=draw`);
  await page.locator('[data-meter="reading"]').waitFor();
  await page.waitForTimeout(3000);
  const streaming = await framesOf();
  await browser.close();
  await server.stop();
  meter.kill();
  rmSync(folder, { recursive: true });
  const row = (name: string, gaps: number[]) => [
    name,
    quantile(gaps, 0.5).toFixed(1),
    quantile(gaps, 0.99).toFixed(1),
    Math.max(...gaps).toFixed(0),
    `${((100 * gaps.filter((gap) => gap > 50).length) / gaps.length).toFixed(2)} %`,
  ];
  table(
    ['ms between frames', 'median', '99th percentile', 'longest', 'over 50 ms'],
    [row('a page at rest', still), row(`ten samples a second on top of ${LOGGED}`, streaming)],
  );
}
