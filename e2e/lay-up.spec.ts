import { choose, visit } from './desk';
import { expect, test, type Page } from './test';
import { readFileSync } from 'node:fs';
import { TestSite } from './server';
import { goToStop } from './stops';

let site: TestSite;
test.beforeAll(async () => {
  site = await TestSite.make();
});
test.afterAll(() => site.remove());

const tick = (page: Page, step: string) => page.locator(`[data-step="${step}"] [role=checkbox]`);

/** What a code says, read from the pixels of a picture by an independent decoder. */
async function decoded(page: Page, png: Buffer): Promise<string | null> {
  await page.evaluate(readFileSync('node_modules/jsqr/dist/jsQR.js', 'utf8'));
  return page.evaluate(async (data) => {
    const picture = new Image();
    picture.src = `data:image/png;base64,${data}`;
    await picture.decode();
    const canvas = document.createElement('canvas');
    canvas.width = picture.width;
    canvas.height = picture.height;
    const context = canvas.getContext('2d')!;
    context.drawImage(picture, 0, 0);
    const pixels = context.getImageData(0, 0, canvas.width, canvas.height);
    type Decode = (data: Uint8ClampedArray, w: number, h: number) => { data: string } | null;
    const { jsQR } = globalThis as unknown as { jsQR: Decode };
    return jsQR(pixels.data, canvas.width, canvas.height)?.data ?? null;
  }, png.toString('base64'));
}

