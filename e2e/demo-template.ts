import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { makeDemo } from '../demo/make';
import { TestSite } from './server';

/** The demo's data, with the season planned as whoever opens it first would wait for. */
export default async function makeTemplate(): Promise<() => void> {
  const folder = mkdtempSync(join(tmpdir(), 'velvet-e2e-demo-'));
  makeDemo(folder);
  await TestSite.planned(folder);
  process.env.EMBER_DEMO_TEMPLATE = folder;
  return () => rmSync(folder, { recursive: true, force: true });
}
