import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { hasPeople } from '../../store/people';
import { pairWith } from '../../store/sessions';
import { dataFile, openStore } from '../../store/open';
import { open, type LanFlags } from './open';

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'velvet-open-'));
  openStore(dataFile(folder)).close();
});
afterEach(() => rmSync(folder, { recursive: true }));

const flags = (more: Partial<LanFlags> = {}): LanFlags => ({
  isLan: false,
  isBehindProxy: false,
  names: [],
  publicUrl: null,
  ...more,
});

describe('a server that is opened', () => {
  it('is not, where nobody says so: it answers its own machine alone, and makes no keys', async () => {
    expect(await open(folder, 4871, flags())).toBeNull();
    expect(existsSync(join(folder, 'tls'))).toBe(false);
  });

  it('asks who one is, under its own names, and says how phones trust it', async () => {
    const opened = (await open(folder, 4871, flags({ isLan: true, names: ['mill.example'] })))!;
    expect(opened.front).toMatchObject({ host: '0.0.0.0', port: 4871, isBehindProxy: false });
    expect(opened.env.EMBER_DOOR).toBe('signed');
    expect(opened.env.EMBER_NAMES!.split(',')).toEqual(
      expect.arrayContaining(['mill.example', 'localhost', '127.0.0.1']),
    );
    const { fingerprint } = await opened.front.credentials!();
    const said = await opened.welcome();
    expect(said).toContain(fingerprint);
    expect(said).toContain(`${opened.url}/trust`);
    // The first code is good: the browser that knows it is paired.
    const code = /[2-9A-Z]{5}-[2-9A-Z]{5}/.exec(said)![0];
    const db = openStore(dataFile(folder));
    expect(hasPeople(db)).toBe(false);
    expect(pairWith(db, code, { id: 'd', name: 'Desk', key: 'k' }, Date.now())).toBe(true);
    db.close();
  });

  it('behind a proxy listens on its own machine, without keys of its own', async () => {
    const way = { isBehindProxy: true, publicUrl: 'https://mill.example' };
    const opened = (await open(folder, 4871, flags(way)))!;
    expect(opened.front).toMatchObject({ host: '127.0.0.1', credentials: null });
    expect(opened.url).toBe('https://mill.example');
    expect(opened.env.EMBER_NAMES!.split(',')).toContain('mill.example');
    expect(existsSync(join(folder, 'tls'))).toBe(false);
  });

  it('says what does not go together, and how to mend it', async () => {
    const refusal = (more: Partial<LanFlags>) => open(folder, 4871, flags(more));
    await expect(refusal({ isLan: true, isBehindProxy: true })).rejects.toThrow(/leave --lan out/);
    await expect(refusal({ isBehindProxy: true })).rejects.toThrow(/--public-url https:\/\/HOST/);
    await expect(refusal({ names: ['mill'] })).rejects.toThrow(/go with --lan/);
    for (const publicUrl of ['http://mill', 'mill', 'https://mill/path', 'https://mill?x']) {
      await expect(refusal({ isLan: true, publicUrl })).rejects.toThrow(/is not allowed/);
    }
  });
});
