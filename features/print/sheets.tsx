'use client';

import { Button } from 'antd';
import { QRCodeSVG } from 'qrcode.react';
import { useState } from 'react';
import { documentNonce } from '../theme/nonce';
import styles from './sheets.module.css';

export interface PrintData {
  readonly siteName: string;
  readonly printed: string;
  readonly vehicle: string;
  readonly bay: string;
  readonly hall: string;
  /** Where the code on the bay card leads. */
  readonly address: string;
  readonly pluggedIn: boolean;
  readonly positiveEarth: boolean;
  readonly batteries: readonly {
    readonly mark: string;
    readonly label: string;
    readonly chemistry: string;
    readonly rated: string;
    readonly fitted: string;
    readonly next: string;
  }[];
}

const PAPERS = { a4: 'A4', letter: 'Letter' } as const;
const PAPER_SIZES = { a4: '210mm 297mm', letter: '8.5in 11in' } as const;
type Paper = keyof typeof PAPERS;
const PARTS = {
  tag: 'Steering-wheel tag',
  labels: 'Case labels',
  card: 'Bay card',
} as const;
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
        <h1>Print for {data.vehicle}</h1>
        <fieldset>
          <legend>Paper</legend>
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
          <legend>What</legend>
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
        <Button onClick={() => window.print()} disabled={parts.length === 0}>
          Print
        </Button>
      </header>
      <div className={styles.sheets} data-paper={paper}>
        {parts.includes('tag') ? (
          <section className={styles.sheet} aria-label={PARTS.tag}>
            <div className={styles.tag}>
              <span className={styles.hole} />
              <p className={styles.loud}>Connected</p>
              <p className={styles.order}>Unplug before moving</p>
              <p>
                {data.vehicle}, bay {data.bay}
              </p>
              <p className={styles.small}>
                Mains off and lamps out first, then the negative clamp, then the positive.
                {data.positiveEarth ? ' Positive earth: the clamp on the body first.' : ''}
              </p>
              <p className={styles.small}>
                {data.batteries.map((one) => one.mark).join(', ')} · {data.siteName} ·{' '}
                {data.printed}
              </p>
            </div>
          </section>
        ) : null}
        {parts.includes('labels') ? (
          <section className={styles.sheet} aria-label={PARTS.labels}>
            <div className={styles.labels}>
              {data.batteries.map((one) => (
                <div key={one.mark} className={styles.label}>
                  <p className={styles.mark}>{one.mark}</p>
                  <dl>
                    <dt>Fitted</dt>
                    <dd>{one.fitted}</dd>
                    <dt>Chemistry</dt>
                    <dd>
                      {one.chemistry}, {one.rated}
                    </dd>
                    <dt>Next reading</dt>
                    <dd>{one.next}</dd>
                  </dl>
                  <p className={styles.small}>
                    {one.label} of {data.vehicle}, bay {data.bay}
                  </p>
                </div>
              ))}
            </div>
          </section>
        ) : null}
        {parts.includes('card') ? (
          <section className={styles.sheet} aria-label={PARTS.card}>
            <div className={styles.card}>
              <p className={styles.bay}>{data.bay}</p>
              <div>
                <p className={styles.name}>{data.vehicle}</p>
                <p>
                  {data.hall}, {data.siteName}
                </p>
                <p className={styles.small}>{data.address}</p>
              </div>
              <QRCodeSVG
                value={data.address}
                size={220}
                level="M"
                marginSize={4}
                bgColor="#ffffff"
                fgColor="#000000"
                title={`Code that opens ${data.address}`}
              />
            </div>
          </section>
        ) : null}
      </div>
    </div>
  );
}
