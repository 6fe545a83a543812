import 'server-only';
import sharp from 'sharp';
import type { Photo } from '../../store/photos';

/** A camera’s own pictures have fewer; what has more is made to fill the memory. */
const MAX_PIXELS = 60_000_000;
/** What a page shows is no wider, nor higher. */
const MAX_SIDE = 2000;
const QUALITY = 82;

/**
 * A picture decoded and written anew: what it shows, the right way up, and nothing else that came with it,
 * neither where and by which camera it was taken nor anything that is no picture. Null: it is none.
 */
export async function writtenAnew({
  type,
  bytes,
}: Pick<Photo, 'type' | 'bytes'>): Promise<Buffer | null> {
  const format = type === 'image/png' ? 'png' : type === 'image/webp' ? 'webp' : 'jpeg';
  try {
    return await sharp(bytes, { limitInputPixels: MAX_PIXELS, failOn: 'error' })
      .rotate()
      .resize({ width: MAX_SIDE, height: MAX_SIDE, fit: 'inside', withoutEnlargement: true })
      .toFormat(format, { quality: QUALITY })
      .toBuffer();
  } catch {
    return null;
  }
}
