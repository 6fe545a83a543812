import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { DEMO_NOW } from '../../demo/site';
import { loadSite } from '../site/load';
import { db } from './store';

export const NOW = Date.parse(DEMO_NOW);

const TEMPLATES = { all: 'EMBER_DEMO_TEMPLATE', some: 'EMBER_SOME_TEMPLATE' } as const;

/**
 * The demo, or some bays of it, in a folder of its own, behind the handlers, for the tests of this
 * file. What goes through all of its vehicles takes half as long with some.
 */
export function demoSite(of: keyof typeof TEMPLATES = 'all'): void {
  let folder: string;
  beforeAll(() => {
    folder = mkdtempSync(join(tmpdir(), 'velvet-handlers-'));
    // Made once for all tests; each has its own copy.
    cpSync(process.env[TEMPLATES[of]]!, folder, { recursive: true });
    process.env.EMBER_DATA = folder;
    process.env.EMBER_NOW = DEMO_NOW;
  });
  afterAll(() => {
    db().close();
    rmSync(folder, { recursive: true });
  });
}

export const site = () => loadSite(db(), NOW)!;

export const request = (body: unknown, type = 'application/json') =>
  new Request('http://127.0.0.1/api', {
    method: 'POST',
    headers: { 'content-type': type },
    body: typeof body === 'string' ? body : JSON.stringify(body),
  });

export async function answer(reply: Promise<Response>) {
  const got = await reply;
  const body = (await got.json()) as { reason: string; field?: string };
  return { ...body, status: got.status };
}
