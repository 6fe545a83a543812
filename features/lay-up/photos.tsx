'use client';

import { t } from '../../core/language';
import { IconCamera } from '@tabler/icons-react';
import { useState } from 'react';
import { v4 as uuid } from 'uuid';
import { MAX_CAPTION } from '../../core/logbook/caption';
import { shrunk } from './shrunk';
import shared from './lay-up.module.css';
import styles from './photos.module.css';
import { Button } from '../ui/button';

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
          t`${file.name} was not kept: ${(error as Error).message}. Take it again, or choose a JPEG or PNG picture.`,
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
        {busy ? t`Keeping it` : t`Add photographs`}
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
            <img src={`/api/photos/${photo.id}`} alt={photo.caption || t`Photograph ${i + 1}`} />
            <input
              aria-label={t`What photograph ${i + 1} shows`}
              placeholder={t`what it shows`}
              maxLength={MAX_CAPTION}
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
            >{t`Leave out`}</Button>
          </li>
        ))}
      </ul>
    </div>
  );
}
