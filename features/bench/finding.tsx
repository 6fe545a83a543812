'use client';

import { useMemo } from 'react';
import type { DrawAnalysis } from '../../core/draw/draw';
import { meaningOf, type DrawMeaning } from '../../core/draw/meaning';
import { clockOf, drawNotes, drawVerdict, stretch } from '../../core/draw/words';
import type { Standing } from '../../core/judge/standing';
import { formatMilliamps, formatReserve, formatReserveRange } from '../../core/judge/words';
import { shortDay } from '../../core/day';
import { VEHICLE_KINDS } from '../../core/site/vehicle-kinds';
import { Figures } from '../theme/figures';
import styles from './bench.module.css';

const HEADLINES = {
  pass: 'Passes',
  'over-limit': 'Over the limit',
  'still-awake': 'Still awake',
} as const;

/** What the trace says: the settled draw, how sure that is, and what is to be minded. */
export function Finding({
  analysis,
  limitMa,
  standing,
}: {
  analysis: DrawAnalysis;
  limitMa: number;
  standing: Standing;
}) {
  const verdict = drawVerdict(analysis, limitMa);
  const { settledMa, settledAt, chanceSettled, worthWaitingSeconds } = analysis;
  const notes = drawNotes(analysis, VEHICLE_KINDS[standing.vehicleKind].sleeps);
  return (
    <section className={styles.card} aria-label="What the trace says">
      <div className={styles.finding}>
        <p className={styles.big}>
          <output>{formatMilliamps(settledMa.value)}</output>
        </p>
        <div>
          <h2 className={styles[verdict]}>{HEADLINES[verdict]}</h2>
          <p className={styles.quiet}>
            {settledAt === null
              ? `${Math.round(100 * chanceSettled)} % sure that it has settled`
              : `settled at ${clockOf(settledAt)}, likely ${settledMa.low.toFixed(1)} to ${formatMilliamps(settledMa.high)}; your limit is ${limitMa} mA`}
          </p>
        </div>
      </div>
      <div
        className={styles.hold}
        role="meter"
        aria-valuenow={Math.round(100 * chanceSettled)}
        aria-valuemin={0}
        aria-valuemax={100}
        aria-label="Sure that it has settled, percent"
      >
        <span style={{ width: `${100 * chanceSettled}%` }} />
      </div>
      {verdict === 'still-awake' && worthWaitingSeconds !== null ? (
        <p>Worth waiting: {stretch(worthWaitingSeconds)}.</p>
      ) : null}
      {notes.slice(0, settledAt === null ? -1 : undefined).map((note, i) => (
        <p key={i} className={styles.note}>
          <Figures sentence={note} />
        </p>
      ))}
    </section>
  );
}

export const inDays = (days: number) =>
  Math.floor(days) === 1 ? '1 day' : `${formatReserve(days)} days`;

function holds(meaning: DrawMeaning): string {
  if (!meaning.toLine) return 'its charge is not known: read it at rest';
  const line = inDays(meaning.toLine.value);
  const range = formatReserveRange(meaning.toLine);
  const day = meaning.lineDay === null ? '' : `, ${shortDay(meaning.lineDay)}`;
  return `${line} (likely ${range})${day}`;
}

/** How long this battery holds with a draw, on and off its vehicle. */
export function Meaning({ standing, drawMa }: { standing: Standing; drawMa: number }) {
  const on = useMemo(() => meaningOf(standing, drawMa), [standing, drawMa]);
  const off = useMemo(() => meaningOf(standing, drawMa, false), [standing, drawMa]);
  return (
    <section className={styles.card} aria-label="What it means">
      <h2>What it means</h2>
      <dl className={styles.means}>
        <div>
          <dt>Connected, to the recharge line</dt>
          <dd data-holds="on">{holds(on)}</dd>
        </div>
        <div>
          <dt>Connected, to flat</dt>
          <dd>{on.toFlat === null ? '–' : inDays(on.toFlat)}</dd>
        </div>
        <div>
          <dt>Negative off, to the recharge line</dt>
          <dd>{holds(off)}</dd>
        </div>
        {on.nextReadingDay !== null ? (
          <div>
            <dt>Read it next</dt>
            <dd>{shortDay(on.nextReadingDay)}</dd>
          </div>
        ) : null}
      </dl>
    </section>
  );
}
