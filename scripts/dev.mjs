// npm run dev: the demo's data, served by Next.js in its own way of reloading what is edited.
import { execFileSync, spawn } from 'node:child_process';
import { existsSync } from 'node:fs';

const folder = '.data/dev';
const port = process.argv[2] ?? '4872';
execFileSync(process.execPath, ['scripts/build-cli.mjs'], { stdio: 'inherit' });
if (!existsSync(`${folder}/velvet-ember.sqlite`)) {
  console.log(`Making the demo in ${folder} (delete it to begin anew)`);
  execFileSync(process.execPath, ['scripts/make-demo.mjs', folder], { stdio: 'inherit' });
}
const next = spawn(
  process.execPath,
  ['node_modules/next/dist/bin/next', 'dev', '--hostname', '127.0.0.1', '--port', port],
  {
    stdio: 'inherit',
    env: {
      ...process.env,
      NEXT_TELEMETRY_DISABLED: '1',
      EMBER_DATA: folder,
      // Where the demo's clock stands.
      EMBER_NOW: '2027-01-14T09:00:00.000Z',
    },
  },
);
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => next.kill(signal));
next.on('exit', (code) => process.exit(code ?? 0));
