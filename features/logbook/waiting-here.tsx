import { useOutbox } from './outbox';

/** What was recorded on this device and has not gone out. */
export function WaitingHere() {
  const { length } = useOutbox().waiting;
  if (length === 0) return null;
  return (
    <p>
      {length === 1
        ? '1 entry is waiting on this device and goes out by itself.'
        : `${length} entries are waiting on this device and go out by themselves.`}
    </p>
  );
}
