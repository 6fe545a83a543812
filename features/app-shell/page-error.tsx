'use client';

import { t } from '../../core/language';
import { phrase } from '../words/phrase';
import { part } from '../ui/part';
import { useAllTyped } from './typed';
// Loaded with every page already: what fails must not wait for styles.
import styles from './app-shell.module.css';

const WaitingHere = part(() => import('../logbook/waiting-here').then((here) => here.WaitingHere), {
  early: false,
});

/** A page that failed: what happened, what is safe, and what to do. */
export function PageError({
  error,
  onAgain,
}: {
  error: Error & { digest?: string };
  onAgain: () => void;
}) {
  const typed = [...useAllTyped().values()].filter(({ words }) => words !== '');
  return (
    <section className={styles.said} role="alert">
      <h1>{t`This page could not be shown`}</h1>
      <p>
        {t`Something went wrong while it was put together. Nothing that was recorded is lost.`}
        {typed.length > 0
          ? t` Typed and not recorded, and there again once the page is back: ${typed.map(({ words }) => words).join(', ')}.`
          : ''}
      </p>
      <WaitingHere />
      <p>
        <button type="button" onClick={onAgain}>{t`Try again`}</button>
      </p>
      <p>{phrase`If it stays so: note what you did last, and these words: ${(
        <code>
          {error.message}
          {error.digest ? ` (${error.digest})` : ''}
        </code>
      )}`}</p>
    </section>
  );
}
