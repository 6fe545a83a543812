// Takes the pictures of phones from ./ember demo --lan --fresh yes, where nobody has signed in yet:
// node scripts/screenshots-phones.mjs https://127.0.0.1:4870
import { chromium } from '@playwright/test';
import { execFileSync } from 'node:child_process';

const base = process.argv[2] ?? 'https://127.0.0.1:4870';
const folder = 'docs/screenshots';
const PASSPHRASE = 'four wet socks dry';

const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});

/** A browser that is paired, with somebody signed in on it. */
async function signedIn(options, code, first, name) {
  const context = await browser.newContext({
    ...options,
    locale: 'en-GB',
    ignoreHTTPSErrors: true,
  });
  const page = await context.newPage();
  await page.goto(`${base}/pair#${code}`);
  await page.waitForSelector('html[data-alive]');
  await page.getByLabel('What it is called here').fill(name);
  await page.getByRole('button', { name: 'Pair it' }).click();
  await page.waitForURL('**/sign-in');
  await page.waitForSelector('html[data-alive]');
  await page.getByLabel('Name').fill('Ida');
  await page.getByLabel('Passphrase').fill(PASSPHRASE);
  await page.getByRole('button', { name: first ? 'Begin' : 'Sign in' }).click();
  await page.waitForURL('**/yard');
  return page;
}

const shell = execFileSync('node', ['dist/ember.mjs', 'pair', '--data', '.data/demo'], {
  encoding: 'utf8',
});
const viewport = { width: 1280, height: 800 };
const desk = await signedIn({ viewport }, shell.split('\n')[0], true, 'Office desk');
await desk.goto(`${base}/people`);
await desk.waitForSelector('html[data-alive]');
await desk.getByRole('button', { name: 'Add a phone' }).click();
const code = await desk.getByText(/^[2-9A-Z]{5}-[2-9A-Z]{5}$/).innerText();
await desk.waitForTimeout(500);
await desk.screenshot({ path: `${folder}/pairing-day.png` });

const small = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true };
const phone = await signedIn(small, code, false, 'Ida’s phone');
await phone.goto(`${base}/round`);
await phone.waitForSelector('html[data-alive]');
await phone.waitForLoadState('load');
await phone.waitForTimeout(2000);
await phone.context().setOffline(true);
for (const lamp of ['Holding', 'Still charging']) {
  await phone.getByRole('button', { name: lamp }).first().click();
  await phone.waitForTimeout(600);
  if ((await phone.getByText('What does the lamp say?').count()) === 0) break;
}
await phone.getByText('the server cannot be reached').waitFor();
await phone.screenshot({ path: `${folder}/offline-phone-day.png` });
await browser.close();
