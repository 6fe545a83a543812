'use client';

import { useOutbox } from '../logbook/outbox';
import { useAllTyped } from './typed';
// Loaded with every page already: what fails must not wait for styles.
import styles from './app-shell.module.css';

/** A page that failed: what happened, what is safe, and what to do. */
export function PageError({
  error,
  onAgain,
}: {
  error: Error & { digest?: string };
  onAgain: () => void;
}) {
  const outbox = useOutbox();
  const typed = [...useAllTyped().values()].filter(({ words }) => words !== '');
  const waiting = outbox.waiting.length;
  return (
    <section className={styles.said} role="alert">
      <h1>This page could not be shown</h1>
      <p>
        Something went wrong while it was put together. Nothing that was recorded is lost.
        {waiting > 0
          ? ` ${waiting} ${waiting === 1 ? 'entry is' : 'entries are'} waiting on this device and ${waiting === 1 ? 'goes' : 'go'} out by ${waiting === 1 ? 'itself' : 'themselves'}.`
          : ''}
        {typed.length > 0
          ? ` Typed and not recorded, and there again once the page is back: ${typed.map(({ words }) => words).join(', ')}.`
          : ''}
      </p>
      <p>
        <button type="button" onClick={onAgain}>
          Try again
        </button>
      </p>
      <p>
        If it stays so: note what you did last, and these words:{' '}
        <code>
          {error.message}
          {error.digest ? ` (${error.digest})` : ''}
        </code>
      </p>
    </section>
  );
}
