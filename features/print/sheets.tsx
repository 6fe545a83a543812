'use client';

import { t, msg, withWords } from '../../core/language';
import { useState } from 'react';
import { documentNonce } from '../theme/nonce';
import { BayCard, Labels, Tag, type PrintData } from './papers';
import styles from './sheets.module.css';
import { Button } from '../ui/button';

const PAPERS = withWords({ a4: 'A4', letter: msg`Letter` } as const);
const PAPER_SIZES = { a4: '210mm 297mm', letter: '8.5in 11in' } as const;
type Paper = keyof typeof PAPERS;
const PARTS = withWords({
  tag: msg`Steering-wheel tag`,
  labels: msg`Case labels`,
  card: msg`Bay card`,
} as const);
type Part = keyof typeof PARTS;

/** Tag, case labels and bay card of one vehicle, as they come out of the printer. */
export function Sheets({ data, nonce }: { data: PrintData; nonce: string }) {
  const [paper, setPaper] = useState<Paper>('a4');
  const [parts, setParts] = useState<readonly Part[]>(
    data.pluggedIn ? ['tag', 'labels', 'card'] : ['labels', 'card'],
  );
  return (
    <div className={styles.page}>
      <style
        nonce={documentNonce(nonce)}
        suppressHydrationWarning
      >{`@page { size: ${PAPER_SIZES[paper]}; margin: 12mm; }`}</style>
      <header className={styles.controls}>
        <h1>{t`Print for ${data.vehicle}`}</h1>
        <fieldset>
          <legend>{t`Paper`}</legend>
          {(Object.keys(PAPERS) as Paper[]).map((one) => (
            <label key={one}>
              <input
                type="radio"
                name="paper"
                checked={paper === one}
                onChange={() => setPaper(one)}
              />
              {PAPERS[one]}
            </label>
          ))}
        </fieldset>
        <fieldset>
          <legend>{t`What`}</legend>
          {(Object.keys(PARTS) as Part[]).map((one) => (
            <label key={one}>
              <input
                type="checkbox"
                checked={parts.includes(one)}
                onChange={(event) =>
                  setParts(
                    event.target.checked ? [...parts, one] : parts.filter((other) => other !== one),
                  )
                }
              />
              {PARTS[one]}
            </label>
          ))}
        </fieldset>
        <Button onClick={() => window.print()} disabled={parts.length === 0}>{t`Print`}</Button>
      </header>
      <div className={styles.sheets} data-paper={paper}>
        {parts.includes('tag') ? (
          <section className={styles.sheet} aria-label={PARTS.tag}>
            <Tag data={data} />
          </section>
        ) : null}
        {parts.includes('labels') ? (
          <section className={styles.sheet} aria-label={PARTS.labels}>
            <Labels data={data} />
          </section>
        ) : null}
        {parts.includes('card') ? (
          <section className={styles.sheet} aria-label={PARTS.card}>
            <BayCard data={data} />
          </section>
        ) : null}
      </div>
    </div>
  );
}
