import { spawn } from 'node:child_process';
import { join, resolve } from 'node:path';
import type { FolderLock } from '../store/lock';
import { HOST } from './host';
import { installation } from '../features/server/here';
import { DemoBeside } from './demo-beside';
import { freePort, ourServerAt, portIsFree } from './ports';
import { keepBackups } from './keep-backups';
import type { Opened } from './lan/open';
import { serveHere } from './serve-here';
import { Trouble } from './trouble';

/** Ends with a plain word where somebody else listens on a port. */
export async function requirePort(port: number): Promise<void> {
  if (await portIsFree(port)) return;
  const url = await ourServerAt(port);
  throw new Trouble(
    url
      ? `Velvet Ember runs on port ${port} already: open ${url}, stop it first, or choose another port with --port.`
      : `Port ${port} is taken by another program. Choose one with --port.`,
  );
}

/** Where a process begins to look: two that measure side by side do not take each other's. */
const FIRST_PORT = 4890 + ((process.pid * 7) % 90);

/** A port that nobody uses, for a server that is only measured. */
export const portToMeasureOn = (): Promise<number> => freePort(FIRST_PORT);

export interface ServeOptions {
  readonly folder: string;
  readonly port: number;
  /** ISO instant at which the clock stands; null: the real one. */
  readonly now: string | null;
  /** More of the server's surroundings. */
  readonly env?: Readonly<Record<string, string>>;
  /** How it is open to the building; absent: it answers its own machine alone. */
  readonly opened?: Opened | null;
  /** It makes a backup of each day, copied elsewhere too; absent: it makes none. */
  readonly backups?: { readonly also: string | null };
}

/** The surroundings that the server's own code reads. */
const surroundings = ({
  folder,
  now,
  env,
  opened,
  backups,
}: ServeOptions): Record<string, string> => ({
  NODE_ENV: 'production',
  NEXT_TELEMETRY_DISABLED: '1',
  EMBER_HOME: process.cwd(),
  EMBER_DATA: resolve(folder),
  EMBER_PLANNER: resolve('dist', 'planner.mjs'),
  EMBER_WINTERS: resolve('dist', 'winters.mjs'),
  EMBER_SITE_THREAD: resolve('dist', 'site.mjs'),
  EMBER_BRING: resolve('dist', 'bring.mjs'),
  ...(now ? { EMBER_NOW: now } : {}),
  ...(backups ? { EMBER_BACKUPS: 'kept' } : {}),
  ...opened?.env,
  ...env,
});

/** Starts the server as a process of its own and waits until it answers; for measuring. */
export async function startServer(options: ServeOptions, flags: readonly string[] = []) {
  const { port } = options;
  await requirePort(port);
  const child = spawn(
    process.execPath,
    [
      ...[join('dist', 'ember.mjs'), 'start', '--data', resolve(options.folder)],
      ...['--port', String(port), ...flags],
    ],
    {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, ...surroundings(options) },
    },
  );
  let ended = false;
  const end = new Promise<number>((done) =>
    child.once('exit', (code) => {
      ended = true;
      done(code ?? 0);
    }),
  );
  while (!(await ourServerAt(port))) {
    if (ended) throw new Trouble('The server did not start; what it said stands above.');
    await new Promise((later) => setTimeout(later, 150));
  }
  return {
    pid: child.pid!,
    port,
    end,
    stop: async () => {
      child.kill('SIGTERM');
      await end;
    },
  };
}

/**
 * Serves in this process until it is told to stop: whoever ends it, the server ends with it. The
 * folder's lock is taken over from who has it already.
 */
export async function serve(options: ServeOptions, lock?: FolderLock): Promise<number> {
  await requirePort(options.port);
  Object.assign(process.env, surroundings(options));
  const { folder, port, opened } = options;
  const front = opened?.front ?? { host: HOST, port, credentials: null, isBehindProxy: false };
  const server = await serveHere(resolve(folder), front, opened?.url ?? null, lock);
  const { backups } = options;
  const keeping = backups ? keepBackups(server.folders, backups.also) : null;
  // Whoever sits at this machine may look around in a demo; it is nothing for the building.
  const beside = options.now || opened ? null : new DemoBeside(resolve(folder), port);
  installation().demo = beside && beside.open;
  console.log(`Velvet Ember runs at ${opened?.url ?? `http://${HOST}:${port}`} (Ctrl-C stops it)`);
  if (opened) console.log(await opened.welcome());
  return new Promise((ended) => {
    for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) {
      process.once(signal, () => {
        keeping?.stop();
        beside?.stop();
        void server.stop().then(() => ended(0));
      });
    }
  });
}
