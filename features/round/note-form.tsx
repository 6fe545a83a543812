import { Button, Input } from 'antd';
import styles from './note-form.module.css';

/** A note on the battery at hand, while it is being written. */
export function NoteForm({
  text,
  onChange,
  onSave,
}: {
  readonly text: string;
  /** Null: none is to be written. */
  readonly onChange: (text: string | null) => void;
  readonly onSave: () => void;
}) {
  return (
    <form
      className={styles.note}
      onSubmit={(event) => {
        event.preventDefault();
        onSave();
      }}
    >
      <Input
        autoFocus
        value={text}
        maxLength={2000}
        aria-label="Note on this battery"
        placeholder="Note on this battery"
        onChange={(event) => onChange(event.target.value)}
        onKeyDown={(event) => {
          if (event.key === 'Escape') onChange(null);
        }}
      />
      <Button htmlType="submit">Keep note</Button>
    </form>
  );
}
