import { test as base, type BrowserContext, type Page } from '@playwright/test';
import { DESK } from './desk';

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
    async ({ browser }, use) => {
      const context = await browser.newContext(DESK);
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
    },
    { scope: 'worker' },
  ],
  context: async ({ desk }, use) => {
    await use(desk.context);
    await desk.clear();
  },
  page: async ({ context }, use) => {
    await use(await context.newPage());
  },
});
