import Database from 'better-sqlite3';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { v7 as uuidv7 } from 'uuid';
import type { Page } from '@playwright/test';
import { DEMO_NOW } from '../../../demo/site';
import { random, type Random } from '../../../simulators/random';
import { dataFile } from '../../../store/open';
import type { SignedIn } from '../../../store/sessions.fixture';
import { table } from '../report';
import { Building } from './building';
import { lookInto, type Kept } from './kept';

const WARM_WITHIN_MS = 10_000;
const BATTERIES = Array.from({ length: 40 }, (_, i) => `battery-${String(i + 1).padStart(3, '0')}`);

/** A note at some battery, as somebody's phone sends it. */
export const noteOf = (who: SignedIn, chance: Random, text: string) => ({
  ...{ id: uuidv7(), subjectKind: 'battery', subjectId: chance.pick(BATTERIES), kind: 'note' },
  ...{ version: 1, at: DEMO_NOW, by: who.name, data: { text }, strikes: null },
});

const later = (ms: number) => new Promise((done) => setTimeout(done, ms));

/** Kills the server in mid-traffic, again and again, and looks what is left of what it said. */
async function killServers(kills: number): Promise<Kept & { down: number }> {
  const building = new Building(4);
  const chance = random(11);
  const acknowledged = new Set<string>();
  let down = 0;
  for (let n = 0; n < kills; n++) {
    if (!(await building.start())) {
      down++;
      continue;
    }
    let alive = true;
    const before = acknowledged.size;
    const writing = building.people.map(async (who) => {
      while (alive) {
        const note = noteOf(who, chance, `kill ${n}`);
        try {
          const reply = await building.ask(who, 'POST', '/api/entries', JSON.stringify(note));
          if (reply.status === 200) acknowledged.add(note.id);
        } catch {
          return;
        }
      }
    });
    // Warm first: what is killed is traffic, and not a start.
    const late = Date.now() + WARM_WITHIN_MS;
    while (acknowledged.size === before && Date.now() < late) await later(10);
    await later(chance.between(5, 250));
    alive = false;
    await building.kill();
    await Promise.all(writing);
    if (n % 50 === 49) console.log(`  ${n + 1} servers killed`);
  }
  const kept = lookInto(building.folder, acknowledged);
  building.remove();
  return { ...kept, down };
}

const DIGITS = ['1264', '1258', '1271'] as const;
/** One demo has volts to read for so many browsers. */
const EACH = 4;

/** Types readings without network and says of how many the page says that they are kept. */
async function typed(tab: Page, wanted: number): Promise<number> {
  await tab.getByText('Everything is sent').waitFor();
  await tab.route('**/api/entries', (route) => route.abort());
  const rows = tab.locator('aside button', { hasText: 'volts' });
  let recorded = 0;
  for (let i = 0; i < (await rows.count()) && recorded < wanted; i++) {
    await rows.nth(i).click();
    if ((await tab.getByRole('button', { name: /^Record/ }).count()) === 0) continue;
    await tab.keyboard.type(DIGITS[recorded]!);
    recorded++;
    const entries = recorded === 1 ? '1 entry' : `${recorded} entries`;
    const kept = tab.getByText(`${entries} waiting to send · kept on this device`);
    const question = tab.locator('main').getByRole('alert');
    if (!(await question.isVisible())) await tab.keyboard.press('Enter');
    await kept.or(question).first().waitFor();
    if (await question.isVisible()) await tab.keyboard.press('y');
    await kept.waitFor();
  }
  return recorded;
}

/** Kills the browser at some moment after it said that entries are kept; counts what never arrives. */
async function killBrowsers(kills: number): Promise<{ kept: number; lost: number; more: number }> {
  const chance = random(7);
  const all = { kept: 0, lost: 0, more: 0 };
  for (let n = 0; n < kills; n += EACH) {
    const building = new Building(1);
    await building.start();
    const readings = () => {
      const db = new Database(dataFile(building.folder), { readonly: true });
      const count = db.prepare("SELECT count(*) FROM entry WHERE kind = 'reading'").pluck().get();
      db.close();
      return count as number;
    };
    for (let i = n; i < Math.min(kills, n + EACH); i++) {
      const profile = mkdtempSync(join(tmpdir(), 'velvet-profile-'));
      const before = readings();
      const first = await building.browser(building.people[0]!, profile);
      const tab = await first.newPage();
      await tab.goto(`${building.url}/round`);
      const kept = await typed(tab, 1 + Math.floor(chance.between(0, DIGITS.length)));
      await later(chance.between(0, 60));
      spawnSync('pkill', ['-9', '-f', profile]);
      await first.close().catch(() => undefined);
      const second = await building.browser(building.people[0]!, profile);
      const again = await second.newPage();
      await again.goto(`${building.url}/round`);
      await again.getByText('Everything is sent').waitFor();
      const arrived = readings() - before;
      all.kept += kept;
      all.lost += Math.max(0, kept - arrived);
      all.more += Math.max(0, arrived - kept);
      await second.close();
      rmSync(profile, { recursive: true, force: true });
    }
    await building.stop();
    building.remove();
  }
  return all;
}

/** Whether anything that was acknowledged is lost when power fails: one browser in twenty kills. */
export async function benchKills(kills: number): Promise<void> {
  const ofBrowsers = Math.ceil(kills / 20);
  const head = ['killed', 'acknowledged or kept', 'lost', 'doubled'];
  const { acknowledged, missing, doubled, unlikeFold, down } = await killServers(
    kills - ofBrowsers,
  );
  table(
    [...head, 'unlike a fresh fold', 'did not come up'],
    [
      [
        `server, ${kills - ofBrowsers}×`,
        ...[acknowledged, missing, doubled, unlikeFold, down].map(String),
      ],
    ],
  );
  const browsers = await killBrowsers(ofBrowsers);
  table(head, [
    [`browser, ${ofBrowsers}×`, ...[browsers.kept, browsers.lost, browsers.more].map(String)],
  ]);
}
