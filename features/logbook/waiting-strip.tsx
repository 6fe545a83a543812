'use client';

import { Link } from '../ui/link';
import { usePathname } from 'next/navigation';
import { useOutbox } from './outbox';
import { useNow } from './use-now';
import { useClockWords } from '../offline/server-time';
import { waitingWords } from './waiting-words';
import styles from '../app-shell/troubled.module.css';

/**
 * How much waits on this device, and since when, in sight on every screen but the Round, which has it;
 * and that its clock is wrong, which is asked about everywhere.
 */
export function WaitingStrip() {
  const { waiting } = useOutbox();
  const now = useNow();
  const path = usePathname();
  const wrong = useClockWords();
  return (
    <>
      {wrong ? (
        <p className={styles.troubled} role="alert">
          {wrong}
        </p>
      ) : null}
      {waiting.length === 0 || path === '/round' ? null : (
        <p className={styles.troubled} role="status">
          <Link href="/round">{waitingWords(waiting.length, waiting[0]!.id, now)}</Link>
        </p>
      )}
    </>
  );
}
