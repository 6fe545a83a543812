import { spawn, type ChildProcess } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { BenchWorld, type WorldFile } from '../standins/bench-world';
import { random } from '../standins/random';
import { GOOD_MANNERS, serveHands, serveMeter, type Manners } from '../standins/scpi-meter';
import { portIsFree } from './server';

/** The demo's seconds at the bench run so many times faster: nobody waits an hour for a demo. */
export const DEMO_PACE = 12;

export interface MeterPorts {
  readonly meter: number;
  readonly hands: number;
}

/** Plays the meter until it is told to stop: one process, one world, two ports. */
export async function playMeter(
  world: string,
  ports: MeterPorts,
  pace: number,
  manners: Manners = GOOD_MANNERS,
): Promise<number> {
  const file = JSON.parse(readFileSync(world, 'utf8')) as WorldFile;
  const begun = Date.now();
  const chance = random(begun % 1_000_000);
  const bench = new BenchWorld(file, () => ((Date.now() - begun) / 1000) * pace, chance);
  await serveMeter(
    bench,
    ports.meter,
    () => manners,
    () => chance.uniform(),
  );
  await serveHands(bench, ports.hands);
  // Whoever started it may end without a word; then it is not wanted any more.
  const parent = process.ppid;
  setInterval(() => {
    if (process.ppid !== parent) process.exit(0);
  }, 2000);
  return new Promise(() => undefined);
}

/** Two ports for meter and hands: the usual ones where they are free. */
export async function meterPorts(): Promise<MeterPorts> {
  const free: number[] = [];
  for (let port = 4875; free.length < 2; port++) if (await portIsFree(port)) free.push(port);
  return { meter: free[0]!, hands: free[1]! };
}

/** Starts the meter as a process of its own. */
export function startMeter(world: string, ports: MeterPorts, pace: number): ChildProcess {
  const flags = [
    ...['--world', world, '--port', String(ports.meter)],
    ...['--hands-port', String(ports.hands), '--pace', String(pace)],
  ];
  return spawn(process.execPath, ['dist/ember.mjs', 'meter', ...flags], {
    stdio: ['ignore', 'ignore', 'inherit'],
  });
}
