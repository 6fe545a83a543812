import { test as base, type BrowserContext, type Page } from '@playwright/test';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { DESK } from './desk';
import { TRUSTING, giveCookies, isToTheBuilding } from './to-the-building';

export { expect, type Page } from '@playwright/test';

interface Desk {
  readonly context: BrowserContext;
  /** Forgets what the pages kept, and closes them. */
  readonly clear: () => Promise<void>;
}

/**
 * One browser window for all tests of a worker: what it has compiled of the program need not be
 * compiled again. Each test finds it as if nobody had been there.
 */
export const test = base.extend<{ context: BrowserContext; page: Page }, { desk: Desk }>({
  desk: [
    async ({ playwright, launchOptions }, use) => {
      // A profile on disk, as people have: there a browser keeps scripts as it has compiled them.
      const profile = mkdtempSync(join(tmpdir(), 'velvet-desk-'));
      const context = await playwright.chromium.launchPersistentContext(profile, {
        ...launchOptions,
        args: [...(launchOptions.args ?? []), ...TRUSTING],
        ...DESK,
      });
      context.setDefaultTimeout(30_000);
      // A page of the same place that stays open keeps the process that shows them.
      const anchor = await context.newPage();
      await anchor.route('http://127.0.0.1/anchor', (route) => route.fulfill({ body: 'anchor' }));
      await anchor.goto('http://127.0.0.1/anchor');
      const devtools = await context.newCDPSession(anchor);
      const clear = async () => {
        const pages = context.pages().filter((page) => page !== anchor);
        const origins = new Set(pages.map((page) => new URL(page.url()).origin));
        await Promise.all(pages.map((page) => page.close()));
        for (const origin of origins) {
          if (!origin.startsWith('http')) continue;
          await devtools.send('Storage.clearDataForOrigin', { origin, storageTypes: 'all' });
        }
        await context.clearCookies();
        await context.setOffline(false);
      };
      await use({ context, clear });
      await context.close();
      // Its last processes may still write while they go.
      rmSync(profile, { recursive: true, force: true, maxRetries: 10, retryDelay: 200 });
    },
    { scope: 'worker' },
  ],
  context: async ({ desk }, use) => {
    if (isToTheBuilding) await giveCookies(desk.context);
    await use(desk.context);
    await desk.clear();
  },
  page: async ({ context }, use) => {
    await use(await context.newPage());
  },
});
