import { choose, visit } from './desk';
import { expect, test } from './test';
import { TestSite } from './server';

let site: TestSite;
test.beforeAll(async () => {
  site = await TestSite.make();
});
test.afterAll(() => site.remove());

test('from a new motorcycle to its next due date, and everything is still there after a restart', async ({
  browser,
}) => {
  const desk = await browser.newPage();
  const complaints: string[] = [];
  desk.on('console', (message) => {
    if (message.type() === 'error') complaints.push(message.text());
  });

  await test.step('lay up a motorcycle with an AGM battery', async () => {
    await visit(desk, `${site.url}/lay-up`);
    await desk.locator('label', { hasText: /^Motorcycle$/ }).click();
    await desk.getByLabel('Name', { exact: true }).fill('Wick 900, test rider');
    await desk.getByRole('radio', { name: 'C14' }).check();
    await choose(desk, 'Last driven or charged', 'Yesterday or before');
    await desk.getByRole('button', { name: '4 Batteries' }).click();
    await choose(desk, 'Chemistry', 'AGM (absorbed glass mat)');
    await desk.getByLabel('Capacity, Ah').fill('12');
    await desk.getByLabel('Draw, mA').fill('1.2');
    await desk.getByRole('button', { name: 'Lay it up now' }).click();
    await expect(desk.getByRole('heading', { name: /stands in C14/ })).toBeVisible();
  });

  await test.step('it stands in the Yard, not read yet', async () => {
    await desk.getByRole('link', { name: 'See it in the Yard' }).click();
    await expect(desk.locator('[data-bay="C14"]')).toContainText('Wick 900');
    await expect(desk.locator('[data-bay="C14"]')).toContainText('not read');
  });

  const phone = await browser.newPage({
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    isMobile: true,
  });

  await test.step('walk the round with a phone up to it, and type its voltage', async () => {
    await phone.goto(`${site.url}/round`);
    for (let stops = 0; stops < 120; stops++) {
      if (await phone.getByRole('heading', { name: /Wick 900/ }).isVisible()) break;
      const skip = phone.getByRole('button', { name: 'Skip', exact: true });
      if (await skip.isVisible()) await skip.tap();
      else await phone.getByRole('button', { name: /^(Skip|Go) to/ }).tap();
    }
    await expect(phone.getByRole('heading', { name: /Wick 900/ })).toBeVisible();
    const keypad = phone.getByRole('group', { name: 'Keypad' });
    for (const digit of ['1', '2', '6', '6']) {
      await keypad.getByRole('button', { name: digit, exact: true }).tap();
    }
    await expect(phone.getByLabel('Volts')).toHaveText('12.66');
    const verdict = phone.locator('[data-fresh="true"]');
    await expect(verdict).toContainText('Meets your 12.3');
    await expect(verdict).toContainText(/Next reading/);
    await expect(verdict).toContainText(/\d+ d/);
    await phone.getByRole('button', { name: /^Record/ }).tap();
    await expect(phone.getByText('Everything is sent')).toBeVisible();
    await expect(phone.getByRole('heading', { name: /Wick 900/ })).toBeHidden();
  });

  const reserveOf = async () => {
    const text = await desk.locator('[data-bay="C14"]').innerText();
    return Number(/(\d+) d/.exec(text)?.[1] ?? NaN);
  };

  await test.step('a mistyped reading is struck and stays to be seen', async () => {
    await visit(desk, `${site.url}/yard`);
    await desk.locator('[data-bay="C14"]').click();
    await expect(desk.getByRole('heading', { name: /Wick 900/ })).toBeVisible();
    await desk.getByRole('button', { name: 'Correct reading 12.66 V' }).click();
    await desk.getByLabel('Volts instead').fill('12.62');
    await desk.getByRole('button', { name: 'Replace' }).click();
    await expect(desk.getByText('in place of a struck one')).toBeVisible();
    await expect(desk.getByText('12.66 V', { exact: true })).toBeVisible();
    await expect(desk.getByRole('button', { name: 'Correct reading 12.66 V' })).toBeHidden();
  });

  await test.step('dragging the ribbon changes the reserve', async () => {
    await visit(desk, `${site.url}/yard`);
    const before = await reserveOf();
    expect(before).toBeGreaterThan(20);
    const handle = desk.getByRole('slider', { name: 'Day shown' });
    const box = (await handle.boundingBox())!;
    await desk.mouse.move(box.x, box.y + 20);
    await desk.mouse.down();
    await desk.mouse.move(box.x + 60, box.y + 20, { steps: 4 });
    await desk.mouse.up();
    await expect(desk.getByRole('heading', { name: /^Yard on/ })).toBeVisible();
    await expect.poll(reserveOf).toBeLessThan(before);
    await desk.keyboard.press('t');
    await expect(desk.getByRole('heading', { name: 'Yard', exact: true })).toBeVisible();
    expect(await reserveOf()).toBe(before);
  });

  await test.step('a restart loses nothing', async () => {
    expect(complaints).toEqual([]);
    await site.stop();
    await site.start();
    // The open page asks its server at intervals, and may have asked while there was none.
    complaints.length = 0;
    await desk.reload();
    await expect(desk.locator('[data-bay="C14"]')).toContainText('Wick 900');
    await desk.locator('[data-bay="C14"]').click();
    await expect(desk.getByText('12.62 V', { exact: true })).toBeVisible();
    await expect(desk.getByText('12.66 V', { exact: true })).toBeVisible();
  });

  expect(complaints).toEqual([]);
});
