// Makes what the unit tests stand on, once for all of them: the bundles, and the demo.
import { execFileSync } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

export default function makeTemplate() {
  const folder = mkdtempSync(join(tmpdir(), 'velvet-template-'));
  execFileSync(process.execPath, ['scripts/build-cli.mjs'], { stdio: 'inherit' });
  execFileSync(process.execPath, ['scripts/make-demo.mjs', folder], { stdio: 'inherit' });
  process.env.EMBER_DEMO_TEMPLATE = folder;
}
