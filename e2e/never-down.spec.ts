import { chromium } from '@playwright/test';
import { alive, sentNow, visit } from './desk';
import { expect, test, type Page } from './test';
import Database from 'better-sqlite3';
import { spawnSync } from 'node:child_process';
import { cpSync, existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { connect, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { connect as connectSecurely } from 'node:tls';
import { v7 as uuidv7 } from 'uuid';
import { DEMO_NOW } from '../demo/site';
import { dataFile } from '../store/open';
import { TestSite } from './server';
import { TRUSTING, giveCookies, isToTheBuilding } from './to-the-building';

let site: TestSite;
test.beforeEach(async () => {
  site = await TestSite.make();
});
test.afterEach(() => site.remove());

const BROWSER = {
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', ...TRUSTING],
};

const open = async (page: Page) => {
  await visit(page, `${site.url}/round`);
  await expect(page.getByRole('heading', { name: 'Thursday round' })).toBeVisible();
  await alive(page);
  await expect(page.getByText('Everything is sent')).toBeVisible();
};
const stop = (page: Page) => page.locator('section[aria-label^="Stop "]');
const volts = (page: Page) => page.getByLabel('Volts', { exact: true });

/** Picks a stop that still wants volts in the list, as a mouse does; none of those in `not`. */
async function pickVolts(page: Page, not: readonly string[] = []): Promise<string> {
  const rows = page.locator('aside button', { hasText: 'volts' });
  for (let i = 0; i < (await rows.count()); i++) {
    const mark = (await rows.nth(i).locator('span').first().innerText()).trim();
    if (not.includes(mark)) continue;
    await rows.nth(i).click();
    await expect(stop(page)).toHaveAttribute('aria-label', `Stop ${mark}`);
    if ((await page.getByRole('button', { name: /^Record/ }).count()) > 0) return mark;
  }
  throw new Error('no stop wants volts');
}

/** Cuts this page off from recording, as a hall without network does. */
const cutOff = (page: Page) => page.route('**/api/entries', (route) => route.abort());

function logged(kind: string): { id: string; data: string; subjectId: string }[] {
  const db = new Database(dataFile(site.folder), { readonly: true });
  const rows = db
    .prepare('SELECT id, data, subject_id AS subjectId FROM entry WHERE kind = ? ORDER BY seq')
    .all(kind);
  db.close();
  return rows as { id: string; data: string; subjectId: string }[];
}

/** Types the rest of a reading and records it; asked whether that is right, it is. */
async function recordVolts(page: Page, digits: string, shown: string): Promise<void> {
  await page.keyboard.type(digits);
  await expect(volts(page)).toHaveText(shown);
  const asked = page.locator('main').getByRole('alert');
  await expect(page.locator('[data-fresh="true"]').or(asked)).toBeVisible();
  await page.keyboard.press((await asked.isVisible()) ? 'y' : 'Enter');
}

const post = (entry: object) =>
  fetch(`${site.url}/api/entries`, {
    method: 'POST',
    headers: site.own,
    body: JSON.stringify(entry),
  });

/** A house that reads each battery once a week: many stops want volts. */
async function readOften(): Promise<void> {
  const reply = await post({
    ...{
      id: uuidv7(),
      subjectKind: 'rules',
      subjectId: 'house',
      kind: 'rules-changed',
      version: 1,
    },
    ...{ at: DEMO_NOW, by: 'attendant', data: { patch: { readingDays: 7 } }, strikes: null },
  });
  expect(reply.status).toBe(200);
}

test('picked by mouse, typed, Enter: it is recorded; typed and left, it is still there', async ({
  page,
}) => {
  await open(page);
  await pickVolts(page);
  await recordVolts(page, '1264', '12.64');
  await expect(page.getByText('Everything is sent')).toBeVisible();
  await expect.poll(() => logged('reading').at(-1)!.data).toContain('12.64');
  await expect(page.locator('aside button', { hasText: 'not yet recorded' })).toHaveCount(0);

  // Two more, by finger: half a reading at one, then to the other and back.
  const left = await pickVolts(page);
  await page.keyboard.type('12');
  await pickVolts(page, [left]);
  await expect(volts(page)).not.toHaveText('0.12');
  await expect(page.locator('aside').getByText('not yet recorded')).toHaveCount(1);
  await page.getByRole('link', { name: 'Yard' }).click();
  await expect(page.getByRole('heading', { name: 'Yard', exact: true })).toBeVisible();
  await page.getByRole('link', { name: 'Round' }).click();
  await page.locator('aside button', { hasText: 'not yet recorded' }).click();
  await expect(stop(page)).toHaveAttribute('aria-label', `Stop ${left}`);
  await expect(volts(page)).toHaveText('0.12');
  await recordVolts(page, '61', '12.61');
  await expect.poll(() => logged('reading').at(-1)!.data).toContain('12.61');
});

test('back from the Yard, what was recorded is not asked for again', async ({ page }) => {
  await open(page);
  const mark = await pickVolts(page);
  await page.keyboard.type('1264');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Everything is sent')).toBeVisible();
  await page.getByRole('link', { name: 'Yard' }).click();
  await expect(page.getByRole('heading', { name: 'Yard', exact: true })).toBeVisible();
  await page.goBack();
  await page.locator('aside button', { hasText: new RegExp(`^${mark}`) }).click();
  // Done, or on to what is left at this stop: not its volts.
  await expect(page.getByRole('button', { name: /^Record/ })).toHaveCount(0);
});

test('a field that was typed into is not left without a word', async ({ page }) => {
  await visit(page, `${site.url}/vehicle/vehicle-31`);
  await page.getByLabel('Resting voltage, V').fill('12.6');
  await page.getByRole('link', { name: 'Yard' }).click();
  const dialog = page.getByRole('dialog', { name: 'Typed, and not recorded' });
  await expect(dialog).toContainText('“12.6” (Resting voltage, V) would be lost');
  await dialog.getByRole('button', { name: 'Stay here' }).click();
  await expect(page.getByLabel('Resting voltage, V')).toHaveValue('12.6');
  await page.getByRole('link', { name: 'Yard' }).click();
  await dialog.getByRole('button', { name: 'Leave without it' }).click();
  await expect(page.getByRole('heading', { name: 'Yard', exact: true })).toBeVisible();
});

test('five stops without network, the first one’s lay-up withdrawn meanwhile: all of it arrives', async ({
  page,
}) => {
  await readOften();
  await open(page);
  await cutOff(page);
  const marks: string[] = [];
  for (let i = 0; i < 5; i++) {
    marks.push(await pickVolts(page, marks));
    await page.keyboard.press('c');
  }
  await expect(page.getByText(/entries waiting to send · kept on this device/)).toBeVisible();
  const before = logged('not-reached').length;
  // At the desk: the first of them was never here.
  const db = new Database(dataFile(site.folder), { readonly: true });
  const laidUp = db
    .prepare(
      `SELECT entry.id, subject_id AS vehicleId FROM entry JOIN bay_taken ON vehicle_id = subject_id
         JOIN bay ON bay.id = bay_id WHERE kind = 'laid-up' AND bay.mark = ?`,
    )
    .get(marks[0]) as { id: string; vehicleId: string };
  db.close();
  const withdrawn = await post({
    id: uuidv7(),
    subjectKind: 'vehicle',
    subjectId: laidUp.vehicleId,
    kind: 'withdrawn',
    version: 1,
    at: DEMO_NOW,
    by: 'attendant',
    data: { why: '' },
    strikes: laidUp.id,
  });
  expect(withdrawn.status).toBe(200);
  await page.unroute('**/api/entries');
  await sentNow(page);
  expect(logged('not-reached').length).toBeGreaterThanOrEqual(before + 5);
});

test('two tabs and no server: both stay, and what they recorded goes out once', async ({
  context,
}) => {
  const [left, right] = [await context.newPage(), await context.newPage()];
  await open(left);
  await open(right);
  await site.stop('SIGKILL');
  const first = await pickVolts(left);
  await recordVolts(left, '1264', '12.64');
  await pickVolts(right, [first]);
  await recordVolts(right, '1263', '12.63');
  for (const tab of [left, right]) {
    await expect(tab.getByText(/2 entries waiting to send/)).toBeVisible();
    await expect(tab.getByText('the server cannot be reached')).toBeVisible();
  }
  await left.getByRole('link', { name: 'Yard' }).click();
  await expect(left.getByRole('dialog', { name: 'The server cannot be reached' })).toBeVisible();
  await left.getByRole('button', { name: 'Stay here' }).click();
  const before = logged('reading').length;
  await site.start();
  for (const tab of [left, right]) await expect(tab.getByText('Everything is sent')).toBeVisible();
  await expect(right.getByRole('heading', { name: 'Thursday round' })).toBeVisible();
  expect(logged('reading').length).toBe(before + 2);
});

test('a browser that is killed the moment after keeps what was recorded without network', async () => {
  const profile = mkdtempSync(join(tmpdir(), 'velvet-profile-'));
  const browse = () => chromium.launchPersistentContext(profile, BROWSER);
  try {
    await readOften();
    const before = logged('reading').length;
    const context = await browse();
    if (isToTheBuilding) await giveCookies(context);
    const page = await context.newPage();
    await open(page);
    await cutOff(page);
    // The cart in C17 has blocks of 8 V.
    const marks: string[] = ['C17'];
    for (const typed of ['1264', '1263', '1262']) {
      marks.push(await pickVolts(page, marks));
      await recordVolts(page, typed, `12.${typed.slice(2)}`);
    }
    await expect(page.getByText(/3 entries waiting to send · kept on this device/)).toBeVisible();
    // All of its processes at once, as when the battery falls out.
    spawnSync('pkill', ['-9', '-f', profile]);
    await context.close().catch(() => undefined);
    const again = await browse();
    if (isToTheBuilding) await giveCookies(again);
    const next = await again.newPage();
    await open(next);
    await expect.poll(() => logged('reading').length).toBe(before + 3);
    await again.close();
  } finally {
    // Its last processes may still write while they go.
    rmSync(profile, { recursive: true, force: true, maxRetries: 10, retryDelay: 200 });
  }
});

test('storage that is forbidden is said before anything is typed, and all is sent', async ({
  page,
}) => {
  await page.addInitScript(() => {
    const no = () => {
      throw new DOMException('no', 'SecurityError');
    };
    IDBFactory.prototype.open = no;
    Object.defineProperty(window, 'localStorage', { get: no });
  });
  await open(page);
  await expect(
    page.getByText(/This device cannot keep entries \(its storage is forbidden\)/),
  ).toBeVisible();
  await pickVolts(page);
  await recordVolts(page, '1264', '12.64');
  await expect(page.getByText('Everything is sent')).toBeVisible();
  await expect.poll(() => logged('reading').at(-1)!.data).toContain('12.64');
});

test('a page of somebody else can neither frame it nor write into it', async ({ page }) => {
  const before = logged('note').length;
  const evil = createServer((_, reply) => {
    reply.setHeader('content-type', 'text/html');
    reply.end(`<iframe src="${site.url}/round" style="width:900px;height:700px"></iframe>
      <form id="f" method="post" enctype="text/plain" action="${site.url}/api/entries"><input name="x"></form>`);
  });
  await new Promise<void>((done) => evil.listen(0, '127.0.0.1', done));
  const { port } = evil.address() as AddressInfo;
  await page.goto(`http://127.0.0.1:${port}/`);
  const inner = page.frames()[1]!;
  await expect(inner.getByText('Thursday round')).toHaveCount(0);
  const status = await page
    .evaluate(async (url) => {
      const reply = await fetch(`${url}/api/entries`, {
        method: 'POST',
        mode: 'no-cors',
        body: '{}',
      });
      return reply.type;
    }, site.url)
    .catch(() => 'refused');
  expect(['opaque', 'refused']).toContain(status);
  expect(logged('note').length).toBe(before);
  evil.close();
});

const ember = (...args: string[]) =>
  spawnSync(process.execPath, ['dist/ember.mjs', ...args], { encoding: 'utf8', timeout: 60_000 });

test('the server ends when it is told to, though a page watches the bench', async ({ page }) => {
  await visit(page, `${site.url}/bench`);
  const watching = await fetch(`${site.url}/api/bench/stream`, { headers: site.own });
  const reader = watching.body!.getReader();
  await reader.read();
  const begun = Date.now();
  await site.stop('SIGTERM');
  // A bound for a hang, and no measure: it took as long as somebody watched before.
  expect(Date.now() - begun).toBeLessThan(10_000);
  await reader.cancel().catch(() => undefined);
});

test('one server has a folder for itself, and a restore waits for it', async () => {
  const copy = join(site.folder, 'copy.sqlite');
  const second = ember('start', '--data', site.folder, '--port', '49741');
  expect(second).toMatchObject({ status: 1 });
  expect(second.stderr).toMatch(/^A server of Velvet Ember is using .*: stop it first/);
  const taken = ember('start', '--data', join(site.folder, 'x'), '--port', String(site.port));
  expect(taken.stderr).toMatch(/^Velvet Ember runs on port \d+ already: open https?:/m);
  expect(ember('backup', copy, '--data', site.folder).status).toBe(0);
  expect(ember('restore', copy, '--data', site.folder).stderr).toMatch(/stop it first/);
  const live = ember('restore', dataFile(site.folder), '--data', join(site.folder, 'y'));
  expect(live.stderr).toMatch(/make a copy of it with .\/ember backup/);
  await site.stop('SIGKILL');
  expect(ember('restore', copy, '--data', site.folder).status).toBe(0);
  await site.start();
});

test('what a killed server acknowledged is in a copy of its files', async () => {
  const ids: string[] = [];
  for (let i = 0; i < 30; i++) {
    const id = uuidv7();
    ids.push(id);
    const note = { id, subjectKind: 'battery', subjectId: 'battery-001', kind: 'note', version: 1 };
    const rest = { at: DEMO_NOW, by: 'attendant', data: { text: `number ${i}` }, strikes: null };
    expect((await post({ ...note, ...rest })).status).toBe(200);
  }
  await site.stop('SIGKILL');
  const raw = join(site.folder, 'raw', 'velvet-ember.sqlite');
  for (const part of ['', '-wal']) {
    if (existsSync(dataFile(site.folder) + part)) cpSync(dataFile(site.folder) + part, raw + part);
  }
  const to = join(site.folder, 'other');
  expect(ember('restore', raw, '--data', to)).toMatchObject({ status: 0, stderr: '' });
  const db = new Database(dataFile(to), { readonly: true });
  const there = new Set(db.prepare('SELECT id FROM entry').pluck().all() as string[]);
  db.close();
  expect(ids.filter((id) => !there.has(id))).toEqual([]);
});

test('damaged pages are told at the start, and nothing is changed', async () => {
  await site.stop();
  const file = dataFile(site.folder);
  const bytes = readFileSync(file);
  const middle = 4096 * Math.floor(bytes.length / 4096 / 2);
  bytes.fill(0x5a, middle, middle + 20 * 4096);
  writeFileSync(file, bytes);
  const run = ember('start', '--data', site.folder, '--port', '49742');
  expect(run).toMatchObject({ status: 1 });
  expect(run.stderr).toMatch(/is damaged \(.*\)\. Nothing was changed\. Put a backup in its place/);
});

/** What the server answers to a request that no client would make. */
const raw = (text: string) =>
  new Promise<string>((done) => {
    let said = '';
    const send = () => socket.write(text);
    const socket = isToTheBuilding
      ? connectSecurely({ port: site.port, rejectUnauthorized: false }, send)
      : connect(site.port, '127.0.0.1', send);
    socket.setEncoding('utf8');
    socket.on('data', (piece: string) => (said += piece));
    socket.on('close', () => done(said));
    socket.on('error', () => done(said));
    socket.setTimeout(5000, () => socket.destroy());
  });

test('requests that are none are refused in words, and a trace of its limit is taken', async () => {
  const own = `Host: 127.0.0.1:${site.port}\r\nConnection: close\r\n\r\n`;
  expect(await raw(`GET /api/ping HTTP/1.1\r\n${own}`)).toMatch(/^HTTP\/1.1 200/);
  expect(await raw('GET /api/ping HTTP/1.1\r\nHost:\r\nConnection: close\r\n\r\n')).toMatch(
    /^HTTP\/1.1 400/,
  );
  expect(await raw(`GET /api/ping HTTP/1.1\r\nHost: evil.test\r\n${own}`)).toMatch(
    /^HTTP\/1.1 400/,
  );
  for (const path of ['/vehicle/%ff', '/vehicle/%', '/api/photos/%E0%A4%A']) {
    expect(await raw(`GET ${path} HTTP/1.1\r\n${own}`)).toMatch(/^HTTP\/1.1 400/);
  }
  for (const path of [
    '/yard?day=%E2%82%AC',
    '/round?day=9999-99-99',
    '/vehicle/nobody',
    '/nothing',
  ]) {
    expect([200, 404]).toContain((await fetch(site.url + path)).status);
  }
  // A million samples are some 25 MB.
  const seconds = Array.from({ length: 1_000_000 }, (_, i) => i / 10);
  const amps = seconds.map((_, i) => 0.0121 + (i % 7) / 1e5);
  const reply = await fetch(`${site.url}/api/bench/trace`, {
    method: 'POST',
    headers: site.own,
    body: JSON.stringify({ batteryId: 'battery-033', seconds, amps }),
  });
  expect(reply.status, await reply.text()).toBe(200);
});
