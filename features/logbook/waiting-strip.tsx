'use client';

import Link from 'next/link';
import { usePathname } from 'next/navigation';
import { useOutbox } from './outbox';
import { useNow } from './use-now';
import { waitingWords } from './waiting-words';
import styles from '../app-shell/troubled.module.css';

/** How much waits on this device, and since when; in sight on every screen but the Round, which has it. */
export function WaitingStrip() {
  const { waiting } = useOutbox();
  const now = useNow();
  const path = usePathname();
  if (waiting.length === 0 || path === '/round') return null;
  return (
    <p className={styles.troubled} role="status">
      <Link href="/round">{waitingWords(waiting.length, waiting[0]!.id, now)}</Link>
    </p>
  );
}
