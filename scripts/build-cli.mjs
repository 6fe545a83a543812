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

/** These run on the server alone: the package that makes sure of it has nothing to do here. */
const serverOnly = {
  name: 'server-only',
  setup(build) {
    build.onResolve({ filter: /^server-only$/ }, ({ path }) => ({ path, namespace: 'empty' }));
    build.onLoad({ filter: /.*/, namespace: 'empty' }, () => ({ contents: '' }));
  },
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
    plugins: [serverOnly],
    sourcemap: true,
    logLevel: 'warning',
  });
}
