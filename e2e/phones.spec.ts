import { chromium, type BrowserContext, type BrowserContextOptions } from '@playwright/test';
import Database from 'better-sqlite3';
import { execFileSync, spawnSync } from 'node:child_process';
import { X509Certificate, createHash } from 'node:crypto';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { get } from 'node:https';
import { text } from 'node:stream/consumers';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import ical from 'node-ical';
import { alive, DESK, sentNow } from './desk';
import { dataFile } from '../store/open';
import { TestSite } from './server';
import { expect, test, type Page } from './test';

const CARD = { vehicleId: 'vehicle-47', bay: 'Y4' };
const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true, locale: 'en-GB' } as const;

let site: TestSite;
let home: string;
/** Flags of a browser that trusts the site. */
let trusting: string[];
const open: BrowserContext[] = [];
test.beforeEach(async () => {
  site = await TestSite.toTheBuilding();
  home = mkdtempSync(join(tmpdir(), 'velvet-home-'));
  trusting = trust();
});
test.afterEach(async () => {
  for (const one of open.splice(0)) await one.close();
  await site.remove();
  rmSync(home, { recursive: true, force: true });
});

/**
 * Both machines are told to trust the site's own authority. Where the tool for that is not installed, they
 * are told to trust this one certificate: the chain is tested by `cli/lan/authority.test.ts` too.
 */
function trust(): string[] {
  const trusted = join(home, '.pki', 'nssdb');
  mkdirSync(trusted, { recursive: true });
  const certutil = (...args: string[]) =>
    spawnSync('certutil', ['-d', `sql:${trusted}`, ...args]).status === 0;
  const isTrusted =
    certutil('-N', '--empty-password') &&
    certutil('-A', '-t', 'C,,', '-n', 'site', '-i', site.authority);
  if (isTrusted) return [];
  const leaf = new X509Certificate(readFileSync(join(site.folder, 'tls', 'server.crt')));
  const key = leaf.publicKey.export({ format: 'der', type: 'spki' });
  const hash = createHash('sha256').update(key).digest('base64');
  return [`--ignore-certificate-errors-spki-list=${hash}`];
}

