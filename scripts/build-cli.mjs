// Bundles what runs outside of the pages: Node 20 runs no TypeScript. Packages stay outside.
import { build } from 'esbuild';
import { existsSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { pathToFileURL } from 'node:url';

const bundles = {
  // The command line; each command of it is loaded when it is given.
  ember: 'cli/main.ts',
  // The thread in which the server plans a season.
  planner: 'features/season/planner.worker.ts',
  // The thread in which winters are played, to learn from or to try a rule.
  winters: 'cli/winters/winters.worker.ts',
  // The thread in which the server judges the whole site.
  site: 'features/server/site.worker.ts',
  // The thread in which a list of vehicles is taken in.
  bring: 'features/intake/bring.worker.ts',
  // What makes the sheet of styles below.
  'antd-sheet': 'features/theme/antd-sheet.tsx',
};

/** These run on the server alone: the package that makes sure of it has nothing to do here. */
const serverOnly = {
  name: 'server-only',
  setup(build) {
    build.onResolve({ filter: /^server-only$/ }, ({ path }) => ({ path, namespace: 'empty' }));
    build.onLoad({ filter: /.*/, namespace: 'empty' }, () => ({ contents: '' }));
  },
};

const { metafile } = await build({
  entryPoints: bundles,
  outdir: 'dist',
  outExtension: { '.js': '.mjs' },
  chunkNames: 'parts/[name]-[hash]',
  splitting: true,
  bundle: true,
  platform: 'node',
  target: 'node20',
  format: 'esm',
  jsx: 'automatic',
  packages: 'external',
  plugins: [serverOnly],
  sourcemap: true,
  metafile: true,
  logLevel: 'warning',
});
// What keeps the program on a phone: one file each, for a browser.
await build({
  entryPoints: {
    'service-worker': 'features/offline/service-worker.ts',
    // What says a page in another language than English; the words follow it.
    'in-page': 'features/words/in-page.ts',
  },
  outdir: 'dist',
  outExtension: { '.js': '.mjs' },
  bundle: true,
  minify: true,
  platform: 'browser',
  target: 'es2022',
  format: 'iife',
  logLevel: 'warning',
});
// Parts of an earlier build that nobody needs any more.
for (const part of readdirSync('dist/parts')) {
  if (!metafile.outputs[`dist/parts/${part}`]) rmSync(`dist/parts/${part}`);
}

// Written only where it changed: what is newer than the application has it built again.
const sheet = 'app/antd.css';
const { antdSheet } = await import(pathToFileURL('dist/antd-sheet.mjs').href);
const styles = antdSheet();
if (!existsSync(sheet) || readFileSync(sheet, 'utf8') !== styles) writeFileSync(sheet, styles);
