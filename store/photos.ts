import { z } from 'zod';
import type { Db } from './open';

export const PHOTO_TYPES = ['image/jpeg', 'image/webp', 'image/png'] as const;
/** Photographs are shrunk in the browser; more than this did not come from there. */
export const MAX_PHOTO_BYTES = 1_500_000;

export const Photo = z.object({
  id: z.uuid(),
  vehicleId: z.string().min(1).max(64),
  takenAt: z.iso.datetime(),
  type: z.enum(PHOTO_TYPES),
  bytes: z.instanceof(Buffer).refine((bytes) => bytes.length <= MAX_PHOTO_BYTES),
});
export type Photo = z.infer<typeof Photo>;

/** Keeps a photograph; sent twice, it is kept once. */
export function addPhoto(db: Db, photo: Photo): void {
  db.prepare(
    `INSERT INTO photo (id, vehicle_id, taken_at, type, bytes)
     VALUES (@id, @vehicleId, @takenAt, @type, @bytes) ON CONFLICT (id) DO NOTHING`,
  ).run(Photo.parse(photo));
}

/** What the first bytes of each kind of picture are. */
const BEGINNINGS: Readonly<Record<(typeof PHOTO_TYPES)[number], (bytes: Buffer) => boolean>> = {
  'image/jpeg': (bytes) => bytes.subarray(0, 3).equals(Buffer.from([0xff, 0xd8, 0xff])),
  'image/png': (bytes) => bytes.subarray(0, 8).toString('latin1') === '\x89PNG\r\n\x1a\n',
  'image/webp': (bytes) =>
    bytes.subarray(0, 4).toString('latin1') === 'RIFF' &&
    bytes.subarray(8, 12).toString('latin1') === 'WEBP',
};

/** Whether the bytes are of the kind of picture that they are said to be. */
export const isOfType = ({ type, bytes }: Pick<Photo, 'type' | 'bytes'>): boolean =>
  BEGINNINGS[type](bytes);

/** How many photographs a vehicle has. */
export const countPhotosOf = (db: Db, vehicleId: string): number =>
  db.prepare('SELECT count(*) FROM photo WHERE vehicle_id = ?').pluck().get(vehicleId) as number;

export function readPhoto(db: Db, id: string): Pick<Photo, 'type' | 'bytes'> | null {
  const row = db.prepare('SELECT type, bytes FROM photo WHERE id = ?').get(id);
  return (row as Pick<Photo, 'type' | 'bytes'> | undefined) ?? null;
}

/** Which of these photographs are still kept. */
export const keptPhotos = (db: Db, vehicleId: string): ReadonlySet<string> =>
  new Set(
    db.prepare('SELECT id FROM photo WHERE vehicle_id = ?').pluck().all(vehicleId) as string[],
  );

/** Erases a photograph, so that nothing of it is left in the file; false: there was none. */
export function dropPhoto(db: Db, id: string): boolean {
  db.pragma('secure_delete = ON');
  return db.prepare('DELETE FROM photo WHERE id = ?').run(id).changes > 0;
}

/** Throws away the photographs of a vehicle that was never laid up. */
export function dropPhotosOf(db: Db, vehicleId: string): void {
  db.prepare('DELETE FROM photo WHERE vehicle_id = ?').run(vehicleId);
}
