import { expect, test, type Page } from './test';
import { readFileSync } from 'node:fs';
import { opened, watch as watchAlive } from '../cli/benchmark/opened';
import { TestSite } from './server';

let site: TestSite;
test.beforeAll(async () => {
  site = await TestSite.make();
});
test.afterAll(async () => {
  await site.remove();
});

const VIEWS = [
  'yard',
  'yard?day=2027-02-12',
  'round',
  'vehicle/vehicle-31',
  'lay-up',
  'rules',
  'bench',
  'bench?battery=battery-033&job=read',
  'bench?battery=battery-033&job=draw',
  'bench?battery=battery-033&job=hunt',
  'charge?battery=battery-054',
  'charge?view=stock',
  'hand-back',
  'hand-back/vehicle-12',
  'site',
  'bring',
  'season/account',
  'practice',
  'practice/frost?seed=4',
  'print/vehicle/vehicle-02',
  'print/record/vehicle-12',
];
/** What is used with a thumb is looked at as it is then. */
const ON_A_PHONE = new Set([
  'yard',
  'round',
  'vehicle/vehicle-31',
  'lay-up',
  'rules',
  'hand-back',
  'hand-back/vehicle-12',
  'practice/frost?seed=4',
]);
const axe = readFileSync('node_modules/axe-core/axe.min.js', 'utf8');

const RUNS: Readonly<Record<'all' | 'colours' | 'structure', object>> = {
  all: {},
  colours: { runOnly: ['color-contrast'] },
  structure: { rules: { 'color-contrast': { enabled: false } } },
};

interface AxeResult {
  readonly violations: readonly {
    readonly id: string;
    readonly impact: string;
    readonly nodes: readonly { readonly html: string; readonly failureSummary: string }[];
  }[];
}

/**
 * By lamplight only the colours differ from the day, on a phone and in the parts of a screen all but
 * the colours: the rest was looked at then, and which colour may stand on which is a unit test.
 */
async function seriousFindings(
  page: Page,
  only: 'all' | 'colours' | 'structure' = 'all',
): Promise<string[]> {
  await page.evaluate(axe);
  const result = await page.evaluate(
    (runOnly) =>
      (globalThis as unknown as { axe: { run(options: object): Promise<AxeResult> } }).axe.run({
        resultTypes: ['violations'],
        preload: false,
        ...runOnly,
      }),
    RUNS[only],
  );
  return result.violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .map(({ id, nodes }) => `${id}: ${nodes[0]!.html} ${nodes[0]!.failureSummary}`);
}

interface Shift {
  readonly value: number;
  readonly sources: readonly {
    readonly node: Node | null;
    readonly previousRect: DOMRect;
    readonly currentRect: DOMRect;
  }[];
}

/** Gathers whatever a page complains about from now on, loads from elsewhere or moves about. */
async function watch(page: Page): Promise<() => Promise<string[]>> {
  const complaints: string[] = [];
  page.on('console', (message) => {
    if (message.type() === 'error' || message.type() === 'warning') complaints.push(message.text());
  });
  page.on('pageerror', (error) => complaints.push(error.message));
  page.on('request', (request) => {
    const { hostname, protocol } = new URL(request.url());
    if (hostname !== '127.0.0.1' && protocol.startsWith('http')) {
      complaints.push(`asks ${request.url()}`);
    }
  });
  await page.addInitScript(() => {
    const shifts: { value: number; what: string }[] = [];
    Object.assign(globalThis, { layoutShifts: shifts });
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries() as unknown as Shift[]) {
        const what = entry.sources.map(({ node, previousRect: from, currentRect: to }) => {
          const name = node instanceof Element ? node.className : node?.textContent;
          return `${name} ${from.x},${from.y} ${from.width}x${from.height} to ${to.x},${to.y} ${to.width}x${to.height}`;
        });
        shifts.push({ value: entry.value, what: what.join('; ') });
      }
    }).observe({ type: 'layout-shift', buffered: true });
  });
  return async () => {
    const shifts = await page.evaluate(
      () =>
        (globalThis as unknown as { layoutShifts: { value: number; what: string }[] }).layoutShifts,
    );
    const sum = shifts.reduce((total, { value }) => total + value, 0);
    if (sum > 0.01) {
      complaints.push(`the layout shifts by ${sum}: ${shifts.map(({ what }) => what).join(' | ')}`);
    }
    return complaints;
  };
}

/** Opens a page, watched, and waits until it has all it asks for. */
async function watched(page: Page, url: string): Promise<() => Promise<string[]>> {
  const complaints = await watch(page);
  await page.goto(url);
  if (url.includes('/bench')) {
    // Its stream is never idle.
    await page.locator('[data-meter]').waitFor();
    await page.waitForTimeout(1500);
  } else await page.waitForLoadState('networkidle');
  return complaints;
}

/** What is wrong on a page by day, and with its colours by lamplight; it is left by day. */
async function seriousInBoth(page: Page): Promise<string[]> {
  const byDay = await seriousFindings(page);
  await page.emulateMedia({ colorScheme: 'dark' });
  const byLamp = await seriousFindings(page, 'colours');
  await page.emulateMedia({ colorScheme: 'light' });
  return [...byDay, ...byLamp.map((finding) => `by lamplight: ${finding}`)];
}

