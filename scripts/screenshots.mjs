// Takes the pictures of docs/screenshots from a running ./ember demo with fresh data; with names behind
// the address, those alone.
import { chromium } from '@playwright/test';
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const [base = 'http://127.0.0.1:4870', ...names] = process.argv.slice(2);
const folder = 'docs/screenshots';
const DESK = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };

const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});

async function picture(name, path, { viewport = DESK, act = async () => {}, at = base } = {}) {
  if (names.length > 0 && !names.includes(name)) return;
  const page = await browser.newPage({
    viewport,
    colorScheme: 'light',
    locale: 'en-GB',
    hasTouch: viewport === PHONE,
    isMobile: viewport === PHONE,
  });
  await page.goto(`${at}/${path}`);
  // The bench's stream is never idle.
  if (!path.startsWith('bench')) await page.waitForLoadState('networkidle');
  await act(page);
  await page.waitForTimeout(400);
  await page.screenshot({ path: `${folder}/${name}-day.png` });
  await page.close();
}

/** Throws away what a picture left half done. */
async function dropDrafts() {
  if (names.length > 0) return;
  const page = await browser.newPage();
  await page.goto(`${base}/lay-up`);
  const away = page.getByRole('button', { name: 'Throw away' });
  while (await away.count()) {
    await away.first().click();
    await page.waitForTimeout(500);
  }
  await page.close();
}

/** Goes to the stop of a bay and types volts, without recording them. */
const typed = (bay, digits) => async (page) => {
  for (let i = 0; i < 40; i++) {
    if (await page.locator(`section[aria-label="Stop ${bay}"]`).count()) break;
    await page.keyboard.press('ArrowDown');
  }
  await page.keyboard.type(digits);
};

await picture('yard', 'yard');
await picture('round', 'round', { act: typed('C11', '1252') });
await picture('round-phone', 'round', { viewport: PHONE, act: typed('C13', '1277') });
await picture('vehicle', 'vehicle/vehicle-01');
// Three winters, each of them twice: some minutes.
await picture('rules', 'rules', {
  act: async (page) => {
    await page.getByRole('checkbox', { name: 'Thu' }).uncheck();
    await page.getByRole('button', { name: 'Try it first' }).click();
    await page.getByRole('button', { name: 'Try it on winters of this site' }).click();
    await page
      .getByRole('button', { name: 'Keep it, with this as its reason' })
      .waitFor({ timeout: 1_200_000 });
  },
});
/** Does these in the practice yard, and ends it. */
const practised =
  (acts, ...answers) =>
  async (page) => {
    for (const act of acts) await page.locator(`[data-act="${act}"]`).click();
    for (const answer of answers) await page.getByRole('radio', { name: answer }).check();
    await page.getByRole('button', { name: 'Done: what was so?' }).click();
  };
await picture('practice-task', 'practice/recover?seed=12', {
  act: practised(['charge', 'read', 'load'], 'replace it', 'one cell is failing'),
});
await picture('practice-season', 'practice/season?seed=5', {
  act: async (page) => {
    const next = page.locator('[data-act="next"]');
    for (let round = 0; await next.count(); round++) {
      const off = page.locator('[data-act^="off/"]');
      while (await off.count()) await off.first().click();
      for (let n = 0; n < 2 && round % 3 === 0; n++) {
        const charge = page.locator('[data-act^="charge/"]').nth(2 * n);
        if (await charge.count()) await charge.click();
      }
      await next.click();
    }
    await practised([])(page);
    await page.getByRole('cell', { name: 'the program’s own plan' }).waitFor({ timeout: 120_000 });
  },
});
await picture('season', 'season', {
  act: (page) => page.getByText('What would help').waitFor(),
});
await picture('hand-back', 'hand-back');
await picture('owners-record', 'print/record/vehicle-44', {
  viewport: { width: 1000, height: 1200 },
});
/** A camper, laid up as far as a step; what it leaves half done is thrown away. */
const camper = (step) => async (page) => {
  await page.getByRole('radio', { name: 'Camper', exact: true }).check();
  await page.getByLabel('Name', { exact: true }).fill('Brackwater 24, blue');
  await page.getByRole('button', { name: new RegExp(`^\\d ${step}`) }).click();
  if (step === 'Inspect') {
    await page.getByLabel('Volts on arrival').fill('12.58');
    await page.getByRole('radio', { name: 'Damp' }).check();
    await page.getByRole('radio', { name: 'Swollen' }).check();
  } else {
    await page.getByRole('radio', { name: 'Negative off, recharged when due' }).check();
  }
  await page.evaluate(() => document.querySelector('main').scrollTo(0, 0));
  await page.getByText(/^Kept as far/).waitFor();
};
await picture('lay-up-plan', 'lay-up?bay=Y15', { act: camper('Plan') });
await dropDrafts();
await picture('lay-up-inspect-phone', 'lay-up?bay=Y15', {
  viewport: PHONE,
  act: camper('Inspect'),
});
await dropDrafts();

