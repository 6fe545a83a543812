import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { dataFile } from '../store/open';
import { expect, test } from './test';
import { alive, choose } from './desk';
import { TestSite } from './server';

let site: TestSite;
test.beforeAll(async () => {
  site = await TestSite.make('empty');
});
test.afterAll(() => site.remove());

const LIST = 'docs/examples/list.csv';

test('from an empty folder and a list as people keep it to a right first round', async ({
  page,
}) => {
  const began = Date.now();
  await page.goto(site.url);
  await alive(page);
  // Nothing is taken that says too little; what is wrong stands at its field.
  await page.getByRole('button', { name: 'Set the site up' }).click();
  await expect(page.getByText('give the site a name').first()).toBeVisible();
  await expect(page.getByText('give the hall a name').first()).toBeVisible();
  await page.getByLabel('Name', { exact: true }).first().fill('Old Barn');
  await page.getByRole('group', { name: 'Hall 1' }).getByLabel('Name').fill('Threshing Floor');
  const row = (n: number) => page.getByLabel(`Row ${n} of hall 1`, { exact: true });
  await row(1).fill('L60–L31');
  await page.getByRole('button', { name: 'Another row' }).click();
  await row(2).fill('L1–L30');
  // What is walked first is dragged to the top, by hand or by keys.
  const [from, to] = await Promise.all(
    [2, 1].map((n) =>
      page.getByRole('button', { name: new RegExp(`^Drag Row ${n} of hall 1`) }).boundingBox(),
    ),
  );
  await page.mouse.move(from!.x + 9, from!.y + 9);
  await page.mouse.down();
  await page.mouse.move(from!.x + 9, to!.y, { steps: 8 });
  await page.mouse.up();
  await expect(row(1)).toHaveValue('L1–L30');
  await page.getByRole('button', { name: 'A fuse and its outlets' }).click();
  const fuse = page.getByRole('group', { name: 'Fuse 1' });
  await fuse.getByLabel('Fuse', { exact: true }).fill('Barn wall');
  await fuse.getByLabel('Reaching bays').fill('L1–L70');
  await page.getByRole('button', { name: 'Set the site up' }).click();
  await expect(page.getByText('there is no bay L61 in this hall').first()).toBeVisible();
  await fuse.getByLabel('Reaching bays').fill('L1–L8');
  await page.getByRole('button', { name: 'Set the site up' }).click();
  await expect(page.getByRole('heading', { name: 'Lay up' })).toBeVisible();
  await page.getByRole('link', { name: 'Round' }).click();
  await expect(page.getByRole('heading', { name: 'Nothing is laid up yet' })).toBeVisible();

  await page.goto(`${site.url}/bring`);
  await alive(page);
  await page.getByLabel(/A file \(CSV, XLSX or ODS\)/).setInputFiles(LIST);
  await expect(page.getByText('1 row has something to mend.')).toBeVisible();
  // The day that is none, and the volts that are no volts, are mended where they stand.
  const mend = async (was: string, now: string) => {
    const cell = page.locator(`input[value="${was}"]`);
    await cell.fill(now);
    await page.keyboard.press('Enter');
  };
  await mend('31.2.2027', '31.3.2027');
  await mend('1264', '12,64');
  await choose(page, 'Dates like 3/4/2027', /the day is first/);
  const isRight = page.getByRole('checkbox', { name: /right as it stands/ });
  if (await isRight.isVisible()) await isRight.check();
  await page.getByRole('checkbox', { name: /Somebody has looked/ }).check();
  await page.getByRole('button', { name: 'Take 60 vehicles in' }).click();
  await expect(page.getByRole('heading', { name: '60 vehicles stand in the yard' })).toBeVisible();
  await page.getByRole('link', { name: 'To the round' }).click();

  // A right first round: whoever was read weeks ago, or never, is read today; the list's own volts stand there.
  const stops = page.locator('aside button', { hasText: /L\d+/ });
  await expect.poll(() => stops.count()).toBeGreaterThan(20);
  const seconds = (Date.now() - began) / 1000;
  test.info().annotations.push({
    type: 'from an empty folder to the first round',
    description: `${seconds.toFixed(0)} s by a script that types at once`,
  });
  console.log(`  from an empty folder to the first round: ${seconds.toFixed(0)} s`);

  await page.goto(`${site.url}/yard`);
  await expect(page.getByText('L60')).toBeVisible();
  // Walked as it was drawn: the second row comes back.
  const yard = await (await fetch(`${site.url}/api/yard`)).json();
  const marks = JSON.stringify(yard)
    .match(/"mark":"L\d+"/g)!
    .map((one) => one.slice(8, -1));
  expect(marks.slice(28, 32)).toEqual(['L29', 'L30', 'L60', 'L59']);
});

