// Writes docs/openapi.json and the schemas of the documents anew, out of what the program asks for:
// npm run docs:api.
import { build } from 'esbuild';
import { rmSync, writeFileSync } from 'node:fs';
import { pathToFileURL } from 'node:url';
import { format, resolveConfig } from 'prettier';

async function load(entry) {
  const outfile = `dist/docs-${process.pid}.mjs`;
  await build({
    entryPoints: [entry],
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
  const loaded = await import(`${pathToFileURL(outfile).href}?${entry}`);
  rmSync(outfile);
  return loaded;
}

async function write(file, document) {
  const config = await resolveConfig(file);
  writeFileSync(file, await format(JSON.stringify(document), { ...config, parser: 'json' }));
}

const { openApi } = await load('features/http/openapi.ts');
await write('docs/openapi.json', openApi());
const { documentSchemas } = await load('features/http/documents.ts');
for (const [name, schema] of Object.entries(documentSchemas())) {
  await write(`docs/${name}.schema.json`, schema);
}
