import { createHash } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { LivingFile } from '../simulators/site-simulator';
import type { DemoHistory } from './season';
import { DEMO_SEED } from './site';
import { DEMO_DEVICES } from './stock';

export const livingFile = (folder: string) => join(folder, 'living.json');

/** The demo's devices have their tokens from its seed, so that the same demo is made again. */
export const demoToken = (deviceId: string) =>
  createHash('sha256').update(`${DEMO_SEED} ${deviceId}`).digest('base64url');

/** How the site stands today, for the process that lets it live on. */
export function writeLiving(folder: string, history: DemoHistory): void {
  const living: LivingFile = {
    ...history.living,
    devices: DEMO_DEVICES.map((device) => ({
      ...device,
      token: demoToken(device.id),
      n: history.reports.get(device.id)?.length ?? 0,
    })),
  };
  writeFileSync(livingFile(folder), JSON.stringify(living));
}