test('a camper from the gate to its plans, made safe step by step, and tagged', async ({
  page,
}) => {
  const errors: string[] = [];
  page.on('pageerror', (error) => errors.push(error.message));
  const next = () => page.getByRole('button', { name: /^Next:/ }).click();

  await test.step('at the gate: kind, name, bay on the plan', async () => {
    await visit(page, `${site.url}/lay-up`);
    await page.getByRole('radio', { name: 'Camper', exact: true }).check();
    await expect(page.getByText(/Filled in as for the last one of this kind/)).toBeVisible();
    await page.getByLabel('Name', { exact: true }).fill('Brackwater 24, blue');
    await expect(page.getByRole('radio', { name: /Y1, taken by/ })).toBeDisabled();
    await page.getByRole('radio', { name: 'Y15', exact: true }).check();
    await choose(page, 'Last driven or charged', 'Yesterday or before');
    await next();
  });

  await test.step('owner, keys, consent up to a price, a photograph', async () => {
    await page.getByRole('combobox', { name: 'Owner' }).fill('Wilf Marrick');
    await page.keyboard.press('Escape');
    await page.getByLabel('Hook, box or envelope').fill('hook 70');
    await page.getByRole('radio', { name: 'Yes, up to a price' }).check();
    await page.getByLabel('Price limit').fill('140');
    const picture = await page.screenshot();
    await page.getByLabel('Add photographs').setInputFiles({
      name: 'left.png',
      mimeType: 'image/png',
      buffer: picture,
    });
    await page.getByLabel('What photograph 1 shows').fill('left side, no scratches');
    await next();
  });

  await test.step('everything off, and its tracker', async () => {
    await page.getByRole('button', { name: 'All of these are off' }).click();
    const tracker = page.getByRole('group', { name: 'A tracker reports where it is' });
    await tracker.getByRole('radio', { name: 'Yes' }).check();
    await page.getByLabel(/Who must be told/).fill('Moorwatch');
    await next();
  });

  await test.step('a flooded starter and two AGM leisure batteries', async () => {
    while ((await page.getByRole('button', { name: /^Remove battery/ }).count()) > 1) {
      await page
        .getByRole('button', { name: /^Remove battery/ })
        .last()
        .click();
      if ((await page.getByRole('button', { name: /^Remove battery/ }).count()) === 0) break;
    }
    const first = page.getByRole('region', { name: 'Battery 1', exact: true });
    await choose(first, 'Role', 'Starter');
    await choose(first, 'Chemistry', 'Flooded lead-acid');
    await first.getByLabel('Capacity, Ah').fill('5000');
    await first.getByLabel('Fitted, year').fill('2023');
    await page.getByRole('button', { name: 'Another battery' }).click();
    const second = page.getByRole('region', { name: 'Battery 2', exact: true });
    await choose(second, 'Chemistry', 'AGM (absorbed glass mat)');
    await second.getByLabel('Capacity, Ah').fill('95');
    await second.getByLabel('Next outlet, m').fill('2');
    await page.getByRole('button', { name: 'Another battery' }).click();
    await next();
  });

  await test.step('what cannot be is said at the field, and what was typed stays', async () => {
    await page.getByRole('button', { name: 'Lay it up now' }).click();
    await expect(page.getByText('At most 2000 Ah.')).toBeVisible();
    const capacity = page
      .getByRole('region', { name: 'Battery 1', exact: true })
      .getByLabel('Capacity, Ah');
    await expect(capacity).toHaveValue('5000');
    await expect(capacity).toBeFocused();
    await capacity.fill('90');
    await expect(page.getByText('At most 2000 Ah.')).toBeHidden();
  });

  await test.step('left half done, and taken up again on a phone', async () => {
    await expect(page.getByText(/^Kept as far as it is filled in/)).toBeVisible();
    await visit(page, `${site.url}/yard`);
    await page.setViewportSize({ width: 390, height: 844 });
    await visit(page, `${site.url}/lay-up`);
    await page.getByRole('button', { name: 'Go on with Brackwater 24, blue' }).click();
    await expect(page.getByLabel('Capacity, Ah').first()).toHaveValue('90');
    await next();
  });

  await test.step('inspected: growth on the starter’s posts, levels cell by cell', async () => {
    await page.getByLabel('Volts on arrival').fill('12.58');
    await page.getByRole('radio', { name: 'Growth' }).check();
    await page.getByRole('button', { name: 'All the rest is sound' }).click();
    await page.getByRole('button', { name: 'All at the mark' }).click();
    await choose(page, 'Cell 3', 'low, plates covered');
    await expect(page.getByText(/Neutralise, clean bright and protect/)).toBeVisible();
    await expect(page.getByText(/Top up after the next charge/)).toBeVisible();
    await page.setViewportSize({ width: 1280, height: 800 });
    await next();
  });

  await test.step('plans: the impossible say why, the others what they do', async () => {
    await page.getByText(/^Not possible here/).click();
    await expect(page.locator('[data-plan="maintained-connected"]')).toContainText(
      'no outlet is noted in reach',
    );
    await expect(page.locator('[data-plan="solar"]')).toContainText('it has no panel');
    await page.getByRole('radio', { name: 'Negative off, recharged when due' }).check();
    await expect(
      page.getByText('Mind: its tracker goes silent: tell Moorwatch.').first(),
    ).toBeVisible();
    await page.getByRole('button', { name: '2 · Leisure' }).click();
    await page.getByRole('radio', { name: 'Maintainer on, vehicle connected' }).check();
    await page.getByRole('button', { name: '3 · Leisure' }).click();
    await page.getByRole('radio', { name: 'Left connected, recharged when due' }).check();
    await page.getByRole('button', { name: 'Lay it up', exact: true }).click();
    await expect(page.getByRole('heading', { name: /stands in Y15/ })).toBeVisible();
  });

  await test.step('disconnecting: the positive first is refused, and says why', async () => {
    await page.getByRole('link', { name: 'Its page' }).click();
    await page.getByRole('button', { name: 'Work', exact: true }).click();
    await page.getByRole('button', { name: 'Disconnect', exact: true }).click();
    await tick(page, 'protect-yourself').click();
    await tick(page, 'live-off').click();
    await expect(page.locator('[data-step="live-off"] [role=alert]')).toContainText(
      'Not yet. First: Negative clamp off first.',
    );
    await expect(page.locator('[data-step="live-off"] [role=alert]')).toContainText(
      'a spanner from the positive to the body is a dead short',
    );
    await expect(tick(page, 'live-off')).toHaveAttribute('aria-checked', 'false');
  });

  await test.step('half done, it is found again; done, it stands in the logbook', async () => {
    await page.reload();
    await page.getByRole('button', { name: 'Work', exact: true }).click();
    await page.getByRole('button', { name: 'Disconnect', exact: true }).click();
    await expect(tick(page, 'protect-yourself')).toHaveAttribute('aria-checked', 'true');
    const done = page.getByRole('button', { name: 'Disconnect: done' });
    await expect(done).toBeDisabled();
    // By keyboard: each step is a box that Space ticks.
    for (const step of ['reach', 'earthed-off', 'tie-aside']) {
      await tick(page, step).focus();
      await page.keyboard.press('Space');
    }
    await done.click();
    await expect(page.getByText('Disconnect: recorded.')).toBeVisible();
    await expect(page.getByText('disconnected', { exact: true })).toBeVisible();
    await expect(page.locator('dl').getByText('negative off').first()).toBeVisible();
  });

  await test.step('the round has what its plans still ask for', async () => {
    await visit(page, `${site.url}/round`);
    await goToStop(page, 'Y15');
    const stop = page.getByRole('region', { name: 'Stop Y15' });
    await expect(stop.getByRole('button', { name: 'Starter clean' })).toBeVisible();
    await expect(stop.getByRole('button', { name: 'Leisure 1 hook up' })).toBeVisible();
    await expect(stop.getByRole('button', { name: 'done Starter disconnect' })).toBeVisible();
  });

  await test.step('the tag prints, and the code on the bay card opens its page', async () => {
    await visit(page, `${site.url}/yard`);
    await page.locator('[data-bay="Y15"]').click();
    await page.getByRole('button', { name: 'Stay', exact: true }).click();
    await expect(page.getByText('Wilf Marrick')).toBeVisible();
    await expect(page.getByAltText('left side, no scratches')).toBeVisible();
    const address = page.url();
    await page.getByRole('link', { name: /^Print tag/ }).click();
    await expect(page.getByRole('region', { name: 'Steering-wheel tag' })).toContainText(
      /Connected.*Unplug before moving/s,
    );
    await expect(page.getByRole('region', { name: 'Case labels' })).toContainText(
      'Flooded lead-acid',
    );
    for (const [paper, box] of [
      ['A4', /MediaBox\s*\[0 0 59[45]\.?\d* 84[12]/],
      ['Letter', /MediaBox\s*\[0 0 612 792/],
    ] as const) {
      await page.getByLabel(paper).check();
      const pdf = (await page.pdf({ preferCSSPageSize: true })).toString('latin1');
      expect(pdf).toMatch(box);
      expect(pdf.match(/\/Type\s*\/Page\b/g)).toHaveLength(3);
    }
    await page.emulateMedia({ media: 'print' });
    await expect(page.getByRole('button', { name: 'Print', exact: true })).toBeHidden();
    const card = await page.getByRole('region', { name: 'Bay card' }).screenshot();
    const code = await decoded(page, card);
    expect(code).toBe(address);
    await page.emulateMedia({ media: 'screen' });
    await page.goto(code!);
    await expect(page.getByRole('heading', { name: /Brackwater 24, blue/ })).toBeVisible();
  });
  expect(errors).toEqual([]);
});

test('a lay-up with nothing but the keyboard', async ({ page }) => {
  await visit(page, `${site.url}/lay-up`);
  await page.getByRole('radio', { name: 'Car', exact: true }).focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('radio', { name: 'Motorcycle' })).toBeChecked();
  await page.keyboard.press('Tab');
  await page.keyboard.type('Tarn 125, green');
  for (let i = 0; i < 12; i++) {
    await page.keyboard.press('Tab');
    const at = await page.evaluate(() => document.activeElement?.getAttribute('name'));
    if (at === 'bay') break;
  }
  // The first free bay; the arrows go on to the next free one.
  await page.keyboard.press('Space');
  await expect(page.getByRole('radio', { name: 'C14', exact: true })).toBeChecked();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('radio', { name: 'C21', exact: true })).toBeChecked();
  await page.getByRole('button', { name: 'Lay it up now' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: /Tarn 125, green stands in C21/ })).toBeVisible();
});

