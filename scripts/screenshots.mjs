// Takes the pictures of docs/screenshots from a running ./ember demo with fresh data.
import { chromium } from '@playwright/test';

const base = process.argv[2] ?? 'http://127.0.0.1:4870';
const folder = 'docs/screenshots';
const DESK = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };

const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});

async function picture(name, path, { viewport = DESK, lamp = false, act = async () => {} } = {}) {
  const page = await browser.newPage({
    viewport,
    colorScheme: lamp ? 'dark' : 'light',
    locale: 'en-GB',
    hasTouch: viewport === PHONE,
    isMobile: viewport === PHONE,
  });
  await page.goto(`${base}/${path}`);
  await page.waitForLoadState('networkidle');
  await act(page);
  await page.waitForTimeout(400);
  await page.screenshot({ path: `${folder}/${name}-${lamp ? 'lamp' : 'day'}.png` });
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

for (const lamp of [false, true]) {
  await picture('yard', 'yard', { lamp });
  await picture('round', 'round', { lamp, act: typed('C11', '1252') });
  await picture('round-phone', 'round', { lamp, viewport: PHONE, act: typed('C13', '1277') });
  await picture('vehicle', 'vehicle/vehicle-31', { lamp });
  await picture('lay-up', 'lay-up?bay=C14', { lamp });
  await picture('rules', 'rules', { lamp });
}
await picture('yard-ahead', 'yard?day=2027-02-11');
await browser.close();
