import { chromium, type BrowserContext } from '@playwright/test';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { Agent, request } from 'node:https';
import { text } from 'node:stream/consumers';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { makeDemo } from '../../../demo/make';
import { DEMO_NOW } from '../../../demo/site';
import { PAIRED_COOKIE, SESSION_COOKIE } from '../../../features/access/cookies';
import { dataFile, openStore } from '../../../store/open';
import { putIn, type SignedIn } from '../../../store/sessions.fixture';
import { HOST } from '../../host';
import { portToMeasureOn, startServer } from '../../server';

const cookieOf = ({ key, token }: SignedIn) =>
  `${PAIRED_COOKIE}=${key}; ${SESSION_COOKIE}=${token}`;

const ANSWERS_WITHIN_MS = 60_000;

/** What a server said, or nothing at all where it was not there. */
export interface Said {
  readonly status: number;
  readonly body: string;
}

/** The demo open to its building, over TLS by its own authority, with some people signed in. */
export class Building {
  readonly folder = mkdtempSync(join(tmpdir(), 'velvet-building-'));
  readonly people: readonly SignedIn[];
  private agent = new Agent();
  private server: Awaited<ReturnType<typeof startServer>> | null = null;
  private port = 0;

  constructor(people: number) {
    makeDemo(this.folder);
    const db = openStore(dataFile(this.folder));
    this.people = Array.from({ length: people }, (_, i) =>
      putIn(db, { name: `Person ${i + 1}`, role: i === 0 ? 'manager' : 'attendant' }),
    );
    db.close();
  }

  get url(): string {
    return `https://${HOST}:${this.port}`;
  }

  get pid(): number {
    return this.server!.pid;
  }

  /** Starts it; false: it did not come up. */
  async start(): Promise<boolean> {
    this.port ||= await portToMeasureOn();
    const options = { folder: this.folder, port: this.port, now: DEMO_NOW };
    this.server = await startServer(options, ['--lan']).catch(() => null);
    if (!this.server) return false;
    const ca = readFileSync(join(this.folder, 'tls', 'authority.crt'));
    this.agent.destroy();
    this.agent = new Agent({ ca, keepAlive: true });
    return true;
  }

  /** Asks as somebody; rejects where nobody answers. */
  ask(
    who: SignedIn,
    method: string,
    path: string,
    body?: string,
    headers: Readonly<Record<string, string>> = { 'content-type': 'application/json' },
  ): Promise<Said> {
    return new Promise((done, failed) => {
      const asked = request(this.url + path, {
        ...{ method, agent: this.agent, signal: AbortSignal.timeout(ANSWERS_WITHIN_MS) },
        headers: {
          ...{ origin: this.url, cookie: cookieOf(who), ...headers },
          ...(body === undefined ? {} : { 'content-length': Buffer.byteLength(body) }),
        },
      });
      asked.once('response', (reply) => {
        text(reply).then((said) => done({ status: reply.statusCode!, body: said }), failed);
      });
      asked.once('error', (error: NodeJS.ErrnoException) => {
        // A line that was kept open was closed just as it was used again: as any client does, once more.
        const isClosed = asked.reusedSocket && error.code === 'ECONNRESET';
        if (isClosed) this.ask(who, method, path, body, headers).then(done, failed);
        else failed(error);
      });
      asked.end(body);
    });
  }

  /** A browser of somebody's that trusts this server, with a profile that outlives it. */
  async browser(who: SignedIn, profile: string): Promise<BrowserContext> {
    const context = await chromium.launchPersistentContext(profile, {
      executablePath: '/usr/bin/chromium',
      args: [
        ...['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
        '--ignore-certificate-errors',
      ],
    });
    const cookies = { [PAIRED_COOKIE]: who.key, [SESSION_COOKIE]: who.token };
    await context.addCookies(
      Object.entries(cookies).map(([name, value]) => ({
        ...{ name, value, url: this.url, secure: true, httpOnly: true },
      })),
    );
    return context;
  }

  /** The power fails. */
  async kill(): Promise<void> {
    process.kill(this.pid, 'SIGKILL');
    await this.server!.end;
  }

  async stop(): Promise<void> {
    await this.server?.stop();
  }

  remove(): void {
    this.agent.destroy();
    rmSync(this.folder, { recursive: true, force: true });
  }
}
