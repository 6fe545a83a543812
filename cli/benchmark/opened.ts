import type { Page, Response as Reply } from '@playwright/test';
import { gzipSync } from 'node:zlib';

/** What a page notes of itself, in milliseconds. */
interface Seen {
  longest: number;
  aliveAt: number;
}

/** Lets each page that is opened from now on note when it can be used, and its longest task. */
export async function watch(page: Page): Promise<void> {
  await page.addInitScript(() => {
    const seen: Seen = { longest: 0, aliveAt: Infinity };
    Object.assign(globalThis, { seen });
    new MutationObserver(() => {
      if ('alive' in document.documentElement.dataset) {
        seen.aliveAt = Math.min(seen.aliveAt, performance.now());
      }
    }).observe(document, { subtree: true, attributeFilter: ['data-alive'] });
    new PerformanceObserver((list) => {
      for (const { duration } of list.getEntries()) {
        seen.longest = Math.max(seen.longest, duration);
      }
    }).observe({ type: 'longtask', buffered: true });
  });
}

/**
 * A watched page is opened: milliseconds from its address until it can be used, as it says itself; the
 * scripts that it had asked for by then, as they travel; its longest task.
 */
export async function opened(
  page: Page,
  url: string,
): Promise<{ ms: number; kB: number; task: number }> {
  const scripts = new Map<string, Promise<number>>();
  const take = (response: Reply) => {
    if (response.request().resourceType() !== 'script') return;
    const body = response.body().then((bytes) => gzipSync(bytes).length);
    scripts.set(
      response.url(),
      body.catch(() => 0),
    );
  };
  page.on('response', take);
  await page.goto(url, { waitUntil: 'commit' });
  await page.locator('html[data-alive]').waitFor({ state: 'attached' });
  await page.waitForTimeout(1000);
  page.off('response', take);
  // What it fetches once it is alive comes beside what somebody does there.
  const { longest, aliveAt, asked } = await page.evaluate(() => {
    const { seen } = globalThis as unknown as { seen: Seen };
    const all = performance.getEntriesByType('resource');
    const early = all.filter(({ startTime }) => startTime < seen.aliveAt);
    return { ...seen, asked: early.map(({ name }) => name) };
  });
  const weights = asked.flatMap((name) => scripts.get(name) ?? []);
  const bytes = (await Promise.all(weights)).reduce((sum, one) => sum + one, 0);
  return { ms: aliveAt, kB: bytes / 1000, task: longest };
}
