import Database from 'better-sqlite3';
import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import {
  chmodSync,
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  rmSync,
  statSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import { connect, createServer, type Server } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { v7 as uuidv7 } from 'uuid';
import { readAllEntries } from '../store/entries';
import { lockFolder } from '../store/lock';
import { dataFile, newestVersion, openStore, type Db } from '../store/open';
import { recordEntry } from '../store/record';
import { readSeal } from '../store/seal';

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'velvet-cli-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

const data = () => join(folder, 'data');
const ember = (...args: string[]) =>
  spawnSync(process.execPath, ['dist/ember.mjs', ...args], { encoding: 'utf8' });

function note(text: string): void {
  const db = openStore(dataFile(data()));
  put(db, text);
  db.close();
}

function put(db: Db, text: string): void {
  recordEntry(
    db,
    {
      id: uuidv7(),
      subjectKind: 'battery',
      subjectId: 'b1',
      kind: 'note',
      version: 1,
      at: '2027-01-14T09:00:00.000Z',
      by: 'attendant',
      data: { text },
      strikes: null,
    },
    '2027-01-14T09:00:00.000Z',
  );
}

function notes(file: string): string[] {
  const db = openStore(file);
  const texts = readAllEntries(db).map((entry) => (entry.data as { text: string }).text);
  db.close();
  return texts;
}

describe('backup and restore', () => {
  it('brings back what was there, and keeps what is replaced', () => {
    note('before');
    const copy = join(folder, 'copies', 'spring.sqlite');
    const made = ember('backup', copy, '--data', data());
    expect(made.stderr).toBe('');
    expect(made.stdout).toContain('holds 1 entries');
    note('after');
    const restored = ember('restore', copy, '--data', data());
    expect(restored.stderr).toBe('');
    expect(restored.stdout).toContain('Restored 1 entries');
    expect(notes(dataFile(data()))).toEqual(['before']);
    const aside = readdirSync(data()).find((name) => name.includes('.before-'))!;
    expect(notes(join(data(), aside))).toEqual(['before', 'after']);
  });

  it('copies consistently while somebody writes', () => {
    note('first');
    const writer = openStore(dataFile(data()));
    writer.exec('BEGIN IMMEDIATE');
    writer
      .prepare(
        `INSERT INTO entry (id, subject_kind, subject_id, kind, version, at, by, data, recorded_at)
         VALUES ('half', 'battery', 'b1', 'note', 1, '', '', '{"text":"half done"}', '')`,
      )
      .run();
    const copy = join(folder, 'while.sqlite');
    expect(ember('backup', copy, '--data', data()).status).toBe(0);
    writer.exec('ROLLBACK');
    writer.close();
    expect(notes(copy)).toEqual(['first']);
  });

  it('refuses in one plain line, and touches nothing', () => {
    note('mine');
    const copy = join(folder, 'copy.sqlite');
    ember('backup', copy, '--data', data());
    expect(ember('backup', copy, '--data', data()).stderr).toContain('is there already');
    expect(ember('backup', join(folder, 'x'), '--data', join(folder, 'none')).stderr).toContain(
      'There is no data',
    );
    const letter = join(folder, 'letter.txt');
    writeFileSync(letter, 'Dear owner, '.repeat(99));
    const refused = ember('restore', letter, '--data', data());
    expect(refused.status).toBe(1);
    expect(refused.stderr).toContain('letter.txt is no data file of Velvet Ember');
    expect(refused.stderr.trim().split('\n')).toHaveLength(1);
    expect(ember('restore', join(folder, 'gone'), '--data', data()).stderr).toContain('not there');
    expect(ember('backup', '--data', data()).status).toBe(2);
    expect(notes(dataFile(data()))).toEqual(['mine']);
    expect(readdirSync(data()).filter((name) => name.includes('restoring'))).toEqual([]);
  });

  it('a data file that was copied from under a killed server brings along its write-ahead log', () => {
    const writer = openStore(dataFile(data()));
    writer.pragma('wal_autocheckpoint = 0');
    for (let i = 0; i < 30; i++) put(writer, `number ${i}`);
    const raw = join(folder, 'copied', 'velvet-ember.sqlite');
    mkdirSync(join(folder, 'copied'));
    for (const part of ['', '-wal']) cpSync(dataFile(data()) + part, raw + part);
    writer.close();
    const to = join(folder, 'other');
    const restored = ember('restore', raw, '--data', to);
    expect(restored.stderr).toBe('');
    expect(restored.stdout).toContain('Restored 30 entries (the file carries no checksum');
    expect(notes(dataFile(to))).toHaveLength(30);
  });

  it('what is set aside has what still stood in its own log', () => {
    note('before');
    const copy = join(folder, 'copy.sqlite');
    ember('backup', copy, '--data', data());
    const writer = openStore(dataFile(data()));
    put(writer, 'after');
    for (const part of ['', '-wal']) cpSync(dataFile(data()) + part, join(folder, `kept${part}`));
    writer.close();
    // As a kill would have left it.
    for (const part of ['', '-wal']) cpSync(join(folder, `kept${part}`), dataFile(data()) + part);
    expect(ember('restore', copy, '--data', data()).status).toBe(0);
    const aside = readdirSync(data()).find((name) => /before-.*Z$/.test(name))!;
    expect(notes(join(data(), aside))).toEqual(['before', 'after']);
  });

  it.each([
    ['empty', (file: string) => writeFileSync(file, ''), /is empty: it is no backup/],
    [
      'cut off',
      (file: string) => truncateSync(file, statSync(file).size - 1000),
      /is cut off: it has \d+ bytes of \d+/,
    ],
    [
      'changed in one letter',
      (file: string) => {
        const bytes = readFileSync(file);
        bytes.write('Xefore', bytes.indexOf('before'));
        writeFileSync(file, bytes);
      },
      /not as it was made: its checksum/,
    ],
    [
      'short of an entry',
      (file: string) => {
        const db = new Database(file);
        db.exec('DROP TRIGGER entry_is_never_deleted; DELETE FROM entry');
        db.close();
      },
      /it holds 0 entries, and was sealed with 1/,
    ],
    [
      'damaged inside',
      (file: string) => {
        const bytes = readFileSync(file);
        bytes.fill(0x5a, 4096, 3 * 4096);
        writeFileSync(file, bytes);
      },
      /damaged|malformed|no data file/,
    ],
  ])('a backup that is %s is refused, and the data stay', (_, spoil, why) => {
    note('before');
    const copy = join(folder, 'copy.sqlite');
    ember('backup', copy, '--data', data());
    spoil(copy);
    const refused = ember('restore', copy, '--data', data());
    expect(refused.status).toBe(1);
    expect(refused.stderr).toMatch(why);
    expect(refused.stderr.trim().split('\n')).toHaveLength(1);
    expect(notes(dataFile(data()))).toEqual(['before']);
  });

  it('never under a process that uses the folder; what an older version noted is not believed', () => {
    note('before');
    const copy = join(folder, 'copy.sqlite');
    ember('backup', copy, '--data', data());
    // A number that another process has by now, cut off in the middle.
    writeFileSync(join(data(), 'server.json'), `{"pid":${process.pid},`);
    expect(ember('restore', copy, '--data', data()).status).toBe(0);
    const lock = lockFolder(data())!;
    expect(lockFolder(data())).toBeNull();
    const refused = ember('restore', copy, '--data', data());
    expect(refused).toMatchObject({ status: 1, stdout: '' });
    expect(refused.stderr).toMatch(/^A server of Velvet Ember is using .*: stop it first/);
    lock.release();
    expect(ember('restore', copy, '--data', data()).status).toBe(0);
  });

  it('is for the eyes of one person, and carries its count', () => {
    note('before');
    const copy = join(folder, 'copy.sqlite');
    ember('backup', copy, '--data', data());
    for (const file of [copy, dataFile(data())]) expect(statSync(file).mode & 0o777).toBe(0o600);
    const db = new Database(copy, { readonly: true });
    expect(readSeal(db)).toMatchObject({
      entries: 1,
      sha256: expect.stringMatching(/^[0-9a-f]{64}$/) as string,
    });
    db.close();
    ember('restore', copy, '--data', data());
    const back = new Database(dataFile(data()), { readonly: true });
    expect(readSeal(back)).toBeNull();
    back.close();
  });
});

describe('backups that are kept, and the doctor', () => {
  it('makes today’s, lists it, puts it in place by its day, and finds the data sound', () => {
    note('before');
    expect(ember('doctor', '--data', data()).stdout).toContain('there is no backup beside it');
    const kept = ember('keep', '--data', data());
    expect(kept.stdout).toContain('holds 1 entries, and was opened and folded anew');
    note('after');
    const listed = ember('restore', '--data', data()).stdout;
    const day = /\d{4}-\d{2}-\d{2}/.exec(listed)![0];
    expect(ember('restore', day, '--data', data()).stdout).toContain('Restored 1 entries');
    expect(notes(dataFile(data()))).toEqual(['before']);
    const looked = ember('doctor', '--mend', '--data', data());
    expect(looked.stdout).toContain('All was folded anew');
    expect(looked.stdout).toContain('has entries, and no facts');
    expect(looked.status).toBe(1);
  });
});

describe('export and import', () => {
  const out = () => join(folder, 'out');
  const site = () => cpSync(process.env.EMBER_DEMO_TEMPLATE!, data(), { recursive: true });
  const lines = (from: string) => readFileSync(join(from, 'archive.jsonl'), 'utf8');

  it('give the same site elsewhere, and the same bytes again, also into a new folder', () => {
    site();
    const said = ember('export', out(), '--data', data());
    expect([said.stderr, said.status]).toEqual(['', 0]);
    expect(readdirSync(out())).toEqual(
      expect.arrayContaining(['archive.schema.json', 'readings.csv']),
    );
    const other = join(folder, 'other');
    const taken = ember('import', out(), '--data', other);
    expect([taken.stderr, taken.status]).toEqual(['', 0]);
    expect(taken.stdout).toContain('Passphrases and devices’ tokens are not in an archive');
    const again = join(folder, 'again');
    ember('export', again, '--data', other);
    expect(lines(again)).toBe(lines(out()));
    expect(statSync(join(out(), 'archive.jsonl')).mode & 0o077).toBe(0);
  });

  it('write over nothing, and say what is not there', () => {
    site();
    mkdirSync(out());
    writeFileSync(join(out(), 'mine.txt'), 'mine');
    expect(ember('export', out(), '--data', data()).stderr).toContain('is not empty');
    expect(ember('import', join(folder, 'none'), '--data', data()).stderr).toContain(
      'is not there',
    );
    expect(ember('export', join(folder, 'x'), '--data', join(folder, 'no')).stderr).toContain(
      'no data',
    );
  });

  it('ask where something is here otherwise, and take nothing where nobody answers', () => {
    site();
    ember('export', out(), '--data', data());
    const db = openStore(dataFile(data()));
    db.exec("UPDATE hall SET name = 'Wool Store' WHERE id = (SELECT id FROM hall LIMIT 1)");
    db.close();
    const asked = ember('import', out(), '--data', data());
    expect(asked.status).toBe(1);
    expect(asked.stderr).toContain('Nothing was taken');
    expect(ember('import', out(), '--data', data(), '--clash', 'keep').stdout).toContain(
      '1 left out for what is here',
    );
    ember('export', join(folder, 'kept'), '--data', data());
    expect(lines(join(folder, 'kept'))).toContain('"name":"Wool Store"');
  });
});

describe('a folder in which nothing can be written', () => {
  /** Somebody who may not write there; root may write anywhere. */
  const stranger = process.getuid?.() === 0 ? { uid: 65_534, gid: 65_534 } : {};
  const asStranger = (...args: string[]) =>
    spawnSync(process.execPath, ['dist/ember.mjs', ...args], {
      encoding: 'utf8',
      timeout: 20_000,
      ...stranger,
    });

  it.each(['start', 'backup'])('%s says so in one line and ends', (command) => {
    note('x');
    chmodSync(folder, 0o755);
    chmodSync(data(), 0o555);
    chmodSync(dataFile(data()), 0o444);
    const more = command === 'start' ? ['--port', '49733'] : [join(data(), 'copy.sqlite')];
    const run = asStranger(command, ...more, '--data', data());
    chmodSync(data(), 0o755);
    expect(run.error).toBeUndefined();
    expect(run).toMatchObject({ status: 1 });
    expect(run.stderr).toMatch(/Nothing can be written to|cannot be/);
    expect(run.stderr.trim().split('\n')).toHaveLength(1);
  });
});

describe('the outside of the demo', () => {
  const freePort = () =>
    new Promise<number>((done) => {
      const probe = createServer().listen(0, '127.0.0.1', () => {
        const { port } = probe.address() as { port: number };
        probe.close(() => done(port));
      });
    });
  const asked = (port: number, line: string) =>
    new Promise<string>((done, failed) => {
      const socket = connect(port, '127.0.0.1', () => socket.write(`${line}\n`));
      socket.setEncoding('utf8');
      socket.once('data', (text: string) => {
        socket.destroy();
        done(text);
      });
      socket.once('error', failed);
      // One that ends before it answered.
      socket.once('close', () => failed(new Error('closed')));
      socket.setTimeout(3000, () => socket.destroy());
    });

  it('is a process of its own that speaks on its port, and goes when its parent does', async () => {
    const world = join(folder, 'world.json');
    writeFileSync(world, JSON.stringify({ batteries: [] }));
    const living = join(folder, 'living.json');
    const nothing = { now: 0, airFrom: 0, air: { h: [1] }, batteries: [], devices: [], knocks: [] };
    writeFileSync(living, JSON.stringify(nothing));
    const [port, hands, site] = [await freePort(), await freePort(), await freePort()];
    const flags = `--world ${world} --living ${living} --app http://127.0.0.1:1 --port ${port} --hands-port ${hands} --site-port ${site}`;
    // A parent that starts it and waits, as ./ember demo does.
    const parent = spawn('bash', [
      '-c',
      `"${process.execPath}" dist/ember.mjs outside ${flags} & wait`,
    ]);
    let identity = '';
    for (let i = 0; i < 100 && !identity; i++) {
      identity = await asked(port, '*IDN?').catch(() => '');
      await new Promise((later) => setTimeout(later, 50));
    }
    expect(identity).toBe('HARROWBECK,BENCH METER,0,1.0\n');
    expect(await asked(hands, '{"do":"dance"}')).toMatch(/no such action/);
    expect(await asked(hands, '{"do":"door"}')).toBe('done\n');
    parent.kill('SIGKILL');
    const gone = async () => (await asked(port, '*IDN?').catch(() => 'gone')) === 'gone';
    for (let i = 0; i < 100 && !(await gone()); i++) {
      await new Promise((later) => setTimeout(later, 60));
    }
    expect(await gone()).toBe(true);
  });
});

describe('starting', () => {
  let other: Server | null = null;
  afterEach(() => other?.close());

  it('says that the port is taken', async () => {
    const port = await new Promise<number>((done) => {
      other = createServer().listen(0, '127.0.0.1', () =>
        done((other!.address() as { port: number }).port),
      );
    });
    const run = spawnAsync(['start', '--data', data(), '--port', String(port)]);
    expect(await run).toEqual({
      code: 1,
      out: '',
      err: `Port ${port} is taken by another program. Choose one with --port.\n`,
    });
    expect(existsSync(dataFile(data()))).toBe(false);
  });

  it('says that the data file is newer, or not ours', () => {
    note('x');
    const raw = new Database(dataFile(data()));
    raw.pragma(`user_version = ${newestVersion() + 1}`);
    raw.close();
    const newer = ember('start', '--data', data(), '--port', '49731');
    expect(newer.status).toBe(1);
    expect(newer.stderr).toContain('newer Velvet Ember');
    const song = new Database(dataFile(data()));
    song.pragma('application_id = 7');
    song.close();
    expect(ember('start', '--data', data(), '--port', '49731').stderr).toContain(
      'belongs to another program',
    );
  });

  it('refuses flags that make no sense with exit 2', () => {
    expect(ember('start', '--port', '99999')).toMatchObject({ status: 2, stdout: '' });
    expect(ember('start', '--colour', 'red').stderr).toContain('no such flag');
    expect(ember('dance').stderr).toContain('no such command');
    expect(ember('--help').stdout).toContain('./ember backup FILE');
  });

  it('says that Node is too old, or not there', () => {
    const bin = join(folder, 'bin');
    spawnSync('mkdir', ['-p', bin]);
    const fake = join(bin, 'node');
    writeFileSync(fake, '#!/bin/sh\necho 18.19.0\n');
    chmodSync(fake, 0o755);
    const old = spawnSync('bash', ['./ember', '--help'], {
      encoding: 'utf8',
      env: { ...process.env, PATH: `${bin}:${process.env.PATH}` },
    });
    expect(old.status).toBe(1);
    expect(old.stderr).toBe('Velvet Ember needs Node.js 20.9 or newer, and this is 18.19.0.\n');
  });
});

/** Runs without blocking this process, so that a server of the test can answer. */
function spawnAsync(args: string[]): Promise<{ code: number | null; out: string; err: string }> {
  return new Promise((done) => {
    const child: ChildProcess = spawn(process.execPath, ['dist/ember.mjs', ...args]);
    let out = '';
    let err = '';
    child.stdout!.on('data', (chunk: Buffer) => (out += chunk.toString()));
    child.stderr!.on('data', (chunk: Buffer) => (err += chunk.toString()));
    child.once('close', (code) => done({ code, out, err }));
  });
}

describe('the one command', () => {
  it('is named first in the README, with the test', () => {
    const readme = readFileSync('README.md', 'utf8');
    const start = readme.slice(0, 400);
    expect(start).toContain('./ember demo');
    expect(start).toContain('./ember test');
  });
});
