import { X509Certificate } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:https';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { connect } from 'node:tls';
import { MS_PER_DAY } from '../../core/day';
import { credentials, type Credentials } from './authority';
import { siteNames, type SiteNames } from './names';

const NOW = Date.now();
const SITE: SiteNames = {
  names: ['localhost', 'mill'],
  addresses: ['127.0.0.1', '192.168.7.20'],
  networks: ['127.0.0.0/8', '192.168.7.0/24'],
};
let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'velvet-tls-'));
});
afterEach(() => rmSync(folder, { recursive: true }));

/** What a client says that trusts the authority and asks by a name; null: it is content. */
async function asked(own: Credentials, servername: string): Promise<string | null> {
  const server = createServer({ key: own.key, cert: own.certificate });
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  const { port } = server.address() as AddressInfo;
  const said = await new Promise<string | null>((done) => {
    const socket = connect({ port, host: '127.0.0.1', servername, ca: own.authority }, () => {
      socket.end();
      done(null);
    });
    socket.once('error', (error) => done(error.message));
  });
  await new Promise((done) => server.close(done));
  return said;
}

describe('the authority of a site', () => {
  it('vouches for the site’s own names to who trusts it, and for no other', async () => {
    const own = await credentials(folder, SITE, NOW);
    expect(await asked(own, 'mill')).toBeNull();
    expect(await asked(own, 'localhost')).toBeNull();
    expect(await asked(own, 'elsewhere')).toMatch(/not in the cert/);
    // Somebody who got hold of its key makes a certificate for another name with it.
    const stolen = { ...SITE, names: [...SITE.names, 'bank.example'] };
    writeFileSync(join(folder, 'tls', 'authority.limits.json'), JSON.stringify(stolen));
    const forged = await credentials(folder, stolen, NOW);
    expect(forged.authority).toBe(own.authority);
    expect(new X509Certificate(forged.certificate).checkHost('bank.example')).toBeDefined();
    expect(await asked(forged, 'bank.example')).toMatch(/permitted subtree/);
  });

  it('keeps its keys for its owner alone', async () => {
    await credentials(folder, SITE, NOW);
    for (const file of ['authority.key', 'server.key']) {
      expect(statSync(join(folder, 'tls', file)).mode & 0o077).toBe(0);
    }
  });

  it('lasts: the server’s certificate is made anew in time, the authority stays', async () => {
    const first = await credentials(folder, SITE, NOW);
    expect((await credentials(folder, SITE, NOW + 300 * MS_PER_DAY)).certificate).toBe(
      first.certificate,
    );
    const later = await credentials(folder, SITE, NOW + 360 * MS_PER_DAY);
    expect(later.certificate).not.toBe(first.certificate);
    expect(later.authority).toBe(first.authority);
    expect(later.madeAnew).toBe(false);
    const { validFrom, validTo } = new X509Certificate(first.certificate);
    // What browsers take at most (CA/Browser Forum, from memory; Apple’s for private ones).
    expect(Date.parse(validTo) - Date.parse(validFrom)).toBeLessThanOrEqual(825 * MS_PER_DAY);
  });

  it('follows another address in its network, and says where phones must trust anew', async () => {
    const first = await credentials(folder, SITE, NOW);
    const moved = { ...SITE, addresses: ['127.0.0.1', '192.168.7.99'] };
    const second = await credentials(folder, moved, NOW);
    expect(second.fingerprint).toBe(first.fingerprint);
    expect(new X509Certificate(second.certificate).checkIP('192.168.7.99')).toBeDefined();
    const away = { ...SITE, networks: ['127.0.0.0/8', '10.1.0.0/16'], addresses: ['10.1.2.3'] };
    const third = await credentials(folder, away, NOW);
    expect(third.madeAnew).toBe(true);
    expect(third.fingerprint).not.toBe(first.fingerprint);
    expect(readFileSync(join(folder, 'tls', 'authority.crt'), 'utf8')).toBe(third.authority);
  });
});

describe('the names of a machine', () => {
  const one = (address: string, cidr: string, internal = false) => [
    { address, cidr, internal, family: 'IPv4' as const, netmask: '', mac: '' },
  ];

  it('are its own, those it was given, and the addresses of its networks', () => {
    const found = siteNames(
      ['Velvet.Example', 'not a name'],
      { lo: one('127.0.0.1', '127.0.0.1/8', true), eth: one('192.168.7.20', '192.168.7.20/22') },
      'Mill.lan',
    );
    expect(found).toEqual({
      names: ['localhost', 'velvet.example', 'mill', 'mill.local'],
      addresses: ['127.0.0.1', '192.168.7.20'],
      networks: ['127.0.0.0/8', '192.168.4.0/22'],
    });
  });
});
