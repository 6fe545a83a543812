import { dismiss, send, type OutboxState } from '../logbook/outbox';
import styles from './round.module.css';

/** How much is recorded here and not yet on the server; always in sight. */
export function OutboxLine({ outbox }: { outbox: OutboxState }) {
  const n = outbox.waiting.length;
  return (
    <div
      className={outbox.stuck || outbox.refused.length ? styles.outboxStuck : styles.outbox}
      role="status"
    >
      {n === 0 ? (
        <span>{outbox.known ? 'Everything is sent' : 'Looking for unsent entries'}</span>
      ) : (
        <span>
          {n} {n === 1 ? 'entry' : 'entries'} waiting to send · kept on this device
          {outbox.stuck ? (
            <>
              {' '}
              · the server cannot be reached{' '}
              <button type="button" onClick={() => void send()}>
                Try now
              </button>
            </>
          ) : null}
        </span>
      )}
      {outbox.refused.map(({ entry, reason }) => (
        <span key={entry.id} className={styles.refused}>
          Not taken: {reason}{' '}
          <button type="button" onClick={() => dismiss(entry.id)}>
            Seen
          </button>
        </span>
      ))}
    </div>
  );
}
