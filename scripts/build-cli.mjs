// Bundles the command line: Node 20 runs no TypeScript. Packages stay outside the bundle.
import { build } from 'esbuild';

await build({
  entryPoints: ['cli/main.ts'],
  outfile: 'dist/ember.mjs',
  bundle: true,
  platform: 'node',
  target: 'node20',
  format: 'esm',
  packages: 'external',
  sourcemap: true,
  logLevel: 'warning',
});

// The thread in which the server plans a season.
await build({
  entryPoints: ['features/season/planner.worker.ts'],
  outfile: 'dist/planner.mjs',
  bundle: true,
  platform: 'node',
  target: 'node20',
  format: 'esm',
  packages: 'external',
  sourcemap: true,
  logLevel: 'warning',
});
