import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { createServer, request, type IncomingHttpHeaders, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync, gzipSync } from 'node:zlib';
import { partServer } from './parts';

const folder = mkdtempSync(join(tmpdir(), 'velvet-parts-'));
const SCRIPT = 'export const volts = 12.6;';
let server: Server;
beforeAll(async () => {
  mkdirSync(join(folder, 'static/chunks'), { recursive: true });
  writeFileSync(join(folder, 'secret.txt'), 'not a part');
  writeFileSync(join(folder, 'static/chunks/a.js'), SCRIPT);
  writeFileSync(join(folder, 'static/chunks/a.js.gz'), gzipSync(SCRIPT));
  writeFileSync(join(folder, 'static/chunks/b.js'), SCRIPT);
  const servePart = partServer(join(folder, 'static'));
  server = createServer((asked, reply) => {
    if (!servePart(asked, reply)) reply.end('a page');
  });
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
});
afterAll(async () => {
  await new Promise((done) => server.close(done));
  rmSync(folder, { recursive: true });
});

interface Answer {
  readonly status: number;
  readonly headers: IncomingHttpHeaders;
  readonly body: Buffer;
}

/** The path goes out as it is, dots and all. */
const ask = (path: string, accepts = 'gzip') =>
  new Promise<Answer>((done, failed) => {
    const { port } = server.address() as AddressInfo;
    request(
      { port, host: '127.0.0.1', path, headers: { 'accept-encoding': accepts }, agent: false },
      (reply) => {
        const pieces: Buffer[] = [];
        reply.on('data', (piece: Buffer) => pieces.push(piece));
        reply.on('end', () =>
          done({ status: reply.statusCode!, headers: reply.headers, body: Buffer.concat(pieces) }),
        );
      },
    )
      .once('error', failed)
      .end();
  });

test('a part goes out as it was packed, for ever; to who cannot unpack it, as it is', async () => {
  const packed = await ask('/_next/static/chunks/a.js');
  expect(packed.headers).toMatchObject({
    'content-encoding': 'gzip',
    'content-type': 'text/javascript',
    'cache-control': 'public,max-age=31536000,immutable',
    'x-content-type-options': 'nosniff',
  });
  expect(gunzipSync(packed.body).toString()).toBe(SCRIPT);
  for (const plain of [
    await ask('/_next/static/chunks/a.js', 'identity'),
    await ask('/_next/static/chunks/b.js'),
  ]) {
    expect(plain.headers['content-encoding']).toBeUndefined();
    expect(plain.body.toString()).toBe(SCRIPT);
  }
});

test('what is no part is not there, and everything else is somebody else’s', async () => {
  for (const path of ['chunks/none.js', '../secret.txt', '..%2fsecret.txt', 'chunks/', '']) {
    const { status, body } = await ask(`/_next/static/${path}`);
    expect([path, status, body.length]).toEqual([path, 404, 0]);
  }
  expect((await ask('/round')).body.toString()).toBe('a page');
  expect((await ask('/_next/staticky')).body.toString()).toBe('a page');
});
