import { execFile } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import someBays from '../demo/some-bays.json';
import { TestSite } from './server';

/** The demo's data, with the season planned as whoever opens it first would wait for. */
async function made(bays: readonly string[]): Promise<string> {
  const folder = mkdtempSync(join(tmpdir(), 'velvet-e2e-demo-'));
  await promisify(execFile)(process.execPath, ['scripts/make-demo.mjs', folder, ...bays]);
  await TestSite.planned(folder);
  return folder;
}

/** Made once for all tests: one hall, and some of the other vehicles; more would only take longer. */
export default async function makeTemplate(): Promise<() => void> {
  const folder = await made(someBays);
  process.env.EMBER_DEMO_TEMPLATE = folder;
  return () => rmSync(folder, { recursive: true, force: true });
}
