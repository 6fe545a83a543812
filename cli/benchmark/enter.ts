import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { makeDemo } from '../../demo/make';
import { DEMO_NOW } from '../../demo/site';
import { HOST } from '../host';
import { portToMeasureOn, startServer } from '../server';
import { quantile, table } from './report';

const CHROMIUM = '/usr/bin/chromium';

/** From Enter to the next stop's card as the user sees it, beside two bare frames. */
export async function enterToNextCard(): Promise<void> {
  if (!existsSync(CHROMIUM)) {
    console.log(`No ${CHROMIUM}: the time from Enter to the next card was not measured.\n`);
    return;
  }
  const { chromium } = await import('@playwright/test');
  const folder = mkdtempSync(join(tmpdir(), 'velvet-bench-'));
  makeDemo(folder);
  const server = await startServer({ folder, port: await portToMeasureOn(), now: DEMO_NOW });
  const browser = await chromium.launch({
    executablePath: CHROMIUM,
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`http://${HOST}:${server.port}/round`);
  await page.locator('canvas').waitFor();
  await page.waitForTimeout(1000);
  // Measured inside the page: from the key to the frame after the one in which the card changed.
  const times = await page.evaluate(async () => {
    const frames = () =>
      new Promise<void>((done) => requestAnimationFrame(() => requestAnimationFrame(() => done())));
    const name = () => document.querySelector('section h1')!.textContent;
    const press = (key: string) =>
      window.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
    const cards: number[] = [];
    const bare: number[] = [];
    for (let i = 0; i < 40; i++) {
      const volts = document.querySelector('output')?.textContent ?? '';
      if (/^\d/.test(volts)) {
        for (const digit of String(Math.round(Number(volts) * 100 - 1))) press(digit);
        await frames();
      }
      const doubted = document.querySelector('main [role="alert"]') !== null;
      const before = name();
      const start = performance.now();
      press(doubted ? 'y' : 'Enter');
      await frames();
      const took = performance.now() - start;
      if (name() !== before) cards.push(took);
      const idle = performance.now();
      await frames();
      bare.push(performance.now() - idle);
      await new Promise((later) => setTimeout(later, 50));
    }
    return { cards, bare };
  });
  await browser.close();
  await server.stop();
  rmSync(folder, { recursive: true });
  const frame = quantile(times.bare, 0.5);
  table(
    ['in the browser', 'ms, median', 'ms, 95th percentile', 'of two bare frames'],
    [
      ['two bare frames', frame.toFixed(1), quantile(times.bare, 0.95).toFixed(1), '1.0×'],
      [
        `Enter to the next card (${times.cards.length} times)`,
        quantile(times.cards, 0.5).toFixed(1),
        quantile(times.cards, 0.95).toFixed(1),
        `${(quantile(times.cards, 0.5) / frame).toFixed(1)}×`,
      ],
    ],
  );
}
