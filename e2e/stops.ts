import { expect, type Page } from '@playwright/test';

/** Goes to a stop of the round; a page that is still waking is touched again. */
export async function goToStop(page: Page, bay: string): Promise<void> {
  await expect(async () => {
    await page.getByRole('button', { name: new RegExp(`^${bay} `) }).click();
    await expect(page.locator(`section[aria-label="Stop ${bay}"]`)).toBeVisible({ timeout: 1000 });
  }).toPass({ timeout: 20_000 });
}
