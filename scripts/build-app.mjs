// Builds the pages, and packs their parts once, which the server would otherwise do for each request.
import { spawnSync } from 'node:child_process';
import { readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';

const { status } = spawnSync(process.execPath, ['node_modules/next/dist/bin/next', 'build'], {
  stdio: 'inherit',
});
if (status !== 0) process.exit(status ?? 1);

const parts = '.next/static';
for (const name of readdirSync(parts, { recursive: true })) {
  if (!/\.(js|css|svg)$/.test(name)) continue;
  const file = join(parts, name);
  writeFileSync(`${file}.gz`, gzipSync(readFileSync(file), { level: 9 }));
}
