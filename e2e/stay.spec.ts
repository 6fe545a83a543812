import { choose, visit } from './desk';
import { expect, test, type Page } from './test';
import { TestSite } from './server';
import { goToStop } from './stops';

let site: TestSite;
test.beforeAll(async () => {
  site = await TestSite.make();
});
test.afterAll(() => site.remove());

const open = async (page: Page, bay: string) => {
  await visit(page, `${site.url}/yard`);
  await page.locator(`[data-bay="${bay}"]`).click();
  await expect(page.getByRole('group', { name: 'Shown' })).toBeVisible();
};
const show = (page: Page, view: string) =>
  page.getByRole('group', { name: 'Shown' }).getByRole('button', { name: view }).click();
const tick = (page: Page, step: string) => page.locator(`[data-step="${step}"] [role=checkbox]`);

test('a plan is chosen, its work stands in the round, and is done while the server is down', async ({
  page,
}) => {
  await test.step('the plan of a mower: off, since it is not driven', async () => {
    await open(page, 'C20');
    await show(page, 'Storage plan');
    await expect(page.getByText('On the plan “Left connected, recharged when due”.')).toBeVisible();
    await page.getByRole('radio', { name: 'Out, onto the bench, recharged when due' }).check();
    await page.getByRole('button', { name: 'Put it on: bench' }).click();
    await expect(
      page.getByText(/Still to do in the round: before disconnecting, take out/),
    ).toBeVisible();
  });

  await test.step('in the round, with the server stopped in mid-work', async () => {
    await visit(page, `${site.url}/round`);
    await page.getByRole('button', { name: /^C20/ }).click();
    await page.getByRole('button', { name: 'take out', exact: true }).click();
    await expect(page.getByRole('heading', { name: 'Take out' })).toBeVisible();
    await site.stop();
    await tick(page, 'live-off').click();
    await expect(page.getByText('Not yet. First: Negative clamp off first.')).toBeVisible();
    const done = page.getByRole('button', { name: 'Take out: done' });
    for (let i = 0; i < 20 && !(await done.isEnabled()); i++) {
      await page.locator('[data-step] [role=checkbox][aria-checked=false]').first().click();
    }
    await done.click();
    await expect(page.getByText(/not yet sent|waiting|not sent/i)).toBeVisible();
    await site.start();
    await expect(page.getByText('Everything is sent')).toBeVisible({ timeout: 60_000 });
  });

  await test.step('it stands on the bench, and in the logbook', async () => {
    await open(page, 'C20');
    await expect(page.locator('dl').getByText('on the bench')).toBeVisible();
    await expect(page.getByText('taken out, onto the bench')).toBeVisible();
    await show(page, 'Storage plan');
    await expect(page.getByText(/Still to do/)).toBeHidden();
  });
});

test('a vehicle with positive earth has an order of its own', async ({ page }) => {
  await open(page, 'C16');
  await show(page, 'Work');
  await page.getByRole('button', { name: 'Reconnect', exact: true }).click();
  await expect(page.locator('[data-step="live-on"]')).toContainText('Negative clamp on first');
  await tick(page, 'earthed-on').click();
  await expect(page.locator('[data-step="earthed-on"] [role=alert]')).toContainText(
    'The positive is connected to the body and goes on last',
  );
  // By mouse first, then by keys: Space ticks the next step, and not the one that was just clicked.
  const ticked = page.getByRole('checkbox', { checked: true });
  await page.getByRole('checkbox').first().click();
  await expect(ticked).toHaveCount(1);
  await page.keyboard.press(' ');
  await expect(ticked).toHaveCount(2);
});

