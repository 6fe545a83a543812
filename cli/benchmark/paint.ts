import type { Browser, Page } from '@playwright/test';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { makeDemo } from '../../demo/make';
import { DEMO_NOW } from '../../demo/site';
import { HOST } from '../host';
import { portToMeasureOn, startServer } from '../server';
import { buildSite } from './build-site';
import { opened, watch } from './opened';
import { quantile, table } from './report';

const CHROMIUM = '/usr/bin/chromium';
/** A phone of the middle price is so many times slower than this machine. */
const SLOWER = 4;
const VIEWS = ['round', 'yard', 'season', 'charge', 'bench'] as const;
const WARM = 5;
/** Vehicles of the yard that is scrolled through. */
const MANY = 300;

/** A phone's window on a slowed processor. */
async function phone(browser: Browser): Promise<Page> {
  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    isMobile: true,
  });
  const page = await context.newPage();
  const devtools = await context.newCDPSession(page);
  await devtools.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
  await watch(page);
  return page;
}

/** Milliseconds between two frames while a long page is scrolled through. */
async function scrolled(page: Page, url: string): Promise<number[]> {
  await page.goto(url);
  await page.locator('html[data-alive]').waitFor({ state: 'attached' });
  await page.waitForTimeout(3000);
  return page.evaluate(async () => {
    const far = [...document.querySelectorAll<HTMLElement>('*')].reduce((most, one) =>
      one.scrollHeight - one.clientHeight > most.scrollHeight - most.clientHeight ? one : most,
    );
    const gaps: number[] = [];
    let before = performance.now();
    for (let i = 0; i < 120; i++) {
      far.scrollTop += 40;
      await new Promise(requestAnimationFrame);
      const now = performance.now();
      gaps.push(now - before);
      before = now;
    }
    return gaps.slice(5);
  });
}

/** How soon a screen can be used on a phone, what it costs to get there, how it scrolls. */
export async function benchPaint(): Promise<void> {
  if (!existsSync(CHROMIUM)) {
    console.log(`No ${CHROMIUM}: first paint was not measured.\n`);
    return;
  }
  const { chromium } = await import('@playwright/test');
  const browser = await chromium.launch({
    executablePath: CHROMIUM,
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  const folder = mkdtempSync(join(tmpdir(), 'velvet-bench-'));
  makeDemo(folder);
  const server = await startServer({ folder, port: await portToMeasureOn(), now: DEMO_NOW });
  const base = `http://${HOST}:${server.port}`;
  // The season is planned by whoever asks first.
  await (await fetch(`${base}/season`)).arrayBuffer();
  const blank = await phone(browser);
  const empty: number[] = [];
  for (let i = 0; i <= WARM; i++) {
    const begun = performance.now();
    await blank.goto(`${base}/api/ping`);
    empty.push(performance.now() - begun);
  }
  const nothing = quantile(empty, 0.5);
  const rows: string[][] = [];
  for (const view of VIEWS) {
    const page = await phone(browser);
    const cold = await opened(page, `${base}/${view}`);
    const warm: { ms: number; task: number }[] = [];
    for (let i = 0; i < WARM; i++) warm.push(await opened(page, `${base}/${view}`));
    const usual = quantile(
      warm.map(({ ms }) => ms),
      0.5,
    );
    rows.push([
      view,
      cold.kB.toFixed(0),
      cold.ms.toFixed(0),
      usual.toFixed(0),
      `${(usual / nothing).toFixed(1)}×`,
      Math.max(...warm.map(({ task }) => task)).toFixed(0),
    ]);
    await page.context().close();
  }
  table(
    [
      `on a phone, ${SLOWER}× slower`,
      'scripts, kB gzipped',
      'alive, cold, ms',
      'alive, warm, ms',
      'of an empty page',
      'longest task, ms',
    ],
    rows,
  );
  await server.stop();
  rmSync(folder, { recursive: true });

  const many = mkdtempSync(join(tmpdir(), 'velvet-bench-'));
  buildSite(many, MANY, MANY * 20);
  const large = await startServer({ folder: many, port: await portToMeasureOn(), now: DEMO_NOW });
  const page = await phone(browser);
  const gaps = await scrolled(page, `http://${HOST}:${large.port}/yard`);
  table(
    [`the yard of ${MANY}, scrolled`, 'ms between frames, median', '95th percentile', 'most'],
    [
      [
        'on the same phone',
        quantile(gaps, 0.5).toFixed(1),
        quantile(gaps, 0.95).toFixed(1),
        Math.max(...gaps).toFixed(1),
      ],
    ],
  );
  await browser.close();
  await large.stop();
  rmSync(many, { recursive: true });
}
