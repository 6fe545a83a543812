import { alive, visit } from './desk';
import { expect, test, type Page } from './test';
import { TestSite } from './server';

let site: TestSite;
test.beforeAll(async () => {
  site = await TestSite.make('some');
});
test.afterAll(() => site.remove());

const stages = (page: Page) => page.getByRole('navigation', { name: 'Stages' });

/** Ticks what is left of the work that is open, step by step. */
async function tickAll(page: Page): Promise<void> {
  const left = page.locator('[data-step] [role=checkbox][aria-checked=false]');
  await left.first().waitFor();
  while ((await left.count()) > 0) await left.first().click();
}

test('from "comes on Tuesday" to a free bay, the archive, and the next autumn', async ({
  page,
}) => {
  await visit(page, `${site.url}/hand-back`);
  await alive(page);
  const item = page.getByRole('listitem').filter({ hasText: 'Fennick hybrid' });

  await test.step('its owner comes sooner: one touch, and the list says what is left', async () => {
    await expect(item).toContainText('Tue 19 Jan');
    await item.getByRole('button', { name: 'Another day' }).click();
    await page.getByRole('button', { name: 'Comes today' }).click();
    await expect(item).toContainText('today');
    await item.getByRole('link', { name: 'Walk it back' }).click();
  });

  await test.step('with the maintainer on it, it is not handed over; mains and lamps come first', async () => {
    await stages(page)
      .getByRole('button', { name: /^Hand it over/ })
      .click();
    await expect(page.getByText(/A maintainer hangs on it: mains off/)).toBeVisible();
    await expect(page.getByLabel('Who takes it')).toBeHidden();
    await stages(page)
      .getByRole('button', { name: /^Off the charger/ })
      .click();
    await tickAll(page);
    await page.getByRole('button', { name: 'Take it off the charger: done' }).click();
    await expect(
      stages(page).getByRole('button', { name: /^Off the charger.*done/ }),
    ).toBeVisible();
  });

  await test.step('what is left is said, and its owner takes it with a reason', async () => {
    await stages(page)
      .getByRole('button', { name: /^Hand it over/ })
      .click();
    await page.getByLabel(/Handed over all the same because/).fill('its owner cannot wait');
    await tickAll(page);
    await page.getByRole('button', { name: 'Hand over: done' }).click();
    await expect(page.getByRole('region', { name: 'Archive' })).toContainText('Fennick hybrid');
    await visit(page, `${site.url}/yard`);
    await expect(page.getByRole('link', { name: /C12.*free/ })).toBeVisible();
  });

  await test.step('its record stays, and it comes again to its old bay in three touches', async () => {
    await visit(page, `${site.url}/hand-back`);
    const archive = page.getByRole('region', { name: 'Archive' });
    await archive.getByRole('button', { name: 'It comes again' }).click();
    await expect(archive.getByRole('combobox', { name: 'Bay' }).locator('..')).toContainText('C12');
    await archive.getByRole('button', { name: 'Lay it up again' }).click();
    await expect(archive).toBeHidden();
    await visit(page, `${site.url}/yard`);
    await page.locator('[data-bay="C12"]').click();
    await expect(page.getByText('handed back', { exact: true })).toBeVisible();
  });
});
