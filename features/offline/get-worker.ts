import 'server-only';
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { homeFolder } from '../../env';

/** Besides what was built: what every page names. */
const ALWAYS = ['/icon.svg', '/manifest.webmanifest'];

let made: string | null = null;

/** The service worker with the list of all parts of the program, which it keeps on the device. */
function worker(): string {
  const folder = homeFolder('.next', 'static');
  // Named by what is in them: each is the same for ever.
  const parts = ['chunks', 'media'].flatMap((kind) =>
    readdirSync(join(folder, kind), { recursive: true, withFileTypes: true })
      .filter((file) => file.isFile() && !/\.(map|gz)$/.test(file.name))
      .map((file) => join(file.parentPath, file.name).slice(folder.length))
      .map((path) => ({ url: `/_next/static${path}`, revision: null })),
  );
  const build = readFileSync(homeFolder('.next', 'BUILD_ID'), 'utf8').trim();
  const list = [...parts, ...ALWAYS.map((url) => ({ url, revision: build }))];
  const script = readFileSync(homeFolder('dist', 'service-worker.mjs'), 'utf8');
  return `self.EMBER_PARTS=${JSON.stringify(list)};\n${script}`;
}

export function getWorker(): Response {
  made ??= worker();
  return new Response(made, {
    headers: { 'content-type': 'text/javascript; charset=utf-8', 'cache-control': 'no-cache' },
  });
}
