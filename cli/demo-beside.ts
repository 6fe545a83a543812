import { spawn, type ChildProcess } from 'node:child_process';
import { join } from 'node:path';
import { freePort, ourServerAt } from './ports';
import { Trouble } from './trouble';

/** So far beyond our own port the demo's is looked for: sites that are added later take the next ones. */
const BEYOND = 40;
const LOOKS_EVERY_MS = 250;

/** A demo that is started beside a site when somebody wants to look around, and ends with it. */
export class DemoBeside {
  private child: ChildProcess | null = null;
  private running: Promise<number> | null = null;

  constructor(
    private readonly folder: string,
    private readonly ownPort: number,
  ) {}

  /** The port on which it answers, once it does. Throws a `Trouble` where it cannot be started. */
  readonly open = (): Promise<number> =>
    (this.running ??= this.start().catch((error: unknown) => {
      this.running = null;
      throw error;
    }));

  stop(): void {
    this.child?.kill();
  }

  private async start(): Promise<number> {
    const port = await freePort(this.ownPort + BEYOND);
    const child = spawn(
      process.execPath,
      [
        ...[join('dist', 'ember.mjs'), 'demo', '--port', String(port)],
        ...['--data', join(this.folder, 'demo')],
      ],
      { stdio: ['ignore', 'ignore', 'pipe'] },
    );
    this.child = child;
    let said = '';
    child.stderr.on('data', (bytes: Buffer) => {
      said = (said + bytes.toString()).slice(-2000);
    });
    let hasEnded = false;
    const ended = () => {
      hasEnded = true;
      this.child = null;
      this.running = null;
    };
    child.once('exit', ended);
    child.once('error', (error) => {
      said += error.message;
      ended();
    });
    while (!(await ourServerAt(port))) {
      if (hasEnded) throw new Trouble(said.trim() || 'The demo did not start.');
      await new Promise((later) => setTimeout(later, LOOKS_EVERY_MS));
    }
    return port;
  }
}
