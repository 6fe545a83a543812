import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { makeDemo } from '../demo/make';
import { TestSite } from './server';

/** The vehicles that most tests are about: one hall, and some of the others. */
const SOME = [
  ...Array.from({ length: 20 }, (_, i) => `C${i + 1}`),
  ...['A1', 'A2', 'A4', 'A5', 'A8', 'B4', 'B6', 'D1', 'D8', 'Y1', 'Y4', 'Y12', 'Y18'],
];

/** The demo's data, with the season planned as whoever opens it first would wait for. */
async function made(bays: readonly string[] | null): Promise<string> {
  const folder = mkdtempSync(join(tmpdir(), 'velvet-e2e-demo-'));
  makeDemo(folder, undefined, bays);
  await TestSite.planned(folder);
  return folder;
}

/** Made once for all tests. */
export default async function makeTemplates(): Promise<() => void> {
  const whole = await made(null);
  const some = await made(SOME);
  process.env.EMBER_DEMO_TEMPLATE = whole;
  process.env.EMBER_SOME_TEMPLATE = some;
  return () => {
    for (const folder of [whole, some]) rmSync(folder, { recursive: true, force: true });
  };
}
