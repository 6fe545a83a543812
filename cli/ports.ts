import { get } from 'node:http';
import { get as getSecurely } from 'node:https';
import { createServer as createProbe } from 'node:net';
import { text } from 'node:stream/consumers';
import { HOST } from './host';

export function portIsFree(port: number): Promise<boolean> {
  return new Promise((done) => {
    const probe = createProbe();
    probe.once('error', () => done(false));
    probe.listen(port, HOST, () => probe.close(() => done(true)));
  });
}

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
