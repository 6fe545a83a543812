import { get } from 'node:http';
import { get as getSecurely } from 'node:https';
import { createServer as createProbe } from 'node:net';
import { text } from 'node:stream/consumers';
import { HOST } from './host';
import { Trouble } from './trouble';

export function portIsFree(port: number, host = HOST): Promise<boolean> {
  return new Promise((done) => {
    const probe = createProbe();
    probe.once('error', () => done(false));
    probe.listen(port, host, () => probe.close(() => done(true)));
  });
}

/** So many ports are looked at before it is said that none is free. */
const LOOKED_AT = 100;
const LAST_PORT = 65_535;

/** The lowest ports from the first one on that nobody uses; a `Trouble` where there are too few. */
export async function freePorts(first: number, count: number, host = HOST): Promise<number[]> {
  const free: number[] = [];
  const end = Math.min(first + LOOKED_AT - 1, LAST_PORT);
  for (let port = first; port <= end && free.length < count; port++)
    if (await portIsFree(port, host)) free.push(port);
  if (free.length < count) throw new Trouble(`No port of ${host} from ${first} on is free.`);
  return free;
}

/** The lowest port from the first one on that nobody uses. */
export const freePort = async (first: number, host = HOST): Promise<number> =>
  (await freePorts(first, 1, host))[0]!;

const ANSWERS_WITHIN_MS = 2000;

/** Whether a server of ours answers to who asks at an address of this machine who it is. */
const isOurs = (url: string, ask: typeof get): Promise<boolean> =>
  new Promise((done) => {
    // It is our own machine, and nothing is told to it: whose certificate it has does not matter.
    const request = ask(`${url}/api/ping`, {
      ...{ timeout: ANSWERS_WITHIN_MS, rejectUnauthorized: false },
    });
    const said = (reply: string) => done(reply.includes('"Velvet Ember"'));
    request.once('response', (reply) => text(reply).then(said, () => done(false)));
    request.once('timeout', () => request.destroy());
    request.once('error', () => done(false));
  });

/** Where a server of ours answers, in the clear or over TLS; null: nowhere on this port. */
export async function ourServerAt(port: number): Promise<string | null> {
  const [plain, secure] = ['http', 'https'].map((scheme) => `${scheme}://${HOST}:${port}`);
  if (await isOurs(plain!, get)) return plain!;
  return (await isOurs(secure!, getSecurely)) ? secure! : null;
}
