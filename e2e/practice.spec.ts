import { visit } from './desk';
import { TASKS } from '../practice/tasks';
import { KNOWING, WRONG, walked } from '../practice/ways.fixture';
import { expect, test, type Page } from './test';
import { TestSite } from './server';

let site: TestSite;
test.beforeAll(async () => {
  site = await TestSite.make();
});
test.afterAll(() => site.remove());

test('a task is passed by keyboard alone; what was begun is there after a reload, and nothing is in the logbook', async ({
  page,
}) => {
  await visit(page, `${site.url}/yard`);
  await page.getByRole('link', { name: 'Practise' }).first().focus();
  await page.keyboard.press('Enter');
  await expect(page.getByText('Nothing here is real')).toBeVisible();
  await page.getByLabel('Keep a sheet of what I have practised').press('Space');
  await expect(page.getByRole('link', { name: 'Print it for the wall' })).toBeVisible();

  // Two can practise on the same one: the seed is in the address.
  await visit(page, `${site.url}/practice/read?seed=7`);
  const keyOf = async (words: RegExp) =>
    (await page.getByRole('button', { name: words }).locator('kbd').innerText()).trim();
  // It lies in one socket or the other: only a task that is drawn says in which.
  await expect(page.getByRole('button', { name: /bare posts/ })).toBeVisible();
  const lead = page.getByRole('button', { name: /Red lead into the volts socket/ });
  if (await lead.count()) await page.keyboard.press(await keyOf(/volts socket/));
  await page.keyboard.press(await keyOf(/bare posts/));
  const display = page.getByText(/^\d+\.\d\d V$/);
  const shown = await display.innerText();
  await page.reload();
  await expect(display).toHaveText(shown);

  const volts = Number.parseFloat(shown);
  const means =
    volts > 12.62
      ? 'about full'
      : volts > 12.36
        ? 'about three quarters'
        : volts > 12.05
          ? 'about half'
          : 'about a quarter, or less';
  await page.getByRole('radio', { name: means }).press('Space');
  const work =
    volts > 12.36
      ? 'nothing until its next reading'
      : volts > 12.05
        ? 'a charge within days'
        : 'a charge today: harm is under way';
  await page.getByRole('radio', { name: work }).press('Space');
  await page.getByRole('heading', { level: 1 }).click();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'As it should be' })).toBeVisible();
  await expect(page.getByText('Written on your sheet.')).toBeVisible();

  await visit(page, `${site.url}/print/practice`);
  await expect(page.getByRole('row', { name: /^Read a battery/ })).toBeVisible();
  await visit(page, `${site.url}/practice`);
  await expect(
    page.getByRole('link', { name: /Read a battery.*practised, last on/ }),
  ).toBeVisible();
  await page.getByLabel('Keep a sheet of what I have practised').press('Space');
  await expect(page.getByText(/practised, last on/)).toHaveCount(0);
});

test('on a phone two ways to go wrong are told by the caution that each of them broke', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await visit(page, `${site.url}/yard`);
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('link', { name: 'Practise' }).click();
  await page.getByRole('link', { name: /Find the draw/ }).click();
  await expect(page.getByRole('heading', { name: 'Find the draw' })).toBeVisible();
  // Whether a fuse goes is in what the vehicle draws: one of which it is known.
  await visit(page, `${site.url}/practice/draw?seed=2`);
  const act = (name: RegExp) => page.getByRole('button', { name }).click();
  const who = async () => {
    await page.getByLabel(/What does it draw/).fill('300');
    await page.getByRole('radio', { name: 'F5, interior and boot lamps' }).check();
    await page.getByRole('button', { name: 'Done: what was so?' }).click();
  };

  // The small range takes what a sleeping vehicle draws, not one that has just been touched.
  await act(/Jumper between/);
  await act(/Clamp off the post/);
  await act(/Meter between/);
  await act(/Jumper away/);
  await expect(page.getByText('The meter goes to nothing')).toBeVisible();
  await who();
  await expect(page.getByText(/a small range blows at once/i)).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Not like this' })).toBeVisible();

  await page.getByRole('button', { name: 'The same once more' }).click();
  await act(/10 A range/);
  await act(/Clamp off the post/);
  await expect(page.getByText(/everything wakes/)).toBeVisible();
  await act(/Let time run/);
  await expect(page.getByText(/^It is 09:0[1-9]/)).toBeVisible();
  await act(/Let time stand still/);
  await who();
  await expect(page.getByText(/Without it the power is cut/)).toBeVisible();
});

