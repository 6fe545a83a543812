import { existsSync } from 'node:fs';
import { makeDemo } from '../demo/make';
import { DEMO_NOW } from '../demo/site';
import { livingFile } from '../demo/living';
import { worldFile } from '../demo/world';
import { writeMeter } from '../store/devices';
import type { FolderLock } from '../store/lock';
import { dataFile, openStore } from '../store/open';
import { HOST } from './host';
import { open, type LanFlags, type Opened } from './lan/open';
import { lockOrSay } from '../store/lock';
import { requirePort, serve } from './server';
import { outsidePorts, startOutside } from './stand-in';

interface DemoOptions {
  readonly folder: string;
  readonly port: number;
  readonly fresh: boolean;
  readonly pace: number;
}

/** The demo site on a port, its data made anew where they are wanted fresh or there are none. */
export async function demo(
  { folder, port, fresh, pace }: DemoOptions,
  lan: LanFlags,
): Promise<number> {
  // Before anything is changed: a demo that runs already keeps its data and its meter.
  await requirePort(port);
  const lock = lockOrSay(folder);
  if (fresh || !existsSync(dataFile(folder))) {
    console.log('Making the demo site: three months of a mill full of laid-up vehicles');
    const { entries, batteries } = makeDemo(folder);
    console.log(`  ${batteries.length} batteries, ${entries.length} entries in ${folder}`);
  } else {
    console.log(`Demo data of before kept (${folder}); --fresh yes makes it anew`);
  }
  return serveDemo({ folder, port, pace }, lock, await open(folder, port, lan));
}

/** The demo with its meter, each a process of its own. */
async function serveDemo(
  { folder, port, pace }: Omit<DemoOptions, 'fresh'>,
  lock: FolderLock,
  opened: Opened | null,
): Promise<number> {
  const ports = await outsidePorts();
  const db = openStore(dataFile(folder));
  writeMeter(db, { name: 'Bench meter', host: HOST, port: ports.meter });
  db.close();
  const files = {
    world: worldFile(folder),
    living: livingFile(folder),
    app: `${opened?.front.credentials ? 'https' : 'http'}://${HOST}:${port}`,
  };
  const outside = startOutside(files, ports, pace, opened?.env.EMBER_AUTHORITY);
  process.once('exit', () => outside.kill());
  console.log(`A simulated meter speaks SCPI at ${HOST}:${ports.meter}`);
  const env = {
    EMBER_HANDS: String(ports.hands),
    EMBER_PACE: String(pace),
    EMBER_OUTSIDE: String(ports.site),
  };
  return serve({ folder, port, now: DEMO_NOW, env, opened }, lock);
}
