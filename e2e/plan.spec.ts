import { visit } from './desk';
import { expect, test, type Page } from './test';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import ical, { type VEvent } from 'node-ical';
import { v7 as uuidv7 } from 'uuid';
import { TestSite } from './server';

let site: TestSite;
test.beforeAll(async () => {
  site = await TestSite.make();
});
test.afterAll(() => site.remove());

const record = async (page: Page, subjectId: string, kind: string, data: object) => {
  const reply = await page.request.post(`${site.url}/api/entries`, {
    headers: site.own,
    data: {
      id: uuidv7(),
      subjectKind: 'battery',
      subjectId,
      kind,
      version: 1,
      at: '2027-01-14T09:00:00.000Z',
      by: 'attendant',
      strikes: null,
      data,
    },
  });
  expect(reply.status(), await reply.text()).toBe(200);
};

const feed = async (page: Page) => {
  const reply = await page.request.get(`${site.url}/api/season/rounds.ics`);
  expect(reply.headers()['content-type']).toContain('text/calendar');
  return Object.values(ical.sync.parseICS(await reply.text())).filter(
    (one): one is VEvent => one?.type === 'VEVENT',
  );
};

/** Charges of a battery on the screen: the days on which they begin. */
const charges = (page: Page, name: string) =>
  page
    .getByRole('button', { name: new RegExp(`^${name}: charge on`) })
    .evaluateAll((all) => all.map((one) => one.getAttribute('data-date')!));

const open = async (page: Page, find = '') => {
  await visit(page, `${site.url}/season`);
  await expect(page.getByRole('heading', { name: 'Season', exact: true })).toBeVisible();
  if (find) await page.getByLabel('Find a bay or a vehicle').fill(find);
};

test('a low reading replans the round, and the calendar follows', async ({ page }) => {
  await open(page, 'C1 Calder');
  const before = await charges(page, 'C1 Calder 1500');
  expect(before[0]! > '2027-01-21').toBe(true);
  const calendar = await feed(page);
  expect(calendar.length).toBeGreaterThan(20);

  await record(page, 'battery-001', 'reading', {
    volts: 12.31,
    celsius: null,
    restedHours: 60,
    confirmed: true,
  });
  await open(page, 'C1 Calder');
  const after = await charges(page, 'C1 Calder 1500');
  expect(after[0]! < before[0]!).toBe(true);
  const now = await feed(page);
  const description = (events: VEvent[], date: string) =>
    String(events.find(({ uid }) => uid.startsWith(date))?.description ?? '');
  expect(description(now, after[0]!)).toMatch(/C1 Calder 1500: .*on charge/);
  await visit(page, `${site.url}/round`);
  const stop = page.locator('aside button').filter({ hasText: /^C1(?!\d)/ });
  await expect(stop.filter({ hasText: 'Calder 1500' })).toBeVisible();
  expect(description(calendar, after[0]!)).not.toMatch(/C1 Calder 1500: .*on charge/);
});

test('a dragged charge sticks, says what it costs, and is let go again', async ({ page }) => {
  await open(page, 'C13');
  const marker = page.getByRole('button', { name: /^C13 Tarn 400 twin: charge on/ }).first();
  const [first] = await charges(page, 'C13 Tarn 400 twin');
  const box = (await marker.boundingBox())!;
  const at = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  await page.mouse.move(at.x, at.y);
  await page.mouse.down();
  await page.mouse.move(at.x - 30, at.y, { steps: 4 });
  await page.mouse.move(at.x - 52, at.y, { steps: 4 });
  const effect = page.getByText(/C13 Tarn 400 twin: on charge .* instead of/).locator('..');
  await expect(effect).toContainText(/min more|min less|no more time/);
  await page.mouse.up();
  await expect(page.getByText(/C13 Tarn 400 twin is charged on .*, as you decided/)).toBeVisible();
  const pinned = page.getByRole('button', { name: /C13 Tarn 400 twin: .*decided by hand/ });
  await expect(pinned).toHaveCount(1);
  const [moved] = await charges(page, 'C13 Tarn 400 twin');
  expect(moved! < first!).toBe(true);

  // It is there after the page is loaded again, and the keyboard can move it too.
  await open(page, 'C13');
  await expect(pinned).toHaveCount(1);
  // By mouse first, then by keys.
  await pinned.click();
  // A round in which every charger that suits it is taken is passed over.
  await expect(async () => {
    await page.keyboard.press('ArrowRight');
    await expect(effect).toContainText(/min more|min less|no more time/, { timeout: 3000 });
  }).toPass();
  await page.keyboard.press('Enter');
  await expect(page.getByText(/as you decided/)).toBeVisible();
  await expect(async () => {
    expect((await charges(page, 'C13 Tarn 400 twin'))[0]! > moved!).toBe(true);
  }).toPass();

  await page.getByRole('button', { name: 'C13 Tarn 400 twin', exact: false }).first().click();
  await page.getByRole('button', { name: 'Let the plan decide' }).click();
  await expect(page.getByText('The plan decides about C13 Tarn 400 twin again.')).toBeVisible();
  await expect(pinned).toHaveCount(0);
});

