// Makes the demo in a folder, or some bays of it: node scripts/make-demo.mjs FOLDER [BAY …]. In a
// process of its own, outside the sandboxes of the tests, where it is fast.
import { build } from 'esbuild';
import { rmSync } from 'node:fs';
import { pathToFileURL } from 'node:url';

const outfile = `dist/make-demo-${process.pid}.mjs`;
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
const { makeDemo } = await import(pathToFileURL(outfile).href);
rmSync(outfile);
const [folder, ...bays] = process.argv.slice(2);
makeDemo(folder, undefined, bays.length > 0 ? bays : null);
