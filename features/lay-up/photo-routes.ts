import { t } from '../../core/language';
import 'server-only';
import { reasonOf } from '../../core/logbook/entry';
import { hasDraft } from '../../store/drafts';
import {
  MAX_PHOTO_BYTES,
  Photo,
  addPhoto,
  countPhotosOf,
  isOfType,
  readPhoto,
} from '../../store/photos';
import { readVehicles } from '../../store/site';
import { writtenAnew } from './picture';
import { bytesUpTo, refuse } from '../server/reply';
import { db } from '../server/store';

/** Pictures of one vehicle, over all of its stays. */
const MAX_PHOTOS = 60;

/** Keeps a photograph that the browser has shrunk; the same id again changes nothing. */
export async function putPhoto(request: Request, id: string): Promise<Response> {
  const query = new URL(request.url).searchParams;
  const bytes = await bytesUpTo(request, MAX_PHOTO_BYTES);
  if (bytes === null) {
    return refuse(413, t`The picture is larger than 1.5 MB: it should have been shrunk before.`);
  }
  if (bytes.length === 0) return refuse(400, t`The picture is empty.`);
  const photo = Photo.safeParse({
    id,
    vehicleId: query.get('vehicle'),
    takenAt: query.get('taken'),
    type: request.headers.get('content-type'),
    bytes,
  });
  if (!photo.success) return refuse(400, reasonOf(photo.error));
  if (!isOfType(photo.data)) return refuse(415, t`The bytes are no ${photo.data.type} picture.`);
  const { vehicleId } = photo.data;
  if (readVehicles(db(), vehicleId).length === 0 && !hasDraft(db(), vehicleId)) {
    return refuse(404, t`vehicle: no such vehicle is here, nor a lay-up of it that was begun.`);
  }
  if (!readPhoto(db(), id) && countPhotosOf(db(), vehicleId) >= MAX_PHOTOS) {
    return refuse(409, t`A vehicle has at most ${MAX_PHOTOS} pictures.`);
  }
  const written = await writtenAnew(photo.data);
  if (!written) {
    return refuse(415, t`The picture cannot be read, or is too large: take it once more.`);
  }
  addPhoto(db(), { ...photo.data, bytes: written });
  return Response.json({ id });
}

export function getPhoto(id: string): Response {
  const photo = readPhoto(db(), id);
  if (!photo) return refuse(404, t`There is no such photograph.`);
  return new Response(new Uint8Array(photo.bytes), {
    headers: {
      'content-type': photo.type,
      'cache-control': 'private, max-age=31536000, immutable',
      'x-content-type-options': 'nosniff',
    },
  });
}
