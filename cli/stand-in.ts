import { spawn, type ChildProcess } from 'node:child_process';
import { readFileSync, renameSync, writeFileSync } from 'node:fs';
import { BenchWorld, type WorldFile } from '../simulators/bench-world';
import {
  SiteSimulator,
  type DeviceReport,
  type LivingDevice,
  type LivingFile,
} from '../simulators/site-simulator';
import { random } from '../simulators/random';
import { GOOD_MANNERS, serveHands, serveMeter, type Manners } from '../simulators/scpi-meter';
import { serveSite } from '../simulators/site-server';
import { freePorts } from './ports';

export interface OutsidePorts {
  readonly meter: number;
  readonly hands: number;
  /** Where the site's time is moved on. */
  readonly site: number;
}

export interface OutsideFiles {
  /** What the meter finds, and how the site lives. */
  readonly world: string;
  readonly living: string;
  /** Address of the program, to which the devices report. */
  readonly app: string;
}

/** Plays meter, batteries, chargers and thermometers until it is told to stop: one process. */
export async function playOutside(
  files: OutsideFiles,
  ports: OutsidePorts,
  pace: number,
  manners: Partial<Manners> = {},
): Promise<number> {
  const file = JSON.parse(readFileSync(files.world, 'utf8')) as WorldFile;
  const kept = JSON.parse(readFileSync(files.living, 'utf8')) as LivingFile;
  const site = new SiteSimulator(kept);
  const begun = Date.now();
  const chance = random(begun % 1_000_000);
  const bench = new BenchWorld(
    file,
    () => ((Date.now() - begun) / 1000) * pace,
    chance,
    // Until its time is moved on it stands as it was written down.
    (id) => (site.time > kept.now ? site.truth(id) : null),
    () => (Date.now() - begun) / 1000,
  );
  await serveMeter(
    bench,
    ports.meter,
    () => ({ ...GOOD_MANNERS, ...manners }),
    () => chance.uniform(),
  );
  await serveHands(bench, ports.hands);
  await serveSite(site, kept.devices, ports.site, {
    send: (device, reports) => sendReports(files.app, device, reports),
    keep: (now) => {
      writeFileSync(`${files.living}.new`, JSON.stringify(now.toFile()));
      renameSync(`${files.living}.new`, files.living);
    },
  });
  // Whoever started it may end without a word; then it is not wanted any more.
  const parent = process.ppid;
  setInterval(() => {
    if (process.ppid !== parent) process.exit(0);
  }, 2000);
  return new Promise(() => undefined);
}

/** Sends reports as a device does; what was taken before is not an error. */
async function sendReports(
  app: string,
  device: LivingDevice,
  reports: readonly DeviceReport[],
): Promise<void> {
  const reply = await fetch(`${app}/api/reports`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', authorization: `Bearer ${device.token}` },
    body: JSON.stringify({ device: device.id, reports }),
  });
  if (reply.ok || reply.status === 409) return;
  throw new Error(`${device.id} was refused with ${reply.status}: ${await reply.text()}`);
}

/** Ports for all of the outside: the usual ones where they are free. */
export async function outsidePorts(): Promise<OutsidePorts> {
  const [meter, hands, site] = await freePorts(4875, 3);
  return { meter: meter!, hands: hands!, site: site! };
}

/** Starts the outside as a process of its own. */
export function startOutside(
  files: OutsideFiles,
  ports: OutsidePorts,
  pace: number,
  authority?: string,
): ChildProcess {
  const flags = [
    ...['--world', files.world, '--living', files.living, '--app', files.app],
    ...['--port', String(ports.meter), '--hands-port', String(ports.hands)],
    ...['--site-port', String(ports.site), '--pace', String(pace)],
  ];
  return spawn(process.execPath, ['dist/ember.mjs', 'outside', ...flags], {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, ...(authority ? { NODE_EXTRA_CA_CERTS: authority } : {}) },
  });
}
