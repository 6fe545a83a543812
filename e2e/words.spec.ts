import { expect, test } from './test';
import { alive } from './desk';
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
  'round',
  'vehicle/vehicle-31',
  'lay-up',
  'bench?battery=battery-033&job=read',
  'charge?battery=battery-054',
  'season',
  'hand-back/vehicle-12',
  'rules',
  'site',
  'practice',
  'practice/hook-up?seed=4',
];
const SIZES = [
  { width: 1280, height: 800 },
  { width: 390, height: 844 },
];
/** Said when the plan was made, or written by somebody: it stays as it was said. */
const WRITTEN =
  /^(It (was|falls|stands|will|freezes)|A full charge)|hook-up post at|in the boot|under the bonnet/;

/** What is still plain English on a page, and what has no room where it stands. */
const look = () => {
  const written: string[] = [];
  const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
  while (walk.nextNode()) {
    if (walk.currentNode.parentElement?.closest('script, style, code')) continue;
    written.push(walk.currentNode.textContent!.trim());
  }
  for (const name of ['aria-label', 'title', 'placeholder']) {
    for (const one of document.querySelectorAll(`[${name}]`)) written.push(one.getAttribute(name)!);
  }
  const hides = (element: Element) => getComputedStyle(element).overflowX !== 'visible';
  const within = (element: Element | null): boolean =>
    element !== null && (hides(element) || within(element.parentElement));
  const narrow = [...document.querySelectorAll('body *')].filter((element) => {
    const isText = [...element.childNodes].some(
      (node) => node.nodeType === Node.TEXT_NODE && node.textContent!.trim() !== '',
    );
    const { width, right } = element.getBoundingClientRect();
    if (!isText || width <= 2) return false;
    const { overflowX, textOverflow } = getComputedStyle(element);
    const isCut =
      ['hidden', 'clip'].includes(overflowX) &&
      textOverflow !== 'ellipsis' &&
      element.scrollWidth > element.clientWidth + 1;
    const pressed = element.closest('button, a');
    const leaves = pressed !== null && right > pressed.getBoundingClientRect().right + 2;
    return isCut || leaves || (right > innerWidth + 1 && !within(element));
  });
  return {
    english: written.filter((text) => /[A-Za-z]{2,} [a-z]{2,} [a-z]{2,}/.test(text)),
    narrow: narrow.map((element) => element.textContent!.trim().slice(0, 60)),
    wider: document.documentElement.scrollWidth - innerWidth,
  };
};

test('in another language every view is in it, comes alive in it, and has room for longer words', async ({
  page,
}) => {
  test.setTimeout(120_000);
  const { url } = site;
  await page.context().addCookies([{ name: 'velvet-language', value: 'en-XA', url }]);
  const complaints: string[] = [];
  page.on('console', (message) => {
    if (message.type() === 'error') complaints.push(`${page.url()}: ${message.text()}`);
  });
  page.on('pageerror', (error) => complaints.push(`${page.url()}: ${error.message}`));
  for (const view of VIEWS) {
    await page.goto(`${url}/${view}`);
    await expect(page.locator('html')).toHaveAttribute('lang', 'en-XA');
    await alive(page);
    for (const size of SIZES) {
      await page.setViewportSize(size);
      const { english, narrow, wider } = await page.evaluate(look);
      const about = `${view} at ${size.width}`;
      expect
        .soft(
          english.filter((text) => !WRITTEN.test(text)),
          about,
        )
        .toEqual([]);
      expect.soft(narrow, about).toEqual([]);
      expect.soft(wider, about).toBeLessThanOrEqual(0);
    }
  }
  expect(complaints).toEqual([]);
});
