import { v7 as uuidv7 } from 'uuid';
import { choose, visit } from './desk';
import { expect, test, type Page } from './test';
import { TestSite } from './server';

let site: TestSite;
test.beforeAll(async () => {
  site = await TestSite.make();
});
test.afterAll(() => site.remove());

/** The camper in Y12: a starter and two leisure batteries. */
const VEHICLE = 'vehicle-55';
const [STARTER, LEFT, RIGHT] = ['battery-069', 'battery-070', 'battery-071'] as const;

const stages = (page: Page) => page.getByRole('navigation', { name: 'Stages' });
const stage = (page: Page, name: RegExp) => stages(page).getByRole('button', { name }).click();

/** Ticks what is left of the work that is open, step by step. */
async function tickAll(page: Page): Promise<void> {
  const left = page.locator('[data-step] [role=checkbox][aria-checked=false]');
  await left.first().waitFor();
  while ((await left.count()) > 0) await left.first().click();
}

const daysFromNow = (days: number) =>
  new Date(Date.parse(site.now) + days * 86_400_000).toISOString();

/** What was done elsewhere: at the bench, on the board, in a round. */
async function record(
  page: Page,
  done: readonly [string, string, object][],
  daysAgo = 0,
): Promise<void> {
  const reply = await page.request.post(`${site.url}/api/entries/batch`, {
    headers: site.own,
    data: done.map(([kind, subjectId, data]) => ({
      ...{ id: uuidv7(), subjectId, kind, data, version: 1, by: 'attendant', strikes: null },
      subjectKind: subjectId === VEHICLE ? 'vehicle' : 'battery',
      at: daysFromNow(-daysAgo),
    })),
  });
  expect(reply.status(), await reply.text()).toBe(200);
}

const LOOK = { answers: { case: 'sound', walls: 'straight', posts: 'bright' }, levels: null };
const volts = (value: number) => ({
  celsius: null,
  restedHours: 48,
  confirmed: true,
  volts: value,
});

/** Nights pass: the site’s clock is put on, and its server begins anew. */
async function later(days: number): Promise<void> {
  await site.stop();
  site.now = daysFromNow(days);
  await site.start();
}

