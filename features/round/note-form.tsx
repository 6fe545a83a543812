import { t } from '../../core/language';
import { phrase } from '../words/phrase';
import { useState } from 'react';
import { shrunk } from '../lay-up/shrunk';
import { Problem } from '../ui/problem';
import layout from '../ui/layout.module.css';
import styles from './note-form.module.css';
import { Button } from '../ui/button';
import { Input } from '../ui/input';

/** A note on the battery at hand, or a picture of its vehicle, while it is being written. */
export function NoteForm({
  text,
  onChange,
  onSave,
  onPhoto,
}: {
  readonly text: string;
  /** Null: none is to be written. */
  readonly onChange: (text: string | null) => void;
  readonly onSave: () => void;
  /** A picture that is small enough to be kept. */
  readonly onPhoto: (photo: Blob) => void;
}) {
  const [problem, setProblem] = useState<string | null>(null);
  const take = (file: File) =>
    shrunk(file).then(onPhoto, () =>
      setProblem(t`${file.name} cannot be read as a picture: take it again, or choose another.`),
    );
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        onSave();
      }}
    >
      <div className={`${layout.answers} ${styles.note}`}>
        <Input
          autoFocus
          value={text}
          maxLength={2000}
          aria-label={t`Note on this battery`}
          placeholder={t`Note on this battery`}
          onChange={(event) => onChange(event.target.value)}
          onKeyDown={(event) => {
            if (event.key === 'Escape') onChange(null);
          }}
        />
        <Button htmlType="submit">{t`Keep note`}</Button>
        <label className={`${layout.drawn} ${styles.photo}`}>{phrase`Photograph${(
          <input
            type="file"
            accept="image/*"
            capture="environment"
            onChange={({ target }) => {
              const [file] = target.files ?? [];
              if (file) void take(file);
              target.value = '';
            }}
          />
        )}`}</label>
      </div>
      <Problem>{problem}</Problem>
    </form>
  );
}
