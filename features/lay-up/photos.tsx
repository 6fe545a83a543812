'use client';

import { Button } from 'antd';
import { IconCamera } from '@tabler/icons-react';
import { useState } from 'react';
import { v4 as uuid } from 'uuid';
import shared from './lay-up.module.css';
import styles from './photos.module.css';

const LONGEST_EDGE = 1280;
const QUALITY = 0.8;

/** A photograph made small enough for the record: at most 1280 pixels, as JPEG. */
export async function shrunk(file: Blob): Promise<Blob> {
  const picture = await createImageBitmap(file);
  const scale = Math.min(1, LONGEST_EDGE / Math.max(picture.width, picture.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(picture.width * scale));
  canvas.height = Math.max(1, Math.round(picture.height * scale));
  canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height);
  picture.close();
  return new Promise((done, failed) =>
    canvas.toBlob(
      (blob) => (blob ? done(blob) : failed(new Error('no picture came of it'))),
      'image/jpeg',
      QUALITY,
    ),
  );
}

/** Photographs of the condition on arrival. */
export function Photos({
  vehicleId,
  takenAt,
  before,
  photos,
  onChange,
}: {
  vehicleId: string;
  takenAt: () => number;
  /** Done first: a picture belongs to a draft that is kept. */
  before: () => Promise<void>;
  photos: readonly { id: string; caption: string }[];
  onChange: (photos: { id: string; caption: string }[]) => void;
}) {
  const [message, setMessage] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);

  const add = async (chosen: FileList) => {
    // The list is the field's own, and is emptied with it.
    const files = [...chosen];
    setBusy(true);
    setMessage(null);
    const added: { id: string; caption: string }[] = [];
    await before();
    for (const file of files) {
      try {
        const body = await shrunk(file);
        const id = uuid();
        const query = new URLSearchParams({
          vehicle: vehicleId,
          taken: new Date(takenAt()).toISOString(),
        });
        const reply = await fetch(`/api/photos/${id}?${query.toString()}`, {
          method: 'PUT',
          headers: { 'content-type': body.type },
          body,
        });
        if (!reply.ok) throw new Error(((await reply.json()) as { reason: string }).reason);
        added.push({ id, caption: '' });
      } catch (error) {
        setMessage(
          `${file.name} was not kept: ${(error as Error).message}. Take it again, or choose a JPEG or PNG picture.`,
        );
      }
    }
    onChange([...photos, ...added]);
    setBusy(false);
  };

  return (
    <div className={styles.photos}>
      <label className={styles.addPhoto}>
        <IconCamera size={20} aria-hidden="true" />
        {busy ? 'Keeping it' : 'Add photographs'}
        <input
          type="file"
          accept="image/*"
          multiple
          disabled={busy}
          onChange={(event) => {
            if (event.target.files?.length) void add(event.target.files);
            event.target.value = '';
          }}
        />
      </label>
      {message ? (
        <p className={shared.problem} role="alert">
          {message}
        </p>
      ) : null}
      <ul>
        {photos.map((photo, i) => (
          <li key={photo.id}>
            {/* Served from the data file; there is nothing to optimise. */}
            {/* eslint-disable-next-line @next/next/no-img-element */}
            <img src={`/api/photos/${photo.id}`} alt={photo.caption || `Photograph ${i + 1}`} />
            <input
              aria-label={`What photograph ${i + 1} shows`}
              placeholder="what it shows"
              maxLength={120}
              value={photo.caption}
              onChange={(event) =>
                onChange(
                  photos.map((one, at) =>
                    at === i ? { ...one, caption: event.target.value } : one,
                  ),
                )
              }
            />
            <Button
              size="small"
              onClick={() => onChange(photos.filter((one) => one.id !== photo.id))}
            >
              Leave out
            </Button>
          </li>
        ))}
      </ul>
    </div>
  );
}
