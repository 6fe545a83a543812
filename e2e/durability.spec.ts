import { expect, test } from './test';
import Database from 'better-sqlite3';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { v7 as uuidv7 } from 'uuid';
import { DEMO_NOW } from '../demo/site';
import { dataFile } from '../store/open';
import { TestSite } from './server';

let site: TestSite;
test.beforeEach(async () => {
  site = await TestSite.make();
});
test.afterEach(() => site.remove());

const note = (text: string) => ({
  id: uuidv7(),
  subjectKind: 'battery',
  subjectId: 'battery-001',
  kind: 'note',
  version: 1,
  at: DEMO_NOW,
  by: 'attendant',
  data: { text },
  strikes: null,
});

const post = (entry: object, headers: Record<string, string> = {}) =>
  fetch(`${site.url}/api/entries`, {
    method: 'POST',
    headers: { ...site.own, ...headers },
    body: JSON.stringify(entry),
  });

function inLogbook(id: string): number {
  const db = new Database(dataFile(site.folder), { readonly: true });
  const n = db.prepare('SELECT count(*) FROM entry WHERE id = ?').pluck().get(id) as number;
  db.close();
  return n;
}

test('an acknowledged entry survives kill -9', async () => {
  for (let i = 0; i < 2; i++) {
    const entry = note(`number ${i}`);
    expect((await post(entry)).status).toBe(200);
    await site.stop('SIGKILL');
    expect(inLogbook(entry.id)).toBe(1);
    await site.start();
    const again = await post(entry);
    expect(await again.json()).toMatchObject({ outcome: 'known' });
    expect(inLogbook(entry.id)).toBe(1);
  }
});

test('a server killed between commit and reply leaves one entry after the resend', async () => {
  await site.stop();
  // Dies at the moment at which the reply would be sent: the commit is done, nobody heard of it.
  const preload = join(site.folder, 'die-before-reply.cjs');
  writeFileSync(
    preload,
    `const http = require('node:http');
     for (const name of ['writeHead', 'write', 'end']) {
       const real = http.ServerResponse.prototype[name];
       http.ServerResponse.prototype[name] = function (...given) {
         if (this.req && this.req.method === 'POST') process.kill(process.pid, 'SIGKILL');
         return real.apply(this, given);
       };
     }`,
  );
  await site.start(preload);
  const entry = note('sent into the dark');
  await expect(post(entry)).rejects.toThrow();
  await site.ended();
  expect(inLogbook(entry.id)).toBe(1);
  await site.start();
  const again = await post(entry);
  expect(again.status).toBe(200);
  expect(await again.json()).toMatchObject({ outcome: 'known' });
  expect(inLogbook(entry.id)).toBe(1);
});

test('what cannot be recorded is refused with the reason', async () => {
  const entry = note('first');
  expect((await post(entry)).status).toBe(200);
  const other = await post({ ...entry, data: { text: 'second' } });
  expect(other.status).toBe(409);
  expect(((await other.json()) as { reason: string }).reason).toContain('other content');
  expect((await post({ ...entry, id: uuidv7(), subjectId: 'nobody' })).status).toBe(404);
  expect((await post({ hello: 'world' })).status).toBe(400);
  const volts = { volts: 6.2, celsius: null, restedHours: null, confirmed: false };
  const doubted = { ...entry, id: uuidv7(), kind: 'reading', data: volts };
  const asked = await post(doubted);
  expect(asked.status).toBe(422);
  expect(((await asked.json()) as { reason: string }).reason).toContain('6 V');
  const confirmed = await post({ ...doubted, data: { ...volts, confirmed: true } });
  expect(confirmed.status).toBe(200);
});

test('other sites cannot write through the browser, nor reach it by another name', async () => {
  const foreign = await post(note('from elsewhere'), { origin: 'http://example.test' });
  expect(foreign.status).toBe(403);
  const simple = await fetch(`${site.url}/api/entries`, {
    method: 'POST',
    headers: { 'content-type': 'text/plain' },
    body: JSON.stringify(note('as a form')),
  });
  // It does not even say where it comes from.
  expect(simple.status).toBe(403);
});
