import { expect, type Locator, type Page } from '@playwright/test';

/** The desk that most tests sit at. */
export const DESK = {
  viewport: { width: 1280, height: 800 },
  colorScheme: 'light',
  timezoneId: 'Europe/London',
  locale: 'en-GB',
} as const;

/**
 * Sends what waits, now that the server can be reached again. The outbox tries by itself too: where
 * it is quicker than the finger, its button is gone, and that is as well.
 */
export async function sentNow(page: Page): Promise<void> {
  const sent = page.getByText('Everything is sent');
  await page.getByRole('button', { name: 'Try now' }).or(sent).first().click();
  await expect(sent).toBeVisible();
}

/** The page is listened to: keys and clicks count from now on. */
export const alive = (page: Page): Promise<void> =>
  expect(page.locator('html[data-alive]')).toBeAttached();

interface Running {
  readonly next?: { readonly router?: { readonly push: (path: string) => void } };
}

/**
 * Goes to a page of the site as its links do, without loading the program anew where it runs
 * already; opens it where it does not.
 */
export async function visit(page: Page, url: string): Promise<void> {
  const to = new URL(url);
  const from = page.url();
  const runs =
    from !== url &&
    URL.canParse(from) &&
    new URL(from).origin === to.origin &&
    (await page.evaluate(() => 'alive' in document.documentElement.dataset));
  if (!runs) {
    await page.goto(url);
    return;
  }
  const path = url.slice(to.origin.length);
  await page.evaluate((there) => (globalThis as Running).next!.router!.push(there), path);
  await page.waitForURL(({ href }) => href !== from);
}

/** Chooses from the list of that name, in a part of the page where there are several. */
export async function choose(
  where: Page | Locator,
  list: string,
  option: string | RegExp,
): Promise<void> {
  const page = 'page' in where ? where.page() : where;
  await where.getByRole('combobox', { name: list, exact: true }).click();
  await page.getByRole('option', { name: option, exact: typeof option === 'string' }).click();
}
