import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { cpSync, existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { get } from 'node:https';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { DEMO_NOW } from '../demo/site';
import { livingFile } from '../demo/living';
import { worldFile } from '../demo/world';
import { writeMeter } from '../store/devices';
import { dataFile, openStore, openToRead } from '../store/open';
import { isToTheBuilding, signInto } from './to-the-building';

/** Each worker has ports of its own, below those that systems hand out by themselves. */
const FIRST_PORT = 21_000 + 100 * Number(process.env.TEST_PARALLEL_INDEX ?? 90);
const taken = new Set<number>();

/**
 * The lowest port of this worker's that is free: a browser knows a place by its port, and what it
 * has compiled for the server before serves the next one too.
 */
async function freePort(): Promise<number> {
  for (let port = FIRST_PORT; port < FIRST_PORT + 100; port++) {
    if (taken.has(port)) continue;
    const free = await new Promise<boolean>((done) => {
      const probe = createServer();
      probe.once('error', () => done(false));
      probe.listen(port, '127.0.0.1', () => probe.close(() => done(true)));
    });
    if (!free) continue;
    taken.add(port);
    return port;
  }
  throw new Error('no port is free');
}

/** The demo's data as they were made once for all tests. */
const template = () => process.env.EMBER_DEMO_TEMPLATE!;

const copyDemo = (folder: string) => cpSync(template(), folder, { recursive: true });

/**
 * Puts the demo's data back under a server that runs, as one write of somebody else. What is
 * numbered goes on being numbered, so that nothing which it remembers is taken for something else.
 */
async function demoAnew(folder: string): Promise<void> {
  const numbers = () => {
    const db = openToRead(dataFile(folder));
    const last = db.prepare('SELECT max(seq) FROM sqlite_sequence').pluck().get() as number;
    const days = db.prepare('SELECT n FROM hall_day_version').pluck().get() as number;
    db.close();
    return { last, days };
  };
  const before = numbers();
  const source = openToRead(dataFile(template()));
  await source.backup(dataFile(folder));
  source.close();
  const db = openStore(dataFile(folder));
  db.prepare('UPDATE sqlite_sequence SET seq = max(seq, ?)').run(before.last);
  db.prepare('UPDATE hall_day_version SET n = max(n, ?) + 1').run(before.days);
  db.close();
}

/** The demo's server of this worker, between two tests: what it has warmed up need not be again. */
let idle: TestSite | null = null;
const lendOut = (site: TestSite) => (idle = site);
process.once('exit', () => idle?.kill());

/** A real server on a data folder of its own, that can be stopped, killed and started again. */
export class TestSite {
  private child: ChildProcess | null = null;
  private meter: ChildProcess | null = null;
  private ports: { meter: number; hands: number; site: number } | null = null;
  private constructor(
    readonly folder: string,
    readonly port: number,
  ) {}

  static async make(kind: 'demo' | 'empty' = 'demo'): Promise<TestSite> {
    if (kind !== 'empty' && idle) {
      const site = idle;
      idle = null;
      await demoAnew(site.folder);
      return site;
    }
    const folder = mkdtempSync(join(tmpdir(), 'velvet-e2e-'));
    if (kind !== 'empty') copyDemo(folder);
    const site = new TestSite(folder, await freePort());
    site.lendable = kind !== 'empty' && !isToTheBuilding;
    if (isToTheBuilding) {
      site.opened = true;
      signInto(folder);
    }
    await site.start();
    return site;
  }

  /** Has the season of a data folder planned, and leaves it as it is then. */
  static async planned(folder: string): Promise<void> {
    const site = new TestSite(folder, await freePort());
    await site.start();
    const reply = await fetch(`${site.url}/season`);
    await reply.arrayBuffer();
    await site.stop();
    if (!reply.ok) throw new Error(`the demo's season answered ${reply.status}`);
  }

  /** The demo with its outside, a process of its own; the bench runs faster than life. */
  static async withOutside(pace: number): Promise<TestSite> {
    const folder = mkdtempSync(join(tmpdir(), 'velvet-e2e-'));
    copyDemo(folder);
    const site = new TestSite(folder, await freePort());
    site.ports = { meter: await freePort(), hands: await freePort(), site: await freePort() };
    const db = openStore(dataFile(folder));
    writeMeter(db, { name: 'Bench meter', host: '127.0.0.1', port: site.ports.meter });
    db.close();
    site.bench = {
      EMBER_HANDS: String(site.ports.hands),
      EMBER_PACE: String(pace),
      EMBER_OUTSIDE: String(site.ports.site),
    };
    site.plugIn();
    await site.start();
    return site;
  }

  /** The demo open to the building: TLS by its own authority, and sign-in. */
  static async toTheBuilding(): Promise<TestSite> {
    const folder = mkdtempSync(join(tmpdir(), 'velvet-e2e-'));
    copyDemo(folder);
    const site = new TestSite(folder, await freePort());
    site.opened = true;
    await site.start();
    return site;
  }

  private opened = false;
  /** The certificate of the authority that a browser has to trust. */
  get authority(): string {
    return join(this.folder, 'tls', 'authority.crt');
  }

  /** A code to pair a browser with, as the shell gives it. */
  pairingCode(): string {
    const args = ['dist/ember.mjs', 'pair', '--data', this.folder];
    return execFileSync(process.execPath, args, { encoding: 'utf8' }).split('\n')[0]!;
  }

  private bench: Record<string, string> = {};
  /** Whether another test may have it when this one is through with it. */
  private lendable = false;
  /** The instant at which the site's clock stands from the next start on. */
  now: string = DEMO_NOW;

  /** Switches the meter on; its world begins anew. */
  plugIn(): void {
    const { meter, hands, site } = this.ports!;
    const flags = [
      ...['--port', String(meter), '--hands-port', String(hands), '--site-port', String(site)],
      ...['--world', worldFile(this.folder), '--living', livingFile(this.folder)],
      ...['--app', this.url, '--pace', this.bench.EMBER_PACE!],
    ];
    this.meter = spawn(process.execPath, ['dist/ember.mjs', 'outside', ...flags], {
      stdio: ['ignore', 'ignore', 'inherit'],
    });
  }

  /** Pulls the meter's plug. */
  async unplug(): Promise<void> {
    const { meter } = this;
    this.meter = null;
    if (!meter || meter.exitCode !== null) return;
    const gone = new Promise((done) => meter.once('exit', done));
    meter.kill('SIGKILL');
    await gone;
  }

  /** Says where a request comes from, as a page of the site does. */
  get own(): Record<string, string> {
    return { 'content-type': 'application/json', origin: this.url };
  }

  get url(): string {
    return `${this.opened ? 'https' : 'http'}://127.0.0.1:${this.port}`;
  }

  /** `preload`: a script that the server loads first, to break it in a chosen place. */
  async start(preload?: string): Promise<void> {
    if (preload || this.now !== DEMO_NOW) this.lendable = false;
    const args = [
      ...['dist/ember.mjs', 'start', '--data', this.folder, '--port', String(this.port)],
      ...(this.opened ? ['--lan'] : []),
    ];
    const child = spawn(process.execPath, preload ? ['--require', preload, ...args] : args, {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: {
        ...process.env,
        EMBER_NOW: this.now,
        ...this.bench,
      },
    });
    this.child = child;
    for (let tries = 0; tries < 300; tries++) {
      if (await this.answers()) return;
      if (child.exitCode !== null) break;
      await new Promise((later) => setTimeout(later, 200));
    }
    throw new Error('the server did not start');
  }

  private answers(): Promise<boolean> {
    if (!this.opened) {
      return fetch(`${this.url}/api/ping`).then(
        (reply) => reply.ok,
        () => false,
      );
    }
    if (!existsSync(this.authority)) return Promise.resolve(false);
    return new Promise((done) => {
      get(`${this.url}/api/ping`, { ca: readFileSync(this.authority) }, (reply) => {
        reply.resume();
        done(reply.statusCode === 200);
      }).once('error', () => done(false));
    });
  }

  /** Ends the process without a word (SIGKILL) or politely, and waits until it is gone. */
  async stop(signal: 'SIGTERM' | 'SIGKILL' = 'SIGTERM'): Promise<void> {
    if (!this.runs) return;
    const gone = this.ended();
    this.child!.kill(signal);
    await gone;
  }

  /** Waits until the process has ended by itself. */
  async ended(): Promise<void> {
    if (this.runs) await new Promise((done) => this.child!.once('exit', done));
  }

  private get runs(): boolean {
    return this.child !== null && this.child.exitCode === null && this.child.signalCode === null;
  }

  /** Ends the process without waiting for it, and leaves nothing behind. */
  kill(): void {
    this.child?.kill('SIGKILL');
    rmSync(this.folder, { recursive: true, force: true });
  }

  /** Ends what a test had; the server of the demo goes to the next one, if its clock was not moved. */
  async remove(): Promise<void> {
    if (this.lendable && this.runs && this.now === DEMO_NOW && !idle) {
      lendOut(this);
      return;
    }
    await this.stop('SIGKILL');
    await this.unplug();
    taken.delete(this.port);
    for (const port of Object.values(this.ports ?? {})) taken.delete(port);
    rmSync(this.folder, { recursive: true, force: true });
  }
}
