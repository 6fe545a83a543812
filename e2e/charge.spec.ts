import { choose, visit } from './desk';
import { expect, test, type Page } from './test';
import { TestSite } from './server';
import { goToStop } from './stops';

let site: TestSite;
test.beforeAll(async () => {
  site = await TestSite.withOutside(40);
});
test.afterAll(async () => {
  await site.remove();
});

const panel = (page: Page, name: RegExp) => page.getByRole('region', { name });

/** Moves the demo's clock by one of its buttons and waits until the site has lived through it. */
async function clock(page: Page, step: string): Promise<string> {
  const now = page.locator('[data-demo-now]');
  if (!(await now.count())) await page.getByRole('button', { name: 'The demo’s clock' }).click();
  const before = await now.innerText();
  await page.getByRole('button', { name: step }).click();
  await expect(now).not.toHaveText(before, { timeout: 60_000 });
  const after = await now.innerText();
  await page.keyboard.press('Escape');
  return after;
}

/** Volts that the demo's meter shows at the battery on the screen. */
async function meter(page: Page): Promise<number> {
  const text = await page.locator('[data-demo-volts]').innerText();
  return Number(text.replace(' V', ''));
}

/** Ticks a guided procedure, step by step, until it is done. */
async function work(page: Page, tab: string, label: string): Promise<void> {
  await page.getByRole('button', { name: tab, exact: true }).click();
  const done = page.getByRole('button', { name: `${label}: done` });
  await expect(done).toBeVisible();
  for (const step of await page.locator('[data-step] [role="checkbox"]').all()) await step.click();
  await done.click();
}

test('a flat mower: found in the round, charged through moved time, rested, read, judged', async ({
  page,
}) => {
  test.setTimeout(150_000);
  await visit(page, `${site.url}/round`);
  await goToStop(page, 'C8');
  await page.getByRole('button', { name: 'Type it' }).click();
  await expect(page.getByText('is far under the')).toBeVisible();
  await page.keyboard.press('y');
  // Its plan has the negative off: that also ends what was left on.
  await goToStop(page, 'C8');
  await work(page, 'make ready', 'Before disconnecting');
  await goToStop(page, 'C8');
  await work(page, 'disconnect', 'Disconnect');
  await goToStop(page, 'C8');
  await expect(page.getByText('Found flat.')).toBeVisible();
  await expect(page.getByText('Everything is sent')).toBeVisible();
  await page.getByRole('link', { name: 'One careful attempt to bring it back' }).click();

  const mower = panel(page, /^C8 Osier/);
  await mower.getByRole('button', { name: 'Begin the attempt' }).click();
  await mower.getByRole('button', { name: 'All the rest is sound' }).click();
  await mower.getByRole('button', { name: 'All at the mark' }).click();
  await mower.getByRole('button', { name: 'Record what was seen' }).click();
  await expect(mower.locator('[data-step="charge"]')).toHaveAttribute('data-state', 'now');

  // Two touches: the battery was the first, this is the second.
  await expect(mower.getByText('Positive clamp to the positive post first.')).toBeVisible();
  const hangs = mower.getByRole('button', { name: /^It hangs on / });
  const [, charger] = /^It hangs on (.+)$/.exec(await hangs.innerText())!;
  await hangs.click();
  await expect(mower.getByText(`On charge: ${charger}`)).toBeVisible();
  await clock(page, 'One hour on');
  await expect(mower.getByText(/Lamp charging/)).toBeVisible();
  const early = await meter(page);
  expect(early).toBeGreaterThan(12.2);
  expect(await clock(page, 'To the next round')).toMatch(/Mon 18 Jan, 09:00/);
  await expect(mower.getByText(/Lamp holding/)).toBeVisible();
  await mower.getByRole('button', { name: 'Off, and full' }).click();
  const after = mower.getByRole('region', { name: 'After the charge' });
  await expect(after).toContainText(/Ah went in/);
  await expect(after).toContainText(/usable capacity of \d+ Ah/);
  await expect(mower.locator('[data-step="rest"]')).toHaveAttribute('data-state', 'now');

  await clock(page, 'One day on');
  await expect(mower.locator('[data-step="read"]')).toHaveAttribute('data-state', 'now');
  const rested = await meter(page);
  expect(rested).toBeGreaterThan(12.4);
  await mower.getByLabel('Resting voltage, V').fill(rested.toFixed(2));
  await mower.getByRole('button', { name: 'Record', exact: true }).click();
  await expect(mower.locator('[data-step="load-test"]')).toHaveAttribute('data-state', 'now');
  await mower.getByLabel('Volts after 15 s').fill('10.40');
  await mower.getByRole('button', { name: 'Record', exact: true }).click();
  await expect(mower.getByText(/A new one costs about/)).toBeVisible();
  await mower.getByRole('button', { name: 'Keep it' }).click();
  await expect(mower.getByRole('region', { name: 'Recovery' })).toHaveCount(0);

  await mower.getByRole('link', { name: 'Osier 30"' }).click();
  await expect(page.getByText(/^recovery: .* it holds/)).toBeVisible();
  await expect(page.getByText(/^full, \d+\.\d Ah/)).toBeVisible();
});