test('what was typed a moment ago is kept, and the blocks of a string are kept alike', async ({
  page,
}) => {
  await visit(page, `${site.url}/lay-up`);
  await page.getByRole('radio', { name: 'Electric cart' }).check();
  await page.getByLabel('Name', { exact: true }).fill('Hallam cart, red');
  // Gone before the draft would have been saved by itself.
  await page.getByRole('link', { name: 'Yard' }).click();
  await expect(page.getByRole('heading', { name: 'Yard', exact: true })).toBeVisible();
  await page.getByRole('link', { name: 'Lay up' }).click();
  await page.getByRole('button', { name: 'Go on with Hallam cart, red' }).click();
  await page.getByRole('radio', { name: 'A8', exact: true }).check();
  await page.getByRole('button', { name: '4 Batteries' }).click();
  await choose(page, 'Blocks in the string', '4 blocks');
  await expect(page.getByRole('region', { name: /^Battery \d/ })).toHaveCount(4);
  const third = page.getByRole('region', { name: 'Battery 3', exact: true });
  const capacity = await third.getByLabel('Capacity, Ah').inputValue();
  await third.getByLabel('Capacity, Ah').fill('150');
  await page.getByRole('button', { name: 'Lay it up now' }).click();
  await expect(
    third.getByText(/150 Ah in a string of \d+ Ah: the weaker block drags/),
  ).toBeVisible();
  await third.getByLabel('Capacity, Ah').fill(capacity);
  await page.getByRole('button', { name: '6 Plan' }).click();
  await page.getByRole('radio', { name: 'Negative off, recharged when due' }).check();
  const tabs = page.getByRole('group', { name: 'Battery', exact: true });
  await expect(tabs.getByRole('img', { name: 'done' })).toHaveCount(4);
  await page.getByRole('button', { name: 'Lay it up', exact: true }).click();
  await expect(page.getByRole('heading', { name: /Hallam cart, red stands in A8/ })).toBeVisible();
});