test('a camper with three batteries: from "comes on Thursday" to signed, archive, and next autumn', async ({
  page,
}) => {
  let fresh = '';
  await record(page, [
    ['taken-out', LEFT, { to: 'bench', hallId: null, why: 'frost' }],
    ['inspected', RIGHT, { ...LOOK, answers: { case: 'cracked' }, note: '' }],
    ['maintainer', STARTER, { on: true }],
  ]);

  await test.step('its owner comes on Thursday: the list says what is missing, and by when', async () => {
    await visit(page, `${site.url}/vehicle/${VEHICLE}`);
    await page.getByRole('button', { name: 'Stay', exact: true }).click();
    await page.getByLabel('Collection day').fill('2027-01-21');
    await page.getByRole('button', { name: 'Keep that day' }).click();
    await expect(page.getByText('collection Thu 21 Jan')).toBeVisible();
    await visit(page, `${site.url}/hand-back`);
    const item = page.getByRole('region', { name: 'Next week' }).getByRole('listitem');
    await expect(item.filter({ hasText: 'Y12' })).toContainText('Not without a replacement');
  });

  await test.step('nothing is bought without the owner’s word, which is asked for with a date', async () => {
    const asks = page.getByRole('region', { name: 'Questions to owners' }).getByRole('listitem');
    const question = asks.filter({ hasText: 'Y12' });
    await expect(question).toContainText('Leisure 2');
    await question.getByRole('button', { name: 'Asked today' }).click();
    await expect(question).toContainText('an answer is wanted by Mon 18 Jan');
    await question.getByLabel('In their words, or empty').fill('a good one');
    await question.getByRole('button', { name: 'They say yes' }).click();
    await expect(question).toContainText(/said yes on Thu 14 Jan.*“a good one”/);
    await page
      .getByRole('listitem')
      .filter({ hasText: 'Not without a replacement' })
      .filter({ hasText: 'Y12' })
      .getByRole('link', { name: 'Walk it back' })
      .click();
  });

  await test.step('another one takes its place: its own facts, looked at, charged', async () => {
    await stage(page, /^Replace it/);
    await page.getByRole('button', { name: 'Another one takes its place' }).click();
    await choose(page, 'Chemistry', 'AGM (absorbed glass mat)');
    await page.getByLabel('Capacity, Ah').fill('80');
    await expect(page.getByText(/80 Ah in the place of 100 Ah/)).toBeVisible();
    await page.getByLabel('Capacity, Ah').fill('100');
    await expect(page.getByLabel('Fitted all the same because')).toBeHidden();
    for (const look of await page.locator('label').getByRole('checkbox').all()) await look.check();
    const sent = page.waitForRequest((request) => request.url().endsWith('/api/batteries'));
    await page.getByRole('button', { name: 'Fit it' }).click();
    fresh = ((await sent).postDataJSON() as { battery: { id: string } }).battery.id;
    await expect(stages(page).getByRole('button', { name: /^Replace it/ })).toBeHidden();
  });

  await test.step('with the maintainer on it, it is not handed over: mains and lamps come first', async () => {
    await stage(page, /^Hand it over/);
    await expect(page.getByText(/A maintainer hangs on it: mains off/)).toBeVisible();
    await expect(page.getByLabel('Who takes it')).toBeHidden();
    await stage(page, /^Off the charger/);
    await tickAll(page);
    await page.getByRole('button', { name: 'Take it off the charger: done' }).click();
    await expect(
      stages(page).getByRole('button', { name: /^Off the charger.*done/ }),
    ).toBeVisible();
  });

  await test.step('charged, put back and read in the days between, it waits for its start', async () => {
    const all = [STARTER, LEFT, fresh];
    const full = { full: true, ampHours: null };
    const place = { vehicleId: VEHICLE, role: 'leisure', place: 'in the garage, left' };
    await later(6);
    const before: [string, string, object][] = [
      ...all.map((id) => ['charge-ended', id, full] as [string, string, object]),
      ...all.map((id) => ['inspected', id, { ...LOOK, note: '' }] as [string, string, object]),
      ['fitted', LEFT, place],
      ...all.map((id) => ['negative', id, { on: true }] as [string, string, object]),
      ...all.map((id) => ['draw', id, { milliamps: 11 }] as [string, string, object]),
    ];
    await record(page, before, 3);
    await record(page, [
      ...all.map((id) => ['reading', id, volts(12.86)] as [string, string, object]),
      [
        'charging-tested',
        STARTER,
        {
          idleVolts: 14.2,
          raisedVolts: 14.3,
          loadedVolts: 13.9,
          rippleVolts: 0.1,
          restVolts: 12.8,
        },
      ],
    ]);
    await page.goto(`${site.url}/hand-back/${VEHICLE}`);
    await page.getByText('Normal', { exact: true }).click();
    await page.getByLabel('While it turned, V').fill('10.6');
    await page.getByLabel('It turned for, s').fill('1.1');
    await expect(page.getByText(/10.60 V while it turned.*: well/)).toBeVisible();
    await tickAll(page);
    await page.getByRole('button', { name: 'Crank: done' }).click();
    await expect(page.getByRole('heading', { name: 'Ready', exact: true })).toBeVisible();
  });

  await test.step('signed, its bay is free, and the archive has it', async () => {
    await tickAll(page);
    await page.getByRole('button', { name: 'Hand over: done' }).click();
    await expect(page.getByRole('region', { name: 'Archive' })).toContainText('Brackwater 26');
    await expect(page.getByRole('region', { name: 'Questions to owners' })).not.toContainText(
      'Y12',
    );
    await visit(page, `${site.url}/yard`);
    await expect(page.getByRole('link', { name: /Y12.*free/ })).toBeVisible();
  });

  await test.step('in the next autumn it comes again, with its habits known', async () => {
    await later(270);
    await page.goto(`${site.url}/vehicle/${VEHICLE}`);
    await expect(page.getByRole('region', { name: /^Battery / })).toHaveCount(3);
    await expect(page.getByText('11 mA, measured')).toHaveCount(3);
    await page.getByRole('button', { name: 'Lay it up again' }).click();
    await expect(page.getByText('handed back', { exact: true })).toBeVisible();
    await expect(page.getByRole('heading', { name: /Brackwater 26.*Y12/ })).toBeVisible();
    await expect(page.locator('dl')).toContainText('11 mA');
  });
});
