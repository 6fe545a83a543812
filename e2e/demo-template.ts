import { execFile } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { TestSite } from './server';

/** The vehicles that most tests are about: one hall, and some of the others. */
const SOME = [
  ...Array.from({ length: 20 }, (_, i) => `C${i + 1}`),
  ...['A1', 'A2', 'A4', 'A5', 'A8', 'B4', 'B6', 'D1', 'D8', 'Y1', 'Y4', 'Y12', 'Y18'],
];

/** The demo's data, with the season planned as whoever opens it first would wait for. */
async function made(bays: readonly string[]): Promise<string> {
  const folder = mkdtempSync(join(tmpdir(), 'velvet-e2e-demo-'));
  await promisify(execFile)(process.execPath, ['scripts/make-demo.mjs', folder, ...bays]);
  await TestSite.planned(folder);
  return folder;
}

/** Made once for all tests. */
export default async function makeTemplates(): Promise<() => void> {
  const [whole, some] = await Promise.all([made([]), made(SOME)]);
  process.env.EMBER_DEMO_TEMPLATE = whole;
  process.env.EMBER_SOME_TEMPLATE = some;
  return () => {
    for (const folder of [whole, some]) rmSync(folder, { recursive: true, force: true });
  };
}
