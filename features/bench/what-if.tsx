'use client';

import { t, msg, withWords } from '../../core/language';
import { phrase } from '../words/phrase';
import { useMemo, useState } from 'react';
import { shortDay } from '../../core/day';
import { meaningOf } from '../../core/assessment/draw-meaning';
import { together, type HuntAnswer } from '../../core/fault-isolation/hunt';
import type { BatteryRecord } from '../../core/record/battery-record';
import { formatMilliamps } from '../../core/words/words';
import { inDays } from './finding';
import shared from './measuring.module.css';
import styles from './what-if.module.css';
import { Button } from '../ui/button';

const KEPT = withWords({
  connected: 'connected',
  off: msg`switch in the negative lead`,
  maintained: msg`maintainer on`,
} as const);
type Kept = keyof typeof KEPT;

/** What the reserve becomes with circuits out, or kept in another way. */
export function WhatIf({
  answer,
  standing,
  settledMa,
}: {
  answer: HuntAnswer;
  standing: BatteryRecord;
  settledMa: number;
}) {
  const known = answer.ranked.filter((one) => one.milliamps && one.milliamps.value > 0.3);
  const [gone, setGone] = useState<readonly string[]>([]);
  const [kept, setKept] = useState<Kept>('connected');
  const parts = known.filter(({ fuse }) => gone.includes(fuse)).map((one) => one.milliamps!);
  const left = Math.max(0, settledMa - (parts.length ? together(parts).value : 0));
  const meaning = useMemo(
    () => meaningOf(standing, left, { negativeOn: kept !== 'off', changed: gone.length > 0 }),
    [standing, left, kept, gone],
  );
  const toggle = (fuse: string) =>
    setGone(gone.includes(fuse) ? gone.filter((one) => one !== fuse) : [...gone, fuse]);
  return (
    <section className={shared.card} aria-label={t`What if`}>
      <h2>{t`What if`}</h2>
      <div className={styles.chips} role="group" aria-label={t`Taken out`}>
        {known.map(({ fuse, feeds }) => (
          <Button
            key={fuse}
            aria-pressed={gone.includes(fuse)}
            onClick={() => toggle(fuse)}
          >{t`${fuse} out${feeds ? `, ${feeds}` : ''}`}</Button>
        ))}
      </div>
      <div className={styles.chips} role="group" aria-label={t`Kept`}>
        {(Object.keys(KEPT) as Kept[]).map((one) => (
          <Button key={one} aria-pressed={one === kept} onClick={() => setKept(one)}>
            {KEPT[one]}
          </Button>
        ))}
      </div>
      <p data-whatif>
        {kept === 'maintained' ? (
          <>{t`It holds as long as the maintainer’s lamp says so; the ${formatMilliamps(left)} are fed by it.`}</>
        ) : (
          <>{phrase`${kept === 'off' ? t`Nothing` : formatMilliamps(left)} drawn: ${(<b>{meaning.toLine ? inDays(meaning.toLine.value) : t`unknown`}</b>)} to the recharge line${meaning.lineDay === null ? '' : `, ${shortDay(meaning.lineDay)}`}${
            meaning.nextReadingDay === null
              ? ''
              : t`; read it by ${shortDay(meaning.nextReadingDay)}`
          }.`}</>
        )}
      </p>
    </section>
  );
}