/** A browser of its own, with a profile that outlives it. */
async function browser(name: string, options: BrowserContextOptions): Promise<Page> {
  const context = await chromium.launchPersistentContext(join(home, name), {
    ...options,
    executablePath: '/usr/bin/chromium',
    args: [
      ...['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
      ...trusting,
      // What is held before the camera.
      ...['--use-fake-device-for-media-stream', '--use-fake-ui-for-media-stream'],
      `--use-file-for-fake-video-capture=${join(home, 'seen.y4m')}`,
    ],
    env: { ...process.env, HOME: home },
  });
  context.setDefaultTimeout(30_000);
  await context.grantPermissions(['camera'], { origin: site.url });
  open.push(context);
  return context.pages()[0] ?? (await context.newPage());
}

/** The machine goes off in mid-work: nothing is written down any more. */
async function kill(name: string): Promise<void> {
  execFileSync('pkill', ['-9', '-f', join(home, name)]);
  await open
    .pop()!
    .close()
    .catch(() => undefined);
}

async function pair(page: Page, code: string, name: string): Promise<void> {
  // Behind the hash, as the picture on the desk has it.
  await page.goto(`${site.url}/pair#${code}`);
  await alive(page);
  await page.getByLabel('What it is called here').fill(name);
  await page.getByRole('button', { name: 'Pair it' }).click();
  await page.waitForURL('**/sign-in');
  await alive(page);
}

async function signIn(page: Page, name: string, passphrase: string, button: string): Promise<void> {
  await page.getByLabel('Name').fill(name);
  await page.getByLabel('Passphrase').fill(passphrase);
  await page.getByRole('button', { name: button }).click();
  await page.waitForURL('**/yard');
}

/** The round is on the phone's disk, with all that it is shown by. */
const kept = (page: Page) =>
  expect
    .poll(
      () =>
        page.evaluate(async () => {
          const pages = await caches.open('velvet-pages');
          const all = await Promise.all(['/round', '/yard'].map((path) => pages.match(path)));
          return all.every((one) => one !== undefined);
        }),
      { timeout: 60_000 },
    )
    .toBe(true);

/** What is answered over TLS to who signs in nowhere. */
const asked = (address: string): Promise<{ status: number; body: string }> =>
  new Promise((done, failed) => {
    get(address, { ca: readFileSync(site.authority) }, (reply) => {
      text(reply).then((body) => done({ status: reply.statusCode!, body }), failed);
    }).once('error', failed);
  });

/** How many events a calendar program finds at an address; null: there is nothing. */
async function rounds(address: string): Promise<number | null> {
  const { status, body } = await asked(address);
  if (status === 404) return null;
  return Object.values(ical.sync.parseICS(body)).filter((one) => one?.type === 'VEVENT').length;
}

/** Holds the card that is printed of a vehicle before the camera of the phone. */
async function holdCard(desk: Page, vehicleId: string): Promise<void> {
  await desk.goto(`${site.url}/print/vehicle/${vehicleId}`);
  const luma = await desk.evaluate(async () => {
    const svg = new XMLSerializer().serializeToString(document.querySelector('svg[height="220"]')!);
    const picture = new Image();
    picture.src = `data:image/svg+xml,${encodeURIComponent(svg)}`;
    await picture.decode();
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [640, 480];
    const drawing = canvas.getContext('2d')!;
    drawing.fillStyle = '#999';
    drawing.fillRect(0, 0, 640, 480);
    drawing.drawImage(picture, 140, 60, 360, 360);
    const { data } = drawing.getImageData(0, 0, 640, 480);
    return Array.from({ length: 640 * 480 }, (_, i) => data[4 * i]!);
  });
  const colours = Buffer.alloc((640 * 480) / 2, 128);
  const frame = [Buffer.from('FRAME\n'), Buffer.from(luma), colours];
  const head = Buffer.from('YUV4MPEG2 W640 H480 F10:1 Ip C420jpeg\n');
  writeFileSync(join(home, 'seen.y4m'), Buffer.concat([head, ...frame]));
}

/** Writes a note at the stop that one stands at: it can be done anywhere. */
async function note(page: Page, text: string): Promise<void> {
  await page.getByRole('button', { name: 'Note', exact: true }).click();
  await page.getByLabel('Note on this battery').fill(text);
  await page.getByRole('button', { name: 'Keep note' }).click();
}

function notes(): { text: string; by: string }[] {
  const db = new Database(dataFile(site.folder), { readonly: true });
  const rows = db
    .prepare(
      "SELECT json_extract(data, '$.text') AS text, by FROM entry WHERE kind = 'note' ORDER BY seq",
    )
    .all() as { text: string; by: string }[];
  db.close();
  return rows.filter(({ text }) => text.startsWith('phone '));
}

/** Captions of pictures that are there with their entries. */
function pictured(): string[] {
  const db = new Database(dataFile(site.folder), { readonly: true });
  const captions = db
    .prepare(
      `SELECT json_extract(data, '$.caption') FROM entry
         JOIN photo ON photo.id = json_extract(data, '$.photoId') WHERE by = 'Tom'`,
    )
    .pluck()
    .all() as string[];
  db.close();
  return captions;
}

test('a phone is paired, walks without network, is killed, goes on cold, and is withdrawn', async () => {
  const desk = await browser('desk', DESK);
  // Whoever opens it is asked to sign in, on the machine itself too.
  await desk.goto(`${site.url}/yard`);
  await expect(desk.getByRole('heading', { name: 'This browser is not paired' })).toBeVisible();
  await pair(desk, site.pairingCode(), 'Office desk');
  await signIn(desk, 'Ida', 'four wet socks dry', 'Begin');
  await desk.goto(`${site.url}/people`);
  await alive(desk);
  await desk.getByLabel('Name').fill('Tom');
  await desk.getByLabel('Passphrase to begin with').fill('green kettle on fire');
  await desk.getByRole('button', { name: 'Let in' }).click();
  await expect(desk.getByRole('button', { name: 'Tom works here no more' })).toBeVisible();
  await desk.getByRole('button', { name: 'Add a phone' }).click();
  const code = await desk.getByText(/^[2-9A-Z]{5}-[2-9A-Z]{5}$/).innerText();

  // A calendar program that signs in nowhere subscribes over TLS, as long as the address is good.
  await desk.keyboard.press('Escape');
  await desk.getByRole('button', { name: 'Make an address' }).click();
  const address = await desk.getByText(/\/api\/calendars\//).innerText();
  expect(await rounds(address)).toBeGreaterThan(5);
  const wall = await desk.getByText(/\/wall\//).innerText();
  expect((await asked(wall)).body).toMatch(/stops left, about/);
  await desk.getByRole('button', { name: 'Withdraw it' }).click();
  await expect(desk.getByRole('button', { name: 'Make an address' })).toBeVisible();
  expect(await rounds(address)).toBeNull();
  expect((await asked(wall)).status).toBe(404);

  await holdCard(desk, CARD.vehicleId);
  await desk.goto(`${site.url}/round`);
  await alive(desk);

  let phone = await browser('phone', PHONE);
  await pair(phone, code, 'Tom’s phone');
  await signIn(phone, 'Tom', 'green kettle on fire', 'Sign in');
  // Put away and taken out again: a browser is slow to write down who is signed in.
  await open.pop()!.close();
  phone = await browser('phone', PHONE);
  await phone.goto(`${site.url}/round`);
  await alive(phone);
  // The card of a bay leads to its stop, and the desk sees who stands there.
  await phone.getByRole('button', { name: 'More' }).click();
  await phone.getByRole('button', { name: 'Find' }).click();
  await phone.getByRole('button', { name: 'Scan a card' }).click();
  await expect(phone.locator(`section[aria-label="Stop ${CARD.bay}"]`)).toBeVisible();
  await expect(desk.getByText('Tom is here')).toBeVisible({ timeout: 4000 });
  await note(phone, 'phone one');
  await expect(phone.getByText('Everything is sent')).toBeVisible();
  await kept(phone);

  // The network is cut in the middle.
  await site.stop('SIGKILL');
  await note(phone, 'phone two');
  await expect(phone.getByText(/1 entry waiting to send · kept on this device/)).toBeVisible();
  await note(phone, 'phone three');
  await expect(phone.getByText(/2 entries waiting to send · kept on this device/)).toBeVisible();
  await kill('phone');

  // Cold, and still without network.
  phone = await browser('phone', PHONE);
  await phone.goto(`${site.url}/yard`);
  await expect(phone.getByRole('heading', { name: 'Yard', exact: true })).toBeVisible();
  await expect(phone.getByText(/2 waiting, /)).toBeVisible();
  await phone.goto(`${site.url}/round`);
  await alive(phone);
  await expect(phone.getByText(/2 entries waiting to send/)).toBeVisible();
  await note(phone, 'phone four');
  await phone.getByRole('button', { name: 'Note', exact: true }).click();
  await phone.getByLabel('Note on this battery').fill('dent in the door');
  const buffer = await phone.screenshot();
  const picture = { name: 'dent.png', mimeType: 'image/png', buffer };
  await phone.getByLabel('Photograph').setInputFiles(picture);
  await expect(phone.getByText(/4 entries waiting to send · kept on this device/)).toBeVisible();
  await phone.reload();
  await alive(phone);
  await expect(phone.getByText(/4 entries waiting to send/)).toBeVisible();

  await site.start();
  await sentNow(phone);
  const all = ['phone one', 'phone two', 'phone three', 'phone four'];
  expect(notes()).toEqual(all.map((text) => ({ text, by: 'Tom' })));
  expect(pictured()).toEqual(['dent in the door']);

  // Lost: withdrawn at the desk, it is out at its next request, and keeps what waits on it.
  await desk.goto(`${site.url}/people`);
  await alive(desk);
  await desk.getByRole('button', { name: 'Withdraw Tom’s phone' }).click();
  await expect(desk.getByRole('button', { name: 'Withdraw Tom’s phone' })).toBeHidden();
  await note(phone, 'phone five');
  await expect(phone.getByText(/1 entry waiting to send .*Sign in first/)).toBeVisible();
  await phone.reload();
  await expect(phone.getByRole('heading', { name: 'This browser is not paired' })).toBeVisible();
  await expect(phone.getByText('1 entry is waiting on this device')).toBeVisible();
  await expect(phone.getByRole('button', { name: 'Save them as a file' })).toBeVisible();
  expect(await phone.evaluate(() => caches.has('velvet-pages'))).toBe(false);
  expect(notes()).toHaveLength(all.length);
});
