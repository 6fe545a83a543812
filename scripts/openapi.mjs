// Writes docs/openapi.json anew, out of what the program's addresses ask for: npm run docs:api.
import { build } from 'esbuild';
import { rmSync, writeFileSync } from 'node:fs';
import { pathToFileURL } from 'node:url';
import { format, resolveConfig } from 'prettier';

const file = 'docs/openapi.json';
const outfile = `dist/openapi-${process.pid}.mjs`;
await build({
  entryPoints: ['features/http/openapi.ts'],
  outfile,
  bundle: true,
  platform: 'node',
  target: 'node20',
  format: 'esm',
  packages: 'external',
  alias: {
    'server-only': './node_modules/server-only/empty.js',
    // Outside of the framework it is found by its whole name.
    'next/navigation': 'next/navigation.js',
  },
  logLevel: 'warning',
});
const { openApi } = await import(pathToFileURL(outfile).href);
rmSync(outfile);
const config = await resolveConfig(file);
writeFileSync(file, await format(JSON.stringify(openApi()), { ...config, parser: 'json' }));