/** The draw test of the Calder in B4; run the demo with --pace 40, or it takes its time. */
const step = (page, id) => page.locator(`[data-step="${id}"] button`).click();
await picture('bench-draw', 'bench?battery=battery-033&job=draw', {
  act: async (page) => {
    await page.locator('[data-meter="reading"]').waitFor();
    for (const id of ['protect-yourself', 'quiet', 'meter', 'jumper-in', 'clamp-off', 'meter-in']) {
      await step(page, id);
      await page.waitForTimeout(400);
    }
    await page.waitForTimeout(1500);
    await step(page, 'jumper-off');
    await page.getByText('Passes').waitFor({ timeout: 300_000 });
    await page.waitForTimeout(4000);
  },
});
await picture('bench-hunt', 'bench?battery=battery-033&job=hunt', {
  act: async (page) => {
    const next = page.getByLabel('Next pull');
    await next.waitFor();
    while (await next.locator('.ant-btn-primary').count()) {
      await next.locator('.ant-btn-primary').click({ timeout: 120_000 });
      await page.waitForTimeout(2500);
    }
    await page.getByRole('button', { name: 'F16 out, trailer socket' }).click();
  },
});
if (names.length === 0) {
  const page = await browser.newPage();
  await page.goto(`${base}/bench?battery=battery-033&job=draw`);
  await page.getByRole('button', { name: 'Throw this test away' }).click();
  await page.waitForTimeout(500);
}
await picture('charge', 'charge?battery=battery-054');
await picture('site', 'site', {
  viewport: { width: 1280, height: 1100 },
  act: (page) =>
    page.getByRole('heading', { name: 'Halls and bays' }).evaluate((one) => one.scrollIntoView()),
});
await picture('bring', 'bring', {
  act: async (page) => {
    await page.getByLabel(/A file/).setInputFiles('docs/examples/list.csv');
    await page.getByText('1 row has something to mend.').waitFor();
  },
});
if (names.length === 0 || names.includes('set-up')) {
  // A site of nobody yet, of its own.
  const empty = mkdtempSync(join(tmpdir(), 'velvet-pictures-'));
  const at = 'http://127.0.0.1:4898';
  const args = ['dist/ember.mjs', 'start', '--data', empty, '--port', '4898'];
  const server = spawn(process.execPath, args, { stdio: 'ignore' });
  const answers = () =>
    fetch(`${at}/api/ping`).then(
      () => true,
      () => false,
    );
  while (!(await answers())) await new Promise((later) => setTimeout(later, 200));
  await picture('set-up', 'setup', {
    at,
    viewport: { width: 1280, height: 1000 },
    act: async (page) => {
      await page.getByLabel('Name', { exact: true }).first().fill('Harrowbeck Mill');
      const hall = page.getByRole('group', { name: 'Hall 1' });
      await hall.getByLabel('Name').fill('Carding Hall');
      await page.getByLabel('Row 1 of hall 1', { exact: true }).fill('C1–C6 _ C8–C12');
      await page.getByRole('button', { name: 'Another row' }).click();
      await page.getByLabel('Row 2 of hall 1', { exact: true }).fill('C24–C13');
      await page.getByLabel('Maintainers, 1 A').fill('6');
    },
  });
  server.kill();
  rmSync(empty, { recursive: true, force: true });
}
await browser.close();
