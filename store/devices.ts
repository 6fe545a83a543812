import { t } from '../core/language';
import { z } from 'zod';
import { Line } from '../core/text';
import { readOrNot } from './read-or-not';
import type { Db } from './open';

export const Meter = z.object({
  name: Line(1, 60, () => t`give it a name`),
  host: z
    .string()
    .trim()
    .regex(/^[a-z0-9]([a-z0-9.:-]{0,251}[a-z0-9])?$/i, {
      error: () => t`a name or address, as 192.168.1.20`,
    }),
  port: z
    .int()
    .min(1, { error: () => t`ports are 1 to 65535` })
    .max(65535, { error: () => t`ports are 1 to 65535` }),
});
export type Meter = z.infer<typeof Meter>;

/** The meter of the bench, or null where none was set up. */
export function readMeter(db: Db): Meter | null {
  const row = db.prepare("SELECT name, host, port FROM device WHERE kind = 'meter'").get();
  return row === undefined ? null : (readOrNot(t`the meter`, Meter, row)[0] ?? null);
}

export function writeMeter(db: Db, meter: Meter | null): void {
  db.transaction(() => {
    db.prepare("DELETE FROM device WHERE kind = 'meter'").run();
    if (!meter) return;
    db.prepare(
      `INSERT INTO device (id, kind, name, host, port)
       VALUES ('meter', 'meter', @name, @host, @port)`,
    ).run(Meter.parse(meter));
  })();
}
