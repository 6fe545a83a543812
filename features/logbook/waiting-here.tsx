'use client';

import { counted, t } from '../../core/language';
import { useOutbox } from './outbox';
import { Button } from '../ui/button';

/** What was recorded on this device and has not gone out. */
export function WaitingHere() {
  const { length } = useOutbox().waiting;
  if (length === 0) return null;
  return (
    <p>
      {counted(
        length,
        'entry is waiting on this device and goes out by itself.',
        'entries are waiting on this device and go out by themselves.',
      )}
    </p>
  );
}

/** The same, with a way to take them elsewhere. */
export function WaitingToSave() {
  const { waiting, refused } = useOutbox();
  const all = [...waiting, ...refused.map(({ entry }) => entry)];
  if (all.length === 0) return null;
  const save = () => {
    const file = new Blob([JSON.stringify(all, null, 2)], { type: 'application/json' });
    const link = document.createElement('a');
    link.href = URL.createObjectURL(file);
    link.download = 'velvet-ember-waiting.json';
    link.click();
    URL.revokeObjectURL(link.href);
  };
  return (
    <div>
      <WaitingHere />
      <Button onClick={save}>{t`Save them as a file`}</Button>
    </div>
  );
}
