import { expect, type Page } from '@playwright/test';

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