test('an outing counts as no charge and asks for a reading', async ({ page }) => {
  await open(page, 'D1');
  const lastFull = page.locator('dl div', { hasText: 'Last full' });
  const before = await lastFull.innerText();
  await show(page, 'Stay');
  await page.getByLabel('Minutes').fill('-5');
  await page.getByRole('button', { name: 'Record the outing' }).click();
  await expect(page.getByText('Minutes are 0 to 1440')).toBeVisible();
  await expect(page.getByLabel('Minutes')).toHaveValue('-5');
  await page.getByLabel('Minutes').fill('12');
  await page.getByRole('button', { name: 'Record the outing' }).click();
  await expect(page.getByText('last driven').first()).toBeVisible();
  await expect(lastFull).toHaveText(before.replace('\n', ''));
  await expect(page.getByText(/an outing counts as no charge/)).toBeVisible();
});

test('a swap pair: the second waits on the bench, then they change places', async ({ page }) => {
  await open(page, 'B6');
  const on = (
    await page
      .locator('dl')
      .getByText(/^B\d+, starter/)
      .innerText()
  ).slice(0, 4);
  await show(page, 'Stay');
  await page.getByRole('button', { name: 'A second battery, for a swap pair' }).click();
  // Its own facts are asked, never copied from the other.
  await expect(page.getByLabel('Capacity, Ah')).toHaveValue('');
  await choose(page, 'Chemistry', 'AGM (absorbed glass mat)');
  await page.getByLabel('Capacity, Ah').fill('0');
  await page.getByRole('button', { name: 'Put it on the bench' }).click();
  await expect(page.getByText(/at least 0.5 Ah/)).toBeVisible();
  await expect(page.getByLabel('Capacity, Ah')).toHaveValue('0');
  await page.getByLabel('Capacity, Ah').fill('80');
  await page.getByRole('button', { name: 'Put it on the bench' }).click();
  await expect(page.getByText('The second battery stands on the bench.')).toBeVisible();
  await page.getByRole('button', { name: `Swap for ${on}` }).click();
  await expect(page.getByText(new RegExp(`on the vehicle, ${on} on the bench`))).toBeVisible();
  await page.getByRole('button', { name: 'Starter 1, bench' }).click();
  await show(page, 'Record');
  // Its readings stayed with it.
  await expect(page.locator('dl').getByText(new RegExp(`^${on}, starter 1, bench`))).toBeVisible();
  expect(await page.getByRole('button', { name: /^Correct reading/ }).count()).toBeGreaterThan(3);
  await page.getByRole('button', { name: 'Starter 2' }).click();
  await expect(page.getByRole('button', { name: /^Correct reading/ })).toHaveCount(0);
});

test('an old verdict says under which version of the rules it was given', async ({ page }) => {
  await visit(page, `${site.url}/rules`);
  await page
    .getByRole('radiogroup', { name: 'Leaving a battery alone' })
    .getByText('Full, two weeks', { exact: true })
    .click();
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText(/^Version 2, since/)).toBeVisible();
  await open(page, 'A5');
  await page
    .getByRole('button', { name: /^What was said about/ })
    .first()
    .click();
  await expect(page.getByText(/^Said then, under version 1 of the rules \(now 2\):/)).toBeVisible();
  await expect(page.getByText(/Your rule leaves nothing alone under about/).first()).toBeVisible();
});

test('an inspection on the vehicle’s page: plates show, so water comes first', async ({ page }) => {
  await open(page, 'A5');
  await show(page, 'Work');
  await page.getByRole('button', { name: 'All at the mark' }).click();
  await choose(page, 'Cell 4', 'plates show');
  await page.getByRole('button', { name: 'All the rest is sound' }).click();
  await expect(page.getByText(/Cover the plates with distilled/)).toBeVisible();
  await page.getByRole('button', { name: 'Record what was seen' }).click();
  await expect(page.getByText('Recorded in the logbook.')).toBeVisible();
  await expect(page.getByText('inspected: plates show in a cell')).toBeVisible();
  await visit(page, `${site.url}/round`);
  await goToStop(page, 'A5');
  await expect(page.getByRole('button', { name: 'top up', exact: true })).toBeVisible();
});
