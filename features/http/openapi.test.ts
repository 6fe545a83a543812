import { readFileSync, readdirSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { API } from './contract';
import { openApi } from './openapi';

/** What the routes of the application answer to, as their files and their exports say. */
function routed(): string[] {
  const files = readdirSync('app/api', { recursive: true, encoding: 'utf8' });
  return files
    .filter((file) => file.endsWith('route.ts'))
    .flatMap((file) => {
      const path = `/api/${dirname(file)}`.replace(/\[(\w+)\]/g, '{$1}');
      const code = readFileSync(join('app/api', file), 'utf8');
      const methods = [...code.matchAll(/export (?:async )?function (GET|POST|PUT|DELETE)\b/g)];
      return methods.map(([, method]) => `${method} ${path}`);
    });
}

describe('the description of the addresses', () => {
  it('has every address of the program, and no other', () => {
    expect(routed().sort()).toEqual(Object.keys(API).sort());
  });

  it('is the document in docs; npm run docs:api writes it anew', () => {
    expect(JSON.parse(readFileSync('docs/openapi.json', 'utf8'))).toEqual(openApi());
  });

  it('refers to nothing that is not in it', () => {
    const document = openApi() as { components: Record<string, object> };
    const references = JSON.stringify(document).matchAll(/"#\/components\/(\w+)\/(\w+)"/g);
    const nowhere = [...references].filter(
      ([, part, name]) => !(name! in (document.components[part!] ?? {})),
    );
    expect(nowhere.map(([reference]) => reference)).toEqual([]);
  });
});
