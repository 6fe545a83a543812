import Database from 'better-sqlite3';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { v7 as uuidv7 } from 'uuid';
import { chromium } from '@playwright/test';
import { makeDemo } from '../../../demo/make';
import { DEMO_NOW } from '../../../demo/site';
import { random } from '../../../simulators/random';
import { dataFile, openStore } from '../../../store/open';
import { rebuildStates } from '../../../store/states';
import { HOST } from '../../host';
import { freePort, startServer } from '../../server';

/** What came of kills: what was acknowledged and is not there, is there twice, or folds otherwise. */
export interface Killed {
  readonly kills: number;
  readonly acknowledged: number;
  readonly missing: number;
  readonly doubled: number;
  readonly unlikeFold: number;
  /** Starts that did not come up again. */
  readonly down: number;
}

const WARM_WITHIN_MS = 10_000;
const BATTERIES = Array.from({ length: 40 }, (_, i) => `battery-${String(i + 1).padStart(3, '0')}`);

/** Kills the server in mid-traffic, again and again, and looks what is left of what it said. */
export async function killServers(kills: number): Promise<Killed> {
  const folder = mkdtempSync(join(tmpdir(), 'velvet-kills-'));
  const chance = random(11);
  makeDemo(folder);
  const acknowledged = new Set<string>();
  let down = 0;
  for (let n = 0; n < kills; n++) {
    const server = await startServer({ folder, port: await freePort(), now: DEMO_NOW }).catch(
      () => null,
    );
    if (!server) {
      down++;
      continue;
    }
    const origin = `http://${HOST}:${server.port}`;
    let alive = true;
    const before = acknowledged.size;
    const writing = Array.from({ length: 4 }, async () => {
      while (alive) {
        const id = uuidv7();
        const entry = {
          ...{
            id,
            subjectKind: 'battery',
            subjectId: chance.pick(BATTERIES),
            kind: 'note',
            version: 1,
          },
          ...{ at: DEMO_NOW, by: 'attendant', data: { text: `kill ${n}` }, strikes: null },
        };
        try {
          const reply = await fetch(`${origin}/api/entries`, {
            method: 'POST',
            headers: { 'content-type': 'application/json', origin },
            body: JSON.stringify(entry),
          });
          if (reply.ok) acknowledged.add(((await reply.json()) as { id: string }).id);
        } catch {
          return;
        }
      }
    });
    // Warm first: what is killed is traffic, and not a start.
    const late = Date.now() + WARM_WITHIN_MS;
    while (acknowledged.size === before && Date.now() < late) {
      await new Promise((later) => setTimeout(later, 10));
    }
    await new Promise((later) => setTimeout(later, chance.between(5, 250)));
    process.kill(server.pid, 'SIGKILL');
    alive = false;
    await server.end;
    await Promise.all(writing);
  }
  const db = openStore(dataFile(folder));
  const ids = db.prepare('SELECT id FROM entry').pluck().all() as string[];
  const there = new Set(ids);
  const missing = [...acknowledged].filter((id) => !there.has(id)).length;
  const folded = () =>
    JSON.stringify(
      db.prepare('SELECT subject_kind, subject_id, data FROM state ORDER BY 1, 2').raw().all(),
    );
  const before = folded();
  rebuildStates(db);
  const unlikeFold = folded() === before ? 0 : 1;
  db.close();
  rmSync(folder, { recursive: true, force: true });
  return {
    ...{ kills, acknowledged: acknowledged.size, missing, unlikeFold, down },
    doubled: ids.length - there.size,
  };
}

const DIGITS = ['1264', '1258', '1271'] as const;

/** Kills the browser right after it says that entries are kept; counts those that never arrive. */
export async function killBrowsers(kills: number): Promise<{ kept: number; lost: number }> {
  let kept = 0;
  let lost = 0;
  for (let n = 0; n < kills; n++) {
    const folder = mkdtempSync(join(tmpdir(), 'velvet-kills-'));
    const profile = mkdtempSync(join(tmpdir(), 'velvet-profile-'));
    makeDemo(folder);
    const server = await startServer({ folder, port: await freePort(), now: DEMO_NOW });
    const page = `http://${HOST}:${server.port}/round`;
    const browse = () =>
      chromium.launchPersistentContext(profile, {
        executablePath: '/usr/bin/chromium',
        args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
      });
    const readings = () => {
      const db = new Database(dataFile(folder), { readonly: true });
      const count = db.prepare("SELECT count(*) FROM entry WHERE kind = 'reading'").pluck().get();
      db.close();
      return count as number;
    };
    const before = readings();
    const first = await browse();
    const tab = await first.newPage();
    await tab.goto(page);
    await tab.getByText('Everything is sent').waitFor();
    await tab.route('**/api/entries', (route) => route.abort());
    const rows = tab.locator('aside button', { hasText: 'volts' });
    let recorded = 0;
    for (let i = 0; i < (await rows.count()) && recorded < DIGITS.length; i++) {
      await rows.nth(i).click();
      if ((await tab.getByRole('button', { name: /^Record/ }).count()) === 0) continue;
      await tab.keyboard.type(DIGITS[recorded]!);
      const asked = await tab.locator('main').getByRole('alert').isVisible();
      await tab.keyboard.press(asked ? 'y' : 'Enter');
      recorded++;
    }
    await tab.getByText(/waiting to send · kept on this device/).waitFor();
    spawnSync('pkill', ['-9', '-f', profile]);
    await first.close().catch(() => undefined);
    const second = await browse();
    const again = await second.newPage();
    await again.goto(page);
    await again.getByText('Everything is sent').waitFor();
    kept += recorded;
    lost += recorded - (readings() - before);
    await second.close();
    await server.stop();
    for (const one of [folder, profile]) rmSync(one, { recursive: true, force: true });
  }
  return { kept, lost };
}
