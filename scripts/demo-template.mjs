// Makes what the unit tests stand on, once for all of them and side by side: the bundles, the demo, and
// the demo of some bays, for tests to which the others would only be more of the same.
import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const run = (...args) =>
  new Promise((done, failed) => {
    const child = spawn(process.execPath, args, { stdio: 'inherit' });
    child.once('error', failed);
    child.once('exit', (code) =>
      code === 0 ? done() : failed(new Error(`${args[0]} ended with ${code}`)),
    );
  });

export default async function makeTemplates() {
  const [whole, some] = ['all', 'some'].map((name) =>
    mkdtempSync(join(tmpdir(), `velvet-template-${name}-`)),
  );
  const bays = JSON.parse(readFileSync('demo/some-bays.json', 'utf8'));
  await Promise.all([
    run('scripts/build-cli.mjs'),
    run('scripts/make-demo.mjs', whole),
    run('scripts/make-demo.mjs', some, ...bays),
  ]);
  process.env.EMBER_DEMO_TEMPLATE = whole;
  process.env.EMBER_SOME_TEMPLATE = some;
}