for (const view of VIEWS) {
  test(`${view}: readable by day and by lamplight, quiet and still`, async ({ page }) => {
    const complaints = await watched(page, `${site.url}/${view}`);
    await expect(page.getByRole('heading').first()).toBeVisible();
    await expect(page.getByRole('main')).toHaveCount(1);
    expect(await complaints()).toEqual([]);
    expect(await seriousInBoth(page)).toEqual([]);
    // In a phone's window nothing hangs over the edge.
    await page.setViewportSize({ width: 390, height: 844 });
    const over = () => page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
    await expect.poll(over).toBeLessThanOrEqual(0);
    if (ON_A_PHONE.has(view)) expect(await seriousFindings(page, 'structure')).toEqual([]);
  });
}

test('the parts of laying up and of a vehicle: named, labelled, in order', async ({ page }) => {
  const complaints = await watched(page, `${site.url}/lay-up`);
  for (const part of ['Owner', 'All off', 'Batteries', 'Inspect', 'Plan']) {
    await page.getByRole('button', { name: new RegExp(`^\\d ${part}`) }).click();
    expect(await seriousFindings(page, 'structure')).toEqual([]);
  }
  await page.goto(`${site.url}/vehicle/vehicle-44`);
  for (const part of ['Storage plan', 'Work', 'Disconnect', 'Clean and protect', 'Stay']) {
    await page.getByRole('button', { name: part, exact: true }).click();
    expect(await seriousFindings(page, 'structure')).toEqual([]);
  }
  await page.goto(`${site.url}/yard`);
  await page.getByRole('button', { name: 'Move vehicles' }).click();
  await expect(page.getByText(/^Drag a vehicle/)).toBeVisible();
  expect(await seriousFindings(page, 'structure')).toEqual([]);
  // What it asked for when it was left need not come.
  const left = /^the layout|importScripts/;
  expect((await complaints()).filter((one) => !left.test(one))).toEqual([]);
});

test('the styles are there before any script', async ({ browser }) => {
  const page = await browser.newPage({ javaScriptEnabled: false });
  await page.goto(`${site.url}/rules`);
  // A radio button of the design system is round, and not the browser's own.
  const round = await page
    .getByRole('radiogroup', { name: 'Leaving a battery alone' })
    .getByRole('radio')
    .first()
    .evaluate((radio) => getComputedStyle(radio.parentElement!).borderRadius);
  expect(round).toBe('50%');
  // The day of the address is known to the server: nothing jumps when the scripts arrive.
  await page.goto(`${site.url}/yard?day=2027-02-12`);
  await expect(page.getByRole('heading', { name: 'Yard on Fri 12 Feb' })).toBeVisible();
  await page.close();
});

test('fonts that come late move nothing', async ({ page }) => {
  let come = () => {};
  const late = new Promise<void>((done) => (come = done));
  await page.route('**/*.woff2', async (route) => {
    await late;
    await route.continue();
  });
  const complaints = await watch(page);
  await page.goto(`${site.url}/vehicle/vehicle-31`, { waitUntil: 'commit' });
  await expect(page.locator('html[data-alive]')).toBeVisible();
  const ours = () => page.evaluate(() => document.fonts.check('16px plain'));
  expect(await ours()).toBe(false);
  come();
  await expect.poll(ours).toBe(true);
  await page.waitForLoadState('networkidle');
  expect(await complaints()).toEqual([]);
});

test('the chosen theme stays, and wins over the system', async ({ page }) => {
  await page.goto(`${site.url}/yard`);
  const ground = () => page.evaluate(() => getComputedStyle(document.body).backgroundColor);
  const day = await ground();
  await page.getByRole('button', { name: 'Switch day and lamp' }).click();
  await expect.poll(ground).not.toBe(day);
  const lamp = await ground();
  await page.reload();
  expect(await ground()).toBe(lamp);
});

test('the round opens with the scripts that it needs, and no more', async ({ page }) => {
  await watchAlive(page);
  const ahead: string[] = [];
  page.on('request', (request) => {
    if ('rsc' in request.headers()) ahead.push(request.url());
  });
  const { kB } = await opened(page, `${site.url}/round`);
  // A phone reads them all before its first tap is heard.
  expect(kB).toBeGreaterThan(100);
  expect(kB).toBeLessThan(220);
  // Nor does it fetch pages that nobody has asked for.
  expect(ahead).toEqual([]);
});

test('a rule that changes is weighed first, then moves the dates, and stays on record', async ({
  page,
}) => {
  await page.goto(`${site.url}/rules`);
  const interval = page.getByRole('radiogroup', { name: 'Most days between two readings' });
  const weighing = page.getByRole('status').filter({ hasText: 'readings: 2 weeks' });
  await interval.getByText('2 weeks', { exact: true }).click();
  await expect(weighing).toContainText(/\d+ batteries due earlier.* more work/);
  await page.getByRole('button', { name: 'Leave as it was' }).click();
  await expect(weighing).toBeHidden();
  await expect(page.getByText(/^Version 1, the defaults/)).toBeVisible();
  await interval.getByText('2 weeks', { exact: true }).click();
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText('Every due date is counted anew')).toBeVisible();
  await page.reload();
  await expect(interval.getByRole('radio', { name: /^2 weeks/ })).toBeChecked();
  await expect(page.getByText(/^Version 2, since/)).toBeVisible();
  await expect(page.getByText('Thu 14 Jan: Most days between two readings: 2 weeks')).toBeVisible();
});
