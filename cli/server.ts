import { spawn } from 'node:child_process';
import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { join, resolve } from 'node:path';
import { z } from 'zod';
import { dataFile, openStore } from '../store/open';

/** Something that the person at the shell has to mend; told in one line, exit code 1. */
export class Trouble extends Error {}

export const HOST = '127.0.0.1';

const Running = z.object({ pid: z.number(), port: z.number() });
const runningFile = (folder: string) => join(folder, 'server.json');

/** The server that is using a data folder, if it still lives. */
export function runningServer(folder: string): z.infer<typeof Running> | null {
  const file = runningFile(folder);
  if (!existsSync(file)) return null;
  const running = Running.safeParse(JSON.parse(readFileSync(file, 'utf8')));
  if (!running.success) return null;
  try {
    process.kill(running.data.pid, 0);
    return running.data;
  } catch {
    return null;
  }
}

export function portIsFree(port: number): Promise<boolean> {
  return new Promise((done) => {
    const probe = createServer();
    probe.once('error', () => done(false));
    probe.listen(port, HOST, () => probe.close(() => done(true)));
  });
}

/** Ends with a plain word where somebody else listens on a port. */
export async function requirePort(port: number): Promise<void> {
  if (await portIsFree(port)) return;
  throw new Trouble(`Port ${port} is taken by another program. Choose one with --port.`);
}

/** A port that nobody uses, for a server that is only measured. */
export async function freePort(): Promise<number> {
  for (let port = 4890; port < 4990; port++) if (await portIsFree(port)) return port;
  throw new Error('no free port');
}

async function answers(port: number): Promise<boolean> {
  try {
    const reply = await fetch(`http://${HOST}:${port}/api/ping`, {
      signal: AbortSignal.timeout(2000),
    });
    return reply.ok;
  } catch {
    return false;
  }
}

export interface ServeOptions {
  readonly folder: string;
  readonly port: number;
  /** ISO instant at which the clock stands; null: the real one. */
  readonly now: string | null;
  /** More of the server's surroundings. */
  readonly env?: Readonly<Record<string, string>>;
}

/** Starts the server as a process of its own and waits until it answers. */
export async function startServer(options: ServeOptions) {
  const { port, now } = options;
  const folder = resolve(options.folder);
  await requirePort(port);
  // Opened here first, so that a file that is not ours is told about in plain words.
  openStore(dataFile(folder)).close();
  const child = spawn(
    process.execPath,
    [join('node_modules', 'next', 'dist', 'bin', 'next'), 'start', '-H', HOST, '-p', String(port)],
    {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: {
        ...process.env,
        NODE_ENV: 'production',
        NEXT_TELEMETRY_DISABLED: '1',
        EMBER_HOME: process.cwd(),
        EMBER_DATA: folder,
        EMBER_PLANNER: resolve('dist', 'planner.mjs'),
        ...(now ? { EMBER_NOW: now } : {}),
        ...options.env,
      },
    },
  );
  let ended = false;
  const end = new Promise<number>((done) =>
    child.once('exit', (code) => {
      ended = true;
      done(code ?? 0);
    }),
  );
  while (!(await answers(port))) {
    if (ended) throw new Trouble('The server did not start; what it said stands above.');
    await new Promise((later) => setTimeout(later, 150));
  }
  writeFileSync(runningFile(folder), JSON.stringify({ pid: child.pid, port }));
  return {
    pid: child.pid!,
    port,
    end,
    stop: async () => {
      child.kill('SIGTERM');
      await end;
      rmSync(runningFile(folder), { force: true });
    },
  };
}

/** Serves until it is told to stop. */
export async function serve(options: ServeOptions): Promise<number> {
  const server = await startServer(options);
  console.log(`Velvet Ember runs at http://${HOST}:${options.port} (Ctrl-C stops it)`);
  for (const signal of ['SIGINT', 'SIGTERM'] as const) {
    process.once(signal, () => void server.stop().then(() => process.exit(0)));
  }
  return server.end;
}
