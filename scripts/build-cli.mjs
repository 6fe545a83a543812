// Bundles what runs outside of the pages: Node 20 runs no TypeScript. Packages stay outside.
import { build } from 'esbuild';

const bundles = {
  // The command line.
  'dist/ember.mjs': 'cli/main.ts',
  // The thread in which the server plans a season.
  'dist/planner.mjs': 'features/season/planner.worker.ts',
  // The thread in which the server judges the whole site.
  'dist/site.mjs': 'features/server/site.worker.ts',
};

for (const [outfile, entry] of Object.entries(bundles)) {
  await build({
    entryPoints: [entry],
    outfile,
    bundle: true,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    packages: 'external',
    // These run on the server alone: the package that says so has nothing to do here.
    alias: { 'server-only': 'server-only/empty.js' },
    sourcemap: true,
    logLevel: 'warning',
  });
}
