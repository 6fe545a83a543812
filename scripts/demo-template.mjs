// Makes the demo once for all unit tests that stand on it: outside their sandbox, where it is fast.
import { build } from 'esbuild';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';

export default async function makeTemplate() {
  const outfile = join('dist', 'demo-template.mjs');
  await build({
    entryPoints: ['demo/make.ts'],
    outfile,
    bundle: true,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    packages: 'external',
    logLevel: 'warning',
  });
  const folder = mkdtempSync(join(tmpdir(), 'velvet-template-'));
  const { makeDemo } = await import(pathToFileURL(outfile).href);
  makeDemo(folder);
  process.env.EMBER_DEMO_TEMPLATE = folder;
}