test('a maintainer that was knocked off is found by its silence, and speaks again once mended', async ({
  page,
}) => {
  await visit(page, `${site.url}/charge`);
  const watch = panel(page, /^To look at/);
  await expect(watch).toContainText('C2 Fennick pickup');
  await expect(watch).toContainText('fallen silent');
  await visit(page, `${site.url}/round`);
  await goToStop(page, 'C2');
  await expect(page.getByText('What does the lamp say?')).toBeVisible();
  await expect(page.getByText(/fallen silent/)).toBeVisible();
  // Dark, by its key; then what it was.
  await page.keyboard.press('4');
  const causes = page.getByRole('group', { name: 'What was it?' });
  await expect(causes.getByRole('button')).toHaveText([
    'Outlet',
    'Switch',
    'Fuse',
    'Clamp',
    'None of these',
  ]);
  await causes.getByRole('button', { name: 'Clamp' }).click();
  await expect(page.getByText('Everything is sent')).toBeVisible();
  await clock(page, 'One hour on');
  await visit(page, `${site.url}/charge?battery=battery-002`);
  const pickup = panel(page, /^C2 Fennick/);
  await expect(pickup.getByText(/^Lamp (charging|holding)/)).toBeVisible();
  await expect(page.getByText('fallen silent')).toHaveCount(0);
});

test('a gel battery is refused on the wrong programme, on the screen and behind it', async ({
  page,
}) => {
  await visit(page, `${site.url}/charge?battery=battery-024`);
  const gel = panel(page, /^A2 Tarn 125/);
  await gel.getByRole('button', { name: 'Off, and full' }).click();
  await choose(gel, 'Charger', /^Treadle/);
  await choose(gel, 'Programme', /^AGM/);
  await expect(gel.getByRole('alert')).toContainText(
    'It goes to 14.70 V, and gel takes 14.40 V at most: beyond that it dries out for good.',
  );
  await expect(gel.getByRole('button', { name: /^It hangs on Treadle/ })).toBeDisabled();
  await choose(gel, 'Programme', /^Gel/);
  await expect(gel.getByRole('button', { name: /^It hangs on Treadle/ })).toBeEnabled();

  const forced = await page.request.post(`${site.url}/api/entries`, {
    headers: site.own,
    data: {
      id: '01948a2c-7c00-7000-8000-00000000a001',
      subjectKind: 'battery',
      subjectId: 'battery-024',
      kind: 'charge-started',
      version: 1,
      // Whatever the clock was moved to by now: not long ago.
      at: '2027-01-20T09:00:00.000Z',
      by: 'attendant',
      strikes: null,
      data: {
        charger: 'Treadle',
        hook: {
          chargerId: 'treadle',
          channel: 2,
          outletId: null,
          programme: 'agm',
          amps: 1.2,
          absorptionVolts: 14.7,
          floatVolts: 13.6,
          fromSocPct: 90,
          hours: 5,
          ampHours: 2,
        },
      },
    },
  });
  expect(forced.status()).toBe(409);
  expect(((await forced.json()) as { reason: string }).reason).toMatch(
    /gel takes 14\.40 V at most/,
  );
});

test('after a power cut the mode of every charger is to be looked at', async ({ page }) => {
  await visit(page, `${site.url}/charge`);
  await page.getByRole('button', { name: 'The mains failed' }).click();
  for (const hall of ['Carding Hall', 'Loading Yard']) {
    await page.getByRole('checkbox', { name: hall }).uncheck();
  }
  await page.getByRole('button', { name: 'Note it' }).click();
  await expect(panel(page, /^To look at/)).toContainText('Power cut: look at its mode');
  await visit(page, `${site.url}/round`);
  await goToStop(page, 'D8');
  await page.getByRole('button', { name: 'mode', exact: true }).click();
  await page.getByRole('button', { name: 'In Normal, as it should' }).click();
  await expect(page.getByText('Everything is sent')).toBeVisible();
});