test('a charger marked broken gives its charges to others', async ({ page }) => {
  const at = async () => {
    const reply = await page.request.get(`${site.url}/api/season/document`);
    return ((await reply.json()) as { chargers: { id: string }[] }).chargers.map(({ id }) => id);
  };
  expect(await at()).toContain('felt');
  await open(page);
  await visit(page, `${site.url}/charge?view=stock`);
  const chargers = page.getByRole('region', { name: 'Chargers', exact: true });
  await chargers.getByRole('button', { name: /^Felt four/ }).click();
  await chargers.getByLabel('Works', { exact: true }).uncheck();
  await chargers.getByRole('button', { name: 'Keep it' }).click();
  await expect.poll(at).not.toContain('felt');
  await open(page);
  await expect(page.getByText('at Felt four')).toHaveCount(0);
});

test('tightens with a bound, stops at a word, and keeps what it found', async ({ page }) => {
  await open(page);
  const left = page.locator('dt', { hasText: 'Attendant time left' }).locator('xpath=../dd');
  const minutes = async () => {
    const [, hours, rest] = /(\d+) h (\d+)/.exec((await left.textContent())!)!;
    return Number(hours) * 60 + Number(rest);
  };
  await page.getByRole('button', { name: 'Tighten the plan' }).click();
  await expect(page.getByRole('progressbar')).toBeVisible();
  await page.waitForTimeout(2500);
  await page.getByRole('button', { name: 'Enough' }).click();
  await expect(page.getByText('The tighter plan is kept.')).toBeVisible();
  expect(await minutes()).toBeGreaterThan(600);
});

test('exports the season, and reads it back without touching the site', async ({ page }) => {
  await open(page);
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Export the season' }).click();
  const file = join(site.folder, 'season.json');
  await (await download).saveAs(file);
  const season = JSON.parse(readFileSync(file, 'utf8')) as { batteries: unknown[] };
  writeFileSync(
    file,
    JSON.stringify({ ...season, batteries: season.batteries.slice(0, 5), pins: [] }),
  );
  await page.getByLabel('A season document').setInputFiles(file);
  await expect(page.getByText('nothing of it is this site’s')).toBeVisible();
  await expect(page.getByText('5 of 5 batteries')).toBeVisible();
  writeFileSync(file, JSON.stringify({ ...season, batteries: [{ id: 7 }] }));
  await page.getByLabel('A season document').setInputFiles(file);
  await expect(page.getByText(/season\.json: batteries\.0\.id/)).toBeVisible();
  await page.getByRole('button', { name: 'Back to this site' }).click();
  await expect(page.getByText(/of \d+ batteries/)).toBeVisible();
});

test('a missed round and an owner who comes early are planned for, and the morning says so', async ({
  page,
}) => {
  // A site of its own: on the others somebody has read a battery this Thursday.
  await site.remove();
  site = await TestSite.make();
  await open(page, 'C20');
  const battery = async () => {
    const reply = await page.request.get(`${site.url}/api/season/document`);
    const { batteries } = (await reply.json()) as {
      batteries: { id: string; stop: string; collect: string }[];
    };
    return batteries.find(({ id }) => id === 'battery-021')!;
  };
  const { collect, stop } = await battery();
  expect(collect).toBe('2027-04-17');

  // Nobody walks on Thursday; on Monday the owner rings.
  await site.stop();
  site.now = '2027-01-18T09:00:00.000Z';
  await site.start();
  await visit(page, `${site.url}/vehicle/${stop}`);
  await expect(page.getByRole('heading', { name: /^Wick 650/ })).toBeVisible();
  await page.getByRole('button', { name: 'Stay', exact: true }).click();
  await page.getByLabel('Collection day').fill('2027-01-10');
  await page.getByRole('button', { name: 'Keep that day' }).click();
  await expect(page.getByText('that day is past; choose today or a later one')).toBeVisible();
  await page.getByLabel('Collection day').fill('2027-02-06');
  await page.getByRole('button', { name: 'Keep that day' }).click();
  await expect(
    page.getByText('Collected on Sat 6 Feb: the season is planned for that.'),
  ).toBeVisible();
  await expect(page.getByText('collection Sat 6 Feb')).toBeVisible();

  expect((await battery()).collect).toBe('2027-02-06');
  await open(page, 'C20');
  const morning = page.getByLabel('What changed since the last round');
  await expect(morning).toContainText('A round was missed: Thu 14 Jan');
  await expect(morning).toContainText('another day of collection: C20 Wick 650');
  // It is charged once more in the days before.
  for (const date of await charges(page, 'C20 Wick 650')) expect(date <= '2027-02-04').toBe(true);
});
