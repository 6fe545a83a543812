import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { makeDemo } from '../demo/make';
import { DEMO_NOW } from '../demo/site';

async function freePort(): Promise<number> {
  return new Promise((done) => {
    const probe = createServer();
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as AddressInfo;
      probe.close(() => done(port));
    });
  });
}

/** A real server on a data folder of its own, that can be stopped, killed and started again. */
export class TestSite {
  private child: ChildProcess | null = null;
  private constructor(
    readonly folder: string,
    readonly port: number,
  ) {}

  static async make(kind: 'demo' | 'empty'): Promise<TestSite> {
    const folder = mkdtempSync(join(tmpdir(), 'velvet-e2e-'));
    if (kind === 'demo') makeDemo(folder);
    const site = new TestSite(folder, await freePort());
    await site.start();
    return site;
  }

  get url(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  /** `preload`: a script that the server loads first, to break it in a chosen place. */
  async start(preload?: string): Promise<void> {
    const next = join('node_modules', 'next', 'dist', 'bin', 'next');
    const args = [next, 'start', '-H', '127.0.0.1', '-p', String(this.port)];
    const child = spawn(process.execPath, preload ? ['--require', preload, ...args] : args, {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: {
        ...process.env,
        NODE_ENV: 'production',
        NEXT_TELEMETRY_DISABLED: '1',
        EMBER_DATA: this.folder,
        EMBER_NOW: DEMO_NOW,
      },
    });
    this.child = child;
    for (let tries = 0; tries < 300; tries++) {
      const up = await fetch(`${this.url}/api/ping`).then(
        (reply) => reply.ok,
        () => false,
      );
      if (up) return;
      if (child.exitCode !== null) break;
      await new Promise((later) => setTimeout(later, 200));
    }
    throw new Error('the server did not start');
  }

  /** Ends the process without a word (SIGKILL) or politely, and waits until it is gone. */
  async stop(signal: 'SIGTERM' | 'SIGKILL' = 'SIGTERM'): Promise<void> {
    const { child } = this;
    if (!child || child.exitCode !== null || child.signalCode !== null) return;
    const gone = new Promise((done) => child.once('exit', done));
    child.kill(signal);
    await gone;
  }

  /** Waits until the process has ended by itself. */
  async ended(): Promise<void> {
    const { child } = this;
    if (!child || child.exitCode !== null || child.signalCode !== null) return;
    await new Promise((done) => child.once('exit', done));
  }

  async remove(): Promise<void> {
    await this.stop('SIGKILL');
    rmSync(this.folder, { recursive: true, force: true });
  }
}
