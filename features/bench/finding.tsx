'use client';

import { decimal, plural, t } from '../../core/language';
import { useMemo } from 'react';
import type { DrawAnalysis } from '../../core/parasitic-draw/draw';
import { meaningFromFull, meaningOf, type DrawMeaning } from '../../core/assessment/draw-meaning';
import {
  DRAW_VERDICT_WORDS,
  clockOf,
  drawNotes,
  drawVerdict,
  stretch,
} from '../../core/parasitic-draw/words';
import type { BatteryRecord } from '../../core/record/battery-record';
import { formatMilliamps, formatReserve, formatReserveRange } from '../../core/words/words';
import { shortDay } from '../../core/day';
import { VEHICLE_KINDS } from '../../core/site/vehicle-kinds';
import { Figures } from '../theme/figures';
import { DataTable } from '../ui/data-table';
import shared from './measuring.module.css';
import styles from './finding.module.css';

/** What the trace says: the settled draw, how sure that is, and what is to be minded. */
export function Finding({
  analysis,
  limitMa,
  standing,
}: {
  analysis: DrawAnalysis;
  limitMa: number;
  standing: BatteryRecord;
}) {
  const verdict = drawVerdict(analysis, limitMa);
  const { settledMa, settledAt, chanceSettled, worthWaitingSeconds } = analysis;
  const notes = drawNotes(analysis, VEHICLE_KINDS[standing.vehicleKind].sleeps);
  return (
    <section className={shared.card} aria-label={t`What the trace says`}>
      <div className={styles.finding}>
        <p className={shared.big}>
          <output>{formatMilliamps(settledMa.value)}</output>
        </p>
        <div>
          <h2 className={styles[verdict]}>{DRAW_VERDICT_WORDS[verdict]}</h2>
          <p className={shared.quiet}>
            {settledAt === null
              ? t`${Math.round(100 * chanceSettled)} % sure that it has settled`
              : t`settled at ${clockOf(settledAt)}, likely ${decimal(settledMa.low, 1)} to ${formatMilliamps(settledMa.high)}; your limit is ${limitMa} mA`}
          </p>
        </div>
      </div>
      <div
        className={shared.hold}
        role="meter"
        aria-valuenow={Math.round(100 * chanceSettled)}
        aria-valuemin={0}
        aria-valuemax={100}
        aria-label={t`Sure that it has settled, percent`}
      >
        <span style={{ width: `${100 * chanceSettled}%` }} />
      </div>
      {verdict === 'still-awake' && worthWaitingSeconds !== null ? (
        <p>{t`Worth waiting: ${stretch(worthWaitingSeconds)}.`}</p>
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
  `${formatReserve(days)} ${plural(Math.floor(days), 'day', 'days')}`;

function holds(meaning: DrawMeaning): string {
  if (!meaning.toLine) return t`its charge is not known: read it at rest`;
  const line = inDays(meaning.toLine.value);
  const range = formatReserveRange(meaning.toLine);
  const day = meaning.lineDay === null ? '' : `, ${shortDay(meaning.lineDay)}`;
  return t`${line} (likely ${range})${day}`;
}

const OFF = { negativeOn: false };

/** How long this battery holds with a draw: as it is and full, on and off its vehicle. */
export function Meaning({ standing, drawMa }: { standing: BatteryRecord; drawMa: number }) {
  const on = useMemo(() => meaningOf(standing, drawMa), [standing, drawMa]);
  const off = useMemo(() => meaningOf(standing, drawMa, OFF), [standing, drawMa]);
  const fullOn = useMemo(() => meaningFromFull(standing, drawMa), [standing, drawMa]);
  const fullOff = useMemo(() => meaningFromFull(standing, drawMa, OFF), [standing, drawMa]);
  const flat = (days: number | null) => (days === null ? '–' : inDays(days));
  return (
    <section className={shared.card} aria-label={t`What it means`}>
      <h2>{t`What it means`}</h2>
      <DataTable figures head={[{ aloud: t`Kept` }, t`to the recharge line`, t`to flat`]}>
        <tr>
          <th scope="row">{t`Connected, as it is`}</th>
          <td data-holds="on">{holds(on)}</td>
          <td>{flat(on.toFlat)}</td>
        </tr>
        <tr>
          <th scope="row">{t`Connected, charged full`}</th>
          <td>{inDays(fullOn.toLine)}</td>
          <td>{inDays(fullOn.toFlat)}</td>
        </tr>
        <tr>
          <th scope="row">{t`Negative off, as it is`}</th>
          <td>{holds(off)}</td>
          <td>{flat(off.toFlat)}</td>
        </tr>
        <tr>
          <th scope="row">{t`Negative off, charged full`}</th>
          <td>{inDays(fullOff.toLine)}</td>
          <td>{inDays(fullOff.toFlat)}</td>
        </tr>
        <tr>
          <th scope="row">{t`Maintainer on`}</th>
          <td colSpan={2}>{t`as long as its lamp says holding`}</td>
        </tr>
      </DataTable>
      {on.nextReadingDay !== null ? (
        <p
          className={shared.quiet}
        >{t`Connected, it is read next by ${shortDay(on.nextReadingDay)}.`}</p>
      ) : null}
    </section>
  );
}
