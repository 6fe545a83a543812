import { join } from 'node:path';
import { toString as drawn } from 'qrcode';
import { hasPeople } from '../../store/people';
import { dataFile, openStore } from '../../store/open';
import { BadInput } from '../flags';
import { HOST } from '../host';
import type { Front } from '../serve-here';
import { credentials, type Credentials } from './authority';
import { siteNames } from './names';
import { codeIn } from './shell';

/** How somebody wants a server opened to the building. */
export interface LanFlags {
  readonly isLan: boolean;
  readonly isBehindProxy: boolean;
  readonly names: readonly string[];
  readonly publicUrl: string | null;
}

/** A server that others than its own machine may ask, once they have signed in. */
export interface Opened {
  readonly front: Front;
  /** Where phones find it. */
  readonly url: string;
  /** What the server’s own code is told of it. */
  readonly env: Readonly<Record<string, string>>;
  /** What is said when it runs. */
  readonly welcome: () => Promise<string>;
}

function urlOf(text: string | null): URL | null {
  if (text === null) return null;
  const url = URL.canParse(text) ? new URL(text) : null;
  if (!url || url.protocol !== 'https:' || url.pathname !== '/' || url.search || url.hash) {
    throw new BadInput(
      `--public-url ${text}: is not allowed; allowed: https://HOST, or https://HOST:PORT`,
    );
  }
  return url;
}

/** What opens a server to the building; null: it answers its own machine alone. */
export async function open(folder: string, port: number, lan: LanFlags): Promise<Opened | null> {
  const { isLan, isBehindProxy, publicUrl } = lan;
  if (isLan && isBehindProxy) {
    throw new BadInput('--behind-proxy: the proxy has the TLS; leave --lan out');
  }
  const given = urlOf(publicUrl);
  if (!isLan && !isBehindProxy) {
    if (!given && lan.names.length === 0) return null;
    throw new BadInput('--name and --public-url: go with --lan or --behind-proxy');
  }
  if (isBehindProxy && !given) {
    throw new BadInput(
      '--behind-proxy: say where the proxy is reached, with --public-url https://HOST',
    );
  }
  const site = () => siteNames([...lan.names, ...(given ? [given.hostname] : [])]);
  const { names, addresses } = site();
  const url = given?.origin ?? `https://${addresses.at(1) ?? HOST}:${port}`;
  const own = isLan ? () => credentials(folder, site(), Date.now()) : null;
  const first = await own?.();
  return {
    front: { host: isLan ? '0.0.0.0' : HOST, port, credentials: own, isBehindProxy },
    url,
    env: {
      EMBER_DOOR: 'signed',
      EMBER_NAMES: [...names, ...addresses].join(','),
      EMBER_PUBLIC_URL: url,
      ...(first ? { EMBER_AUTHORITY: join(folder, 'tls', 'authority.crt') } : {}),
    },
    welcome: async () =>
      [...(first ? await trustWords(url, first) : []), ...firstWords(folder, url)].join('\n'),
  };
}

async function trustWords(url: string, first: Credentials): Promise<string[]> {
  const page = `${url}/trust`;
  return [
    '',
    `Phones of the building open ${page}:`,
    await drawn(page, { type: 'terminal', small: true }),
    'There they are told how to trust this site’s own authority. Its fingerprint (SHA-256) is',
    `  ${first.fingerprint}`,
    ...(first.madeAnew
      ? [
          'The names or the network have changed: the authority is a new one, and phones trust it anew.',
        ]
      : []),
  ];
}

function firstWords(folder: string, url: string): string[] {
  const db = openStore(dataFile(folder));
  const known = hasPeople(db);
  db.close();
  if (known) return [];
  return [
    '',
    `Nobody works here yet. Open ${url}/pair and type this code: it is good once, for five minutes.`,
    `  ${codeIn(folder)}`,
    'Another one: ./ember pair',
  ];
}