/** Says what is believed, with keys or with a thumb. */
async function says(
  page: Page,
  { questions, answers }: ReturnType<typeof walked>,
  presses: (radio: ReturnType<Page['locator']>) => Promise<void>,
) {
  for (const { id, ask, choices } of questions) {
    const answer = answers[id];
    if (answer === undefined) continue;
    if (choices === null) await page.getByLabel(ask).fill(answer);
    else
      await presses(
        page.getByRole('group', { name: ask, exact: true }).locator(`input[value="${answer}"]`),
      );
  }
}

test('who knows the work passes each task by keyboard alone', async ({ page }) => {
  for (const { id } of TASKS) {
    const way = walked(id, 3, KNOWING[id]!);
    await visit(page, `${site.url}/practice/${id}?seed=3`);
    for (const act of way.acts) {
      const button = page.locator(`[data-act="${act}"]`);
      const key = button.locator('kbd');
      if (await key.count()) await page.keyboard.press(await key.innerText());
      else await button.press('Enter');
    }
    await says(page, way, (radio) => radio.press('Space'));
    await page.getByRole('heading', { level: 1 }).click();
    await page.keyboard.press('Enter');
    const outcome = page.getByRole('status', { name: 'What was so' });
    await expect(outcome.getByRole('heading'), id).toHaveText('As it should be');
  }
});

test('on a phone each task is failed in two ways, and names the caution of each', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  for (const { id } of TASKS) {
    for (const [n, { slip, way }] of WRONG[id]!.slice(0, 2).entries()) {
      // Each on a battery of its own: what has ended stays as it ended.
      const seeds = Array.from({ length: 40 }, (_, i) => 100 * n + i + 1);
      const seed = seeds.find((one) => {
        const { outcome, questions, answers } = walked(id, one, way);
        return (
          !outcome.passed &&
          outcome.slips.some((broken) => slip.test(broken.id)) &&
          questions.every((question) => answers[question.id] !== undefined)
        );
      });
      expect(seed, `${id}, ${slip}`).toBeDefined();
      const wrong = walked(id, seed!, way);
      await visit(page, `${site.url}/practice/${id}?seed=${seed}`);
      for (const act of wrong.acts) await page.locator(`[data-act="${act}"]`).click();
      await says(page, wrong, (radio) => radio.check());
      await page.getByRole('button', { name: 'Done: what was so?' }).click();
      const broken = wrong.outcome.slips.find((one) => slip.test(one.id))!;
      await expect(page.locator(`[data-slip="${broken.id}"]`), id).toContainText(broken.broke);
    }
  }
});

test('a season that was begun goes on after a reload, and ends beside the program’s own plan', async ({
  page,
}) => {
  await visit(page, `${site.url}/practice/season?seed=5`);
  const next = page.locator('[data-act="next"]');
  const now = page.getByRole('heading', { name: /^It is / });
  for (let round = 0; round < 6; round++) await next.click();
  await page.getByRole('group', { name: 'A5' }).getByRole('button', { name: 'Read' }).click();
  const [day, said] = [await now.innerText(), await page.getByRole('log').innerText()];
  await page.reload();
  await expect(now).toHaveText(day);
  expect(await page.getByRole('log').innerText()).toBe(said);
  // To its end, with nobody doing anything any more.
  while (await next.count()) await next.click();
  await page.getByRole('button', { name: 'Done: what was so?' }).click();
  const row = (name: string) => page.getByRole('row', { name: new RegExp(`^${name}`) });
  await expect(row('you')).toContainText('/ 8');
  await expect(page.locator('[data-slip]')).toHaveCount(3);
  await expect(row('the program’s own plan')).toContainText('/ 8', { timeout: 90_000 });
});