test('vehicles are moved in the yard, by mouse and by keyboard', async ({ page }) => {
  await visit(page, `${site.url}/yard`);
  await page.getByRole('button', { name: 'Move vehicles' }).click();
  const bay = (mark: string) => page.locator(`[data-bay="${mark}"]`);
  const said = page.getByRole('status').filter({ hasText: /stands in|is taken|Drag a vehicle/ });
  const carry = async (from: string, to: string) => {
    const a = (await bay(from).getByRole('button').boundingBox())!;
    const b = (await bay(to).boundingBox())!;
    await page.mouse.move(a.x + a.width / 2, a.y + a.height / 2);
    await page.mouse.down();
    await page.mouse.move(a.x + a.width / 2 + 10, a.y + a.height / 2, { steps: 3 });
    await page.mouse.move(b.x + b.width / 2, b.y + b.height / 2, { steps: 8 });
    await page.mouse.up();
  };

  await carry('C1', 'C2');
  await expect(said).toContainText('Bay C2 is taken by Fennick pickup: Calder 1500 stays');
  await carry('C13', 'C14');
  await expect(said).toContainText('Tarn 400 twin stands in C14 now.');
  await expect(bay('C14')).toContainText('Tarn 400 twin');
  await page.getByRole('button', { name: 'Move it back' }).click();
  await expect(bay('C13')).toContainText('Tarn 400 twin');

  // What is read aloud; arrows are listened to a turn of the page's clock after a vehicle was picked up.
  const aloud = page.locator('[aria-live="assertive"]');
  const heard = async (words: string) => {
    await expect(aloud.filter({ hasText: words })).toBeAttached();
    await page.evaluate(() => new Promise((turn) => setTimeout(turn)));
  };
  await bay('C15').getByRole('button').focus();
  await page.keyboard.press('Space');
  await heard('Calder coupé over bay C15.');
  await page.keyboard.press('ArrowLeft');
  await heard('Calder coupé over bay C14.');
  await page.keyboard.press('Space');
  await expect(said).toContainText('Calder coupé stands in C14 now.');
  await bay('C14').getByRole('button').focus();
  await page.keyboard.press('Space');
  await heard('Calder coupé over bay C14.');
  await page.keyboard.press('ArrowRight');
  await heard('Calder coupé over bay C15.');
  await page.keyboard.press('Escape');
  await heard('left where it was');
  await expect(bay('C14')).toContainText('Calder coupé');

  await page.getByRole('button', { name: 'Done moving' }).click();
  await page.locator('[data-bay="C14"]').click();
  await expect(page.getByRole('heading', { name: /Calder coupé/ })).toBeVisible();
  await expect(page.getByText('moved to')).toBeVisible();
});

test('two batteries change places, and each keeps its own readings', async ({ page }) => {
  await visit(page, `${site.url}/yard`);
  await page.locator('[data-bay="Y12"]').click();
  const chosen = page.getByRole('group', { name: 'Battery', exact: true });
  await chosen.getByRole('button', { name: 'Leisure 1' }).click();
  const mark = await page
    .locator('dl')
    .getByText(/^B\d+, leisure 1/)
    .innerText();
  const count = await page.getByRole('button', { name: /^Correct reading/ }).count();
  expect(count).toBeGreaterThan(2);
  const where = await page
    .locator('dl')
    .getByText(/^in the garage/)
    .innerText();
  await page.getByRole('button', { name: 'Stay', exact: true }).click();
  await page
    .locator(`[data-battery="${mark.slice(0, 4)}"]`)
    .getByRole('button', { name: /^Exchange with/ })
    .first()
    .click();
  await expect(page.getByText(/changed places/)).toBeVisible();
  await expect(page.locator('dl').getByText(/^in the garage/)).not.toHaveText(where);
  expect(await page.getByRole('button', { name: /^Correct reading/ }).count()).toBe(count);
});

test('a condemned battery is never charged, and a new one takes its place', async ({ page }) => {
  await visit(page, `${site.url}/yard`);
  await expect(page.locator('[data-bay="Y18"]')).toContainText('replace');
  await visit(page, `${site.url}/round`);
  await goToStop(page, 'Y18');
  await expect(page.getByRole('heading', { name: 'Replace it, never charge it' })).toBeVisible();
  await expect(page.getByText(/its walls are swollen/)).toBeVisible();
  await page.getByRole('button', { name: 'It is out of the hall' }).click();
  await expect(page.getByText('Everything is sent')).toBeVisible();
  await visit(page, `${site.url}/yard`);
  await page.locator('[data-bay="Y18"]').click();
  await expect(page.getByRole('button', { name: /gone/ })).toBeVisible();
});