test('a fact is corrected where it stands, and a bay that closes asks where its vehicle goes', async ({
  page,
}) => {
  const all = (await (await fetch(`${site.url}/api/find`)).json()) as {
    bay: string;
    href: string;
  }[];
  await page.goto(`${site.url}${all.find(({ bay }) => bay === 'L4')!.href}`);
  await alive(page);
  await page.getByRole('button', { name: 'Facts', exact: true }).click();
  await expect(page.getByText('Nobody has looked at this vehicle')).toBeVisible();
  await page.getByRole('button', { name: 'Correct: Capacity' }).click();
  await page.getByLabel('Capacity, Ah').fill('72');
  await page.getByLabel('How do you know?').fill('read off the case');
  await page.getByRole('button', { name: 'Correct it' }).click();
  await expect(page.getByText(/72 Ah: read off the case/)).toBeVisible();
  await page.getByRole('button', { name: 'I have looked: all of this is so' }).click();
  await expect(page.getByText('Nobody has looked at this vehicle')).toBeHidden();

  await page.goto(`${site.url}/site`);
  await alive(page);
  await page.getByLabel('Row 1 of hall 1', { exact: true }).fill('L1–L3 _ L5–L30 M1');
  await choose(page, 'Fennick pickup, in L4 until now, goes to', 'M1');
  await page.getByRole('button', { name: 'Keep these halls and bays' }).click();
  await expect(page.getByRole('button', { name: 'Keep these halls and bays' })).toBeHidden();
  await expect(page.getByLabel('Row 1 of hall 1', { exact: true })).toHaveValue(
    'L1–L3 _ L5–L30 M1',
  );
  const taken = await fetch(`${site.url}/api/take-out/halls.csv`);
  expect(await taken.text()).toMatch(/Threshing Floor,M1,Fennick pickup/);
});

test('a second site stands beside the first, on a port of its own, and neither needs the other', async ({
  page,
}) => {
  await page.goto(`${site.url}/site`);
  await alive(page);
  await page.getByLabel('Name of the new site').fill('Canal Shed');
  await page.getByRole('button', { name: 'Add a site' }).click();
  await page.waitForURL(/\/setup\?name=Canal/);
  await alive(page);
  const shed = new URL(page.url()).origin;
  expect(shed).not.toBe(site.url);
  await expect(page.getByLabel('Name', { exact: true }).first()).toHaveValue('Canal Shed');
  await page.getByRole('group', { name: 'Hall 1' }).getByLabel('Name').fill('Slipway');
  await page.getByLabel('Maintainers, 1 A').fill('2');
  await page.getByRole('button', { name: 'Set the site up' }).click();
  await expect(page.getByRole('heading', { name: 'Lay up' })).toBeVisible();

  // By the rail to the other, where its own vehicles stand, and these do not here.
  await page.getByRole('button', { name: 'Canal Shed' }).click();
  await page.getByRole('link', { name: 'Old Barn' }).click();
  await page.waitForURL(`${site.url}/yard`);
  await expect(page.getByText('L60')).toBeVisible();
  const marksAt = async (url: string) => await (await fetch(`${url}/api/yard`)).text();
  expect(await marksAt(shed)).not.toContain('"L60"');

  // A charger goes there and is here no more.
  await page.goto(`${shed}/charge?view=stock`);
  await alive(page);
  await page.getByRole('button', { name: /^Maintainer 2 / }).click();
  await page.getByRole('button', { name: 'Send it' }).click();
  await expect(page.getByText(/Maintainer 2 went to Old Barn, Threshing Floor/)).toBeVisible();
  await expect(page.getByRole('button', { name: /^Maintainer 2 / })).toHaveCount(0);

  // Started again, both are there; one whose file is damaged keeps nobody from the other.
  await site.stop();
  await site.start();
  await expect
    .poll(() =>
      marksAt(shed).then(
        (text) => text.length,
        () => 0,
      ),
    )
    .toBeGreaterThan(0);
  await site.stop();
  const file = dataFile(join(site.folder, 'sites', 'canal-shed'));
  writeFileSync(file, 'no data file');
  await site.start();
  expect(await marksAt(site.url)).toContain('"L60"');
  await expect(fetch(`${shed}/api/ping`)).rejects.toThrow();
});
