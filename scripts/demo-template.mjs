// Makes the demo once for all unit tests that stand on it.
import { execFileSync } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

export default function makeTemplate() {
  const folder = mkdtempSync(join(tmpdir(), 'velvet-template-'));
  execFileSync(process.execPath, ['scripts/make-demo.mjs', folder], { stdio: 'inherit' });
  process.env.EMBER_DEMO_TEMPLATE = folder;
}
