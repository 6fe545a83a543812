import Database from 'better-sqlite3';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { performance } from 'node:perf_hooks';
import type { BrowserContext, Page } from '@playwright/test';
import { random, type Random } from '../../../simulators/random';
import { dataFile } from '../../../store/open';
import type { SignedIn } from '../../../store/sessions.fixture';
import { quantile, table } from '../report';
import { Building } from './building';
import { lookInto } from './kept';
import { noteOf } from './kills';

/** So many of the ten are real browsers, which record by their own outbox. */
const BROWSERS = 2;
const PHONES = 10;
const later = (ms: number) => new Promise((done) => setTimeout(done, ms));

interface Walk {
  readonly building: Building;
  readonly isOver: () => boolean;
  readonly acknowledged: Set<string>;
  /** Milliseconds of each reply to an entry. */
  readonly times: number[];
}

/** A phone that goes out of reach and comes back: a minute here, a minute there. */
const reach = (chance: Random) => () => chance.uniform() < 0.5;

/** A plain client with an outbox: what it could not send it sends again, in its order. */
async function plainPhone(who: SignedIn, seed: number, walk: Walk): Promise<number> {
  const chance = random(seed);
  const isHere = reach(chance);
  const outbox: { readonly id: string }[] = [];
  let recorded = 0;
  let online = true;
  const send = async () => {
    while (outbox.length > 0) {
      const begun = performance.now();
      const { status } = await walk.building.ask(
        ...([who, 'POST', '/api/entries', JSON.stringify(outbox[0])] as const),
      );
      if (status !== 200) throw new Error(`an entry was answered ${status}`);
      walk.times.push(performance.now() - begun);
      walk.acknowledged.add(outbox.shift()!.id);
    }
  };
  for (let n = 0; !walk.isOver(); n++) {
    if (n % 6 === 0) online = isHere();
    outbox.push(noteOf(who, chance, `walked past, ${n}`));
    recorded++;
    // Sent twice, as by somebody whose reply was lost.
    if (chance.uniform() < 0.05) outbox.push(outbox.at(-1)!);
    if (online) await send();
    await later(chance.between(2000, 12_000));
  }
  await send();
  return recorded;
}

/** A browser on the Round: whoever holds it writes notes, with and without network. */
async function browserPhone(who: SignedIn, seed: number, walk: Walk): Promise<number> {
  const chance = random(seed);
  const isHere = reach(chance);
  const profile = mkdtempSync(join(tmpdir(), 'velvet-profile-'));
  const context: BrowserContext = await walk.building.browser(who, profile);
  const tab: Page = context.pages()[0] ?? (await context.newPage());
  await tab.goto(`${walk.building.url}/round`);
  // Where it was opened with network first, all of it is on the phone.
  const isKept = () =>
    tab.evaluate(
      async () => (await caches.match('/round', { cacheName: 'velvet-pages' })) !== undefined,
    );
  while (!(await isKept())) await later(500);
  let recorded = 0;
  for (let n = 0; !walk.isOver(); n++) {
    if (n % 6 === 0) await context.setOffline(!isHere());
    const note = tab.getByLabel('Note on this battery');
    // Where the network goes while the page is fetched anew, the kept one is opened in its place.
    do await tab.getByRole('button', { name: 'Note', exact: true }).click();
    while (
      !(await note.waitFor({ timeout: 5000 }).then(
        () => true,
        () => false,
      ))
    );
    await note.fill(`by hand, ${n}`);
    await tab.getByRole('button', { name: 'Keep note' }).click();
    recorded++;
    await later(chance.between(2000, 12_000));
  }
  await context.setOffline(false);
  await tab.getByText('Everything is sent').waitFor({ timeout: 120_000 });
  await context.close();
  rmSync(profile, { recursive: true, force: true });
  return recorded;
}

/** Entries in the logbook that somebody of the building recorded. */
function entriesBy({ folder, people }: Building): number {
  const db = new Database(dataFile(folder), { readonly: true });
  const names = JSON.stringify(people.map(({ name }) => name));
  const count = db
    .prepare(
      "SELECT count(*) FROM entry WHERE kind = 'note' AND by IN (SELECT value FROM json_each(?))",
    )
    .pluck()
    .get(names);
  db.close();
  return count as number;
}

/**
 * Ten phones on one round, half of them out of reach at any moment: how long an entry takes beside a
 * constant page of the same minutes, and whether everything is there once.
 */
export async function benchPhones(minutes: number): Promise<void> {
  const building = new Building(PHONES);
  if (!(await building.start())) throw new Error('the server did not start');
  const until = Date.now() + minutes * 60_000;
  const walk: Walk = {
    ...{ building, isOver: () => Date.now() > until },
    ...{ acknowledged: new Set<string>(), times: [] },
  };
  const [first] = building.people;
  const constant: number[] = [];
  const rounds: number[] = [];
  const asked = async (path: string, times: number[]) => {
    const begun = performance.now();
    const { status } = await building.ask(first!, 'GET', path);
    if (status !== 200) throw new Error(`${path} was answered ${status}`);
    times.push(performance.now() - begun);
  };
  await asked('/round', []);
  const looking = (async () => {
    while (!walk.isOver()) {
      await asked('/api/ping', constant);
      await asked('/round', rounds);
      await later(2000);
    }
  })();
  const recorded = await Promise.all(
    building.people.map((who, i) =>
      i < BROWSERS ? browserPhone(who, 100 + i, walk) : plainPhone(who, 100 + i, walk),
    ),
  );
  await looking;
  await building.stop();
  const kept = lookInto(building.folder, walk.acknowledged);
  const there = entriesBy(building);
  building.remove();
  const ms = (times: readonly number[], share: number) => quantile([...times], share);
  const page = ms(constant, 0.95);
  table(
    ['asked', 'times', 'median', '95th percentile', 'of a constant page'],
    [
      ['constant page', constant],
      ['an entry', walk.times],
      ['the Round', rounds],
    ].map(([name, times]) => [
      String(name),
      String((times as number[]).length),
      `${ms(times as number[], 0.5).toFixed(0)} ms`,
      `${ms(times as number[], 0.95).toFixed(0)} ms`,
      `${(ms(times as number[], 0.95) / page).toFixed(1)}×`,
    ]),
  );
  table(
    ['phones', 'recorded', 'there', 'acknowledged and lost', 'doubled', 'unlike a fresh fold'],
    [
      [
        `${BROWSERS} browsers, ${PHONES - BROWSERS} clients, ${minutes} min`,
        String(recorded.reduce((sum, one) => sum + one, 0)),
        ...[there, kept.missing, kept.doubled, kept.unlikeFold].map(String),
      ],
    ],
  );
}
