import 'server-only';
import { reasonOf } from '../../core/logbook/entry';
import { MOST_PHOTO_BYTES, Photo, addPhoto, readPhoto } from '../../store/photos';
import { refuse } from '../server/reply';
import { db } from '../server/store';

/** Keeps a photograph that the browser has shrunk; the same id again changes nothing. */
export async function putPhoto(request: Request, id: string): Promise<Response> {
  const query = new URL(request.url).searchParams;
  const bytes = Buffer.from(await request.arrayBuffer());
  if (bytes.length === 0) return refuse(400, 'The picture is empty.');
  if (bytes.length > MOST_PHOTO_BYTES) {
    return refuse(413, 'The picture is larger than 1.5 MB: it should have been shrunk before.');
  }
  const photo = Photo.safeParse({
    id,
    vehicleId: query.get('vehicle'),
    takenAt: query.get('taken'),
    type: request.headers.get('content-type'),
    bytes,
  });
  if (!photo.success) return refuse(400, reasonOf(photo.error));
  addPhoto(db(), photo.data);
  return Response.json({ id });
}

export function getPhoto(id: string): Response {
  const photo = readPhoto(db(), id);
  if (!photo) return refuse(404, 'There is no such photograph.');
  return new Response(new Uint8Array(photo.bytes), {
    headers: {
      'content-type': photo.type,
      'cache-control': 'private, max-age=31536000, immutable',
      'x-content-type-options': 'nosniff',
    },
  });
}
