import { alive, choose, visit } from './desk';
import { expect, test, type Page } from './test';
import { TestSite } from './server';
import { goToStop } from './stops';

let site: TestSite;
test.beforeEach(async () => {
  site = await TestSite.make();
});
test.afterEach(() => site.remove());

let entries = 0;
/** Records an entry as a phone would that has it. */
async function record(page: Page, kind: string, batteryId: string, data: object): Promise<number> {
  entries++;
  const reply = await page.request.post(`${site.url}/api/entries`, {
    headers: site.own,
    data: {
      id: `01948a2c-7c00-7000-8000-0000000b${String(entries).padStart(4, '0')}`,
      subjectKind: 'battery',
      subjectId: batteryId,
      kind,
      version: 1,
      at: '2027-01-14T08:55:00.000Z',
      by: 'attendant',
      strikes: null,
      data,
    },
  });
  return reply.status();
}
const reading = (page: Page, batteryId: string, volts: number) =>
  record(page, 'reading', batteryId, { volts, celsius: null, restedHours: 48, confirmed: true });

const stop = (page: Page) => page.locator('section[aria-label^="Stop "]');
const hands = (page: Page) => page.getByRole('list', { name: 'The order of the hands' });

async function toStep(page: Page, bay: string, name: string): Promise<void> {
  await visit(page, `${site.url}/round`);
  await goToStop(page, bay);
  await page.getByRole('button', { name, exact: true }).click();
}

test('positive earth: the round names the posts of that vehicle, on and off', async ({ page }) => {
  // The Wick of 1958; its lead is off: the body is not joined to the battery.
  expect(await reading(page, 'battery-015', 6.05)).toBe(200);
  await toStep(page, 'C16', 'recharge');
  await choose(page, 'Charger', 'A charger that is not noted');
  await expect(hands(page)).toContainText('Negative clamp to the negative post first.');
  await expect(hands(page)).toContainText(
    'Positive clamp to the battery’s own positive post, last',
  );
  await expect(stop(page)).not.toContainText(/bare metal/);
  // With the lead on it is the positive that goes to the body.
  expect(await record(page, 'negative', 'battery-015', { on: true })).toBe(200);
  await toStep(page, 'C16', 'recharge');
  // By finger first, then by keys.
  await choose(page, 'Charger', 'A charger that is not noted');
  await expect(hands(page)).toContainText('Positive clamp to bare metal of body or engine');
  await page.getByRole('heading', { name: 'Put it on charge' }).click();
  await page.keyboard.press('x');
  await expect(page.getByText('Everything is sent')).toBeVisible();
  await visit(page, `${site.url}/charge?battery=battery-015`);
  await expect(hands(page).first()).toContainText('Positive clamp off the body');
});

test('a string: one block alone by its own posts, or all of them by their own charger', async ({
  page,
}) => {
  expect(await reading(page, 'battery-018', 8.05)).toBe(200);
  await visit(page, `${site.url}/charge?battery=battery-018`);
  const put = page.getByRole('region', { name: 'Put it on' });
  await expect(put.getByText('The string’s own charger').first()).toBeVisible();
  await expect(hands(page)).toContainText('Its plug into the string’s own socket');
  await expect(put).not.toContainText(/bare metal|connected to the body/);
  await put.getByRole('button', { name: /^It hangs on The string’s own charger/ }).click();
  // Every block hangs with it, and all come off together.
  for (const id of ['battery-016', 'battery-017', 'battery-018']) {
    await visit(page, `${site.url}/charge?battery=${id}`);
    await expect(page.getByText(/^On charge: The string’s own charger/)).toBeVisible();
  }
  await page.getByRole('button', { name: 'Off, and full' }).click();
  await expect(page.getByRole('region', { name: 'Put it on' })).toBeVisible();
  await visit(page, `${site.url}/charge?battery=battery-016`);
  await expect(page.getByRole('region', { name: 'Put it on' })).toBeVisible();
});

test('frozen: thawed first, on the round, on the board and behind them', async ({ page }) => {
  await toStep(page, 'Y4', 'thaw');
  await expect(stop(page)).toContainText('It may be frozen');
  await expect(stop(page).getByRole('button', { name: /^X / })).toHaveCount(0);
  await visit(page, `${site.url}/charge?battery=battery-054`);
  const put = page.getByRole('region', { name: 'Put it on' });
  await expect(put.getByRole('alert')).toContainText('First: thaw it through');
  await expect(put.getByRole('button', { name: /^It hangs on/ })).toBeDisabled();
  expect(await record(page, 'charge-started', 'battery-054', { charger: 'a borrowed one' })).toBe(
    409,
  );
  // Once its case was measured warm and its volts were read, it may be charged.
  await toStep(page, 'Y4', 'thaw');
  await page.getByRole('button', { name: /^Its case was measured warm/ }).click();
  await expect(page.getByText('Everything is sent')).toBeVisible();
  expect(await reading(page, 'battery-054', 11.9)).toBe(200);
  await toStep(page, 'Y4', 'recharge');
  await expect(stop(page).getByRole('button', { name: /^X / })).toBeEnabled();
});

test('condemned: no work that charges or uses it, and what hangs on it is said loudly', async ({
  page,
}) => {
  expect(await record(page, 'maintainer', 'battery-078', { on: true })).toBe(409);
  // It was hung on all the same: that is a fact, and the first thing to do is to take it off.
  const despite = { on: true, despite: 'it hung there when I came' };
  expect(await record(page, 'maintainer', 'battery-078', despite)).toBe(200);
  await visit(page, `${site.url}/charge`);
  await expect(page.getByRole('region', { name: /^To look at/ })).toContainText(
    'It must not be on charge',
  );
  await visit(page, `${site.url}/round`);
  await goToStop(page, 'Y18');
  await expect(page.getByRole('button', { name: 'take off', exact: true })).toBeVisible();
});

test('what hangs on it comes off before it is cleaned or topped up', async ({ page }) => {
  await visit(page, `${site.url}/round`);
  await goToStop(page, 'D8');
  await page.getByRole('button', { name: 'top up', exact: true }).click();
  await expect(stop(page).getByRole('alert')).toContainText('First: take it off the charger');
  await page.getByRole('button', { name: 'take off', exact: true }).click();
  await expect(stop(page)).toContainText('Control switch off and locked');
});

test('a generator that must start by itself stays connected, in its plans too', async ({
  page,
}) => {
  await visit(page, `${site.url}/vehicle/vehicle-10`);
  await page.getByRole('button', { name: 'Storage plan', exact: true }).click();
  await expect(page.locator('[data-plan="off-recharged"]')).toContainText('must start at any time');
});

test('the keys of the round are listed where they can be seen', async ({ page }) => {
  await visit(page, `${site.url}/round`);
  await alive(page);
  await page.keyboard.press('?');
  const keys = page.getByText('volts, the last two digits are decimals', { exact: false });
  await expect(keys).toBeInViewport();
  await page.keyboard.press('Escape');
  await expect(keys).toHaveCount(0);
});
