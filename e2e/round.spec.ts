import { alive, sentNow, visit } from './desk';
import { expect, test, type Page } from './test';
import { TestSite } from './server';

let site: TestSite;
test.beforeEach(async () => {
  site = await TestSite.make();
});
test.afterEach(() => site.remove());

const open = async (page: Page) => {
  await visit(page, `${site.url}/round`);
  await expect(page.getByRole('heading', { name: 'Thursday round' })).toBeVisible();
  await alive(page);
};

/** What the program asks about a reading before it takes it. */
const question = (page: Page) => page.locator('main').getByRole('alert');

/** Records what is typed; a question about it is answered with yes. */
async function recordVolts(page: Page, digits: string): Promise<void> {
  await page.keyboard.type(digits);
  await expect(page.locator('[data-fresh="true"]').or(question(page))).toBeVisible();
  await page.keyboard.press((await question(page).isVisible()) ? 'y' : 'Enter');
}

/** Goes to the next stop that wants volts, by keys alone. */
async function toVolts(page: Page): Promise<void> {
  for (let i = 0; i < 60; i++) {
    if (await page.getByText('rested', { exact: false }).first().isVisible()) {
      const primary = await page.getByRole('button', { name: /^Record/ }).count();
      if (primary > 0) return;
    }
    await page.keyboard.press('Enter');
  }
  throw new Error('no stop wants volts');
}

/** Guided work by keys: Space for each step, what a step asks for is typed. */
async function workThrough(page: Page): Promise<void> {
  const complete = page.getByRole('button', { name: /: done$/ });
  for (let i = 0; i < 30; i++) {
    // The page may have gone on meanwhile.
    if (!(await complete.isVisible())) return;
    if (await complete.isEnabled()) break;
    const focused = await page.evaluate(
      () => document.activeElement?.closest('[data-input]') !== null,
    );
    if (!focused) await page.keyboard.press('Space');
    else if (await page.getByText('Type the settled milliamps.').isVisible()) {
      await page.keyboard.type('6');
      await page.keyboard.press('Enter');
    } else if (await page.getByLabel(/^Gravity, cell 1$/).isVisible()) {
      // One cell after the other, then the temperature of the acid.
      await page.getByLabel('Gravity, cell 1').focus();
      for (let cell = 0; cell < 6; cell++) {
        await page.keyboard.type('1.250');
        await page.keyboard.press('Tab');
      }
      await page.keyboard.type('5');
      await page.keyboard.press('Escape');
    } else {
      // Levels: all at the mark.
      await page.keyboard.press('Tab');
      await page.keyboard.press('Enter');
      await page.keyboard.press('Escape');
    }
  }
  await page.keyboard.press('Enter');
}

/** A second look by keys: the rest is sound, then recorded. */
async function lookAgain(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'All the rest is sound' }).focus();
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Record what was seen' }).focus();
  await page.keyboard.press('Enter');
}

test('a whole round with nothing but the keyboard', async ({ page }) => {
  await open(page);
  const progress = page.getByText(/of \d+ stops/);
  const total = Number(/of (\d+) stops/.exec(await progress.innerText())![1]);
  expect(total).toBeGreaterThan(15);
  const finished = page.getByText('The round is done');
  const work = page.getByRole('button', { name: /: done$/ });
  const again = page.getByRole('heading', { name: 'Look again' });
  const gone = page.getByRole('button', { name: 'It is out of the hall' });
  const thaw = page.getByRole('heading', { name: 'Warm it through first' });
  let fewer = 0;
  for (let i = 0; i < 6 * total; i++) {
    if (await finished.isVisible()) break;
    await expect(page.getByText('A moment …')).toHaveCount(0);
    const lamp = page.getByRole('heading', { name: 'What does the lamp say?' });
    const charge = page.getByRole('heading', { name: /^(Put it on|Take it off) charge$/ });
    if (await lamp.isVisible()) await page.keyboard.press('1');
    else if (await charge.isVisible()) {
      // Where every charger that suits is in use, this one has to wait.
      const free = page.getByRole('button', { name: /^X /, disabled: false });
      if (await free.count()) await page.keyboard.press('x');
      else {
        await page.getByRole('button', { name: 'Could not reach', exact: true }).focus();
        await page.keyboard.press('Enter');
        fewer++;
      }
    } else if (await thaw.isVisible()) {
      await page.getByRole('button', { name: /^Its case was measured warm/ }).focus();
      await page.keyboard.press('Enter');
    } else if (await again.isVisible()) await lookAgain(page);
    else if (await gone.isVisible()) {
      await gone.focus();
      await page.keyboard.press('Enter');
      fewer++;
    } else if (await work.first().isVisible()) await workThrough(page);
    else {
      // What the last reading said, a hair lower: always believable.
      const shown = Number(await page.getByLabel('Volts').innerText());
      const volts = Number.isFinite(shown) ? shown - 0.01 : 12.6;
      await recordVolts(page, String(Math.round(volts * 100)));
    }
  }
  await expect(finished).toBeVisible();
  await expect(progress).toContainText(`${total} of ${total} stops`);
  await expect(page.getByText('Everything is sent')).toBeVisible();
  await page.reload();
  // Nothing of it is lost, and the plan, made anew, puts nothing more into it; what could not be
  // charged today may have another day by now, and what is out of the hall has no stop.
  await expect(finished).toBeVisible();
  const [, done, all] = /(\d+) of (\d+) stops/.exec(await progress.innerText())!;
  expect(done).toBe(all);
  expect(Number(all)).toBeLessThanOrEqual(total);
  expect(Number(all)).toBeGreaterThanOrEqual(total - fewer);
});

test('undo takes the last record back, and the logbook shows both', async ({ page }) => {
  await open(page);
  await toVolts(page);
  const name = (await page.getByRole('heading', { level: 1 }).textContent())!;
  await recordVolts(page, '1258');
  await expect(page.getByText('Everything is sent')).toBeVisible();
  await page.keyboard.press('u');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(name);
  await expect(page.getByText('Everything is sent')).toBeVisible();
  await page.getByRole('heading', { level: 1 }).getByRole('link').click();
  const struck = page.getByRole('listitem').filter({ hasText: '12.58 V' });
  await expect(struck.first()).toBeVisible();
  await expect(struck.first().getByRole('button', { name: /^Correct/ })).toHaveCount(0);
});

test('a server that stops in mid-round loses nothing', async ({ page }) => {
  await open(page);
  await toVolts(page);
  await site.stop('SIGKILL');
  await recordVolts(page, '1259');
  await expect(page.getByText(/1 entry waiting to send/)).toBeVisible();
  await page.keyboard.press('c');
  await expect(page.getByText(/entries waiting to send/)).toBeVisible();
  await expect(page.getByText('the server cannot be reached')).toBeVisible();
  await site.start();
  await sentNow(page);
});

test('what was not sent before the page was closed is sent after it is opened again', async ({
  page,
}) => {
  await open(page);
  await toVolts(page);
  const bay = await page.locator('section[aria-label^="Stop "]').getAttribute('aria-label');
  await page.route('**/api/entries', (route) => route.abort());
  await recordVolts(page, '1259');
  await expect(page.getByText(/waiting to send · kept on this device/)).toBeVisible();
  await page.unroute('**/api/entries');
  await page.reload();
  await expect(page.getByText('Everything is sent')).toBeVisible();
  await page.reload();
  const stop = page.getByRole('button', { name: new RegExp(`^${bay!.replace('Stop ', '')}\\b`) });
  await stop.click();
  await expect(page.getByRole('complementary').last()).toContainText('12.59 V');
});
