'use client';

import { t } from '../../core/language';
import { phrase } from '../words/phrase';
import { Link } from '../ui/link';
import { useMemo } from 'react';
import { shortDay } from '../../core/day';
import { useDay } from '../app-shell/day';
import { Foreseen } from './foreseen';
import type { RoundData } from './round-data';
import { roundOf } from './round-text';
import { WalkView } from './walk';
import styles from './round.module.css';

/** The round, from what the server made of it as text. */
export function Round({ text }: { text: string }) {
  const data = useMemo(() => roundOf(text), [text]);
  const { day, today } = useDay();
  if (day !== today) return <Foreseen data={data} day={day} />;
  if (data.stops.length === 0) return <NothingDue data={data} />;
  return <WalkView data={data} />;
}

function NothingDue({ data }: { data: RoundData }) {
  if (!data.anyLaidUp) {
    return (
      <div className={styles.empty}>
        <h1>{t`Nothing is laid up yet`}</h1>
        <p>{phrase`${(<Link href="/lay-up">{t`Begin with the first vehicle`}</Link>)}, or ${(<Link href="/bring">{t`bring a list`}</Link>)} of all: they stand in the next round.`}</p>
      </div>
    );
  }
  return (
    <div className={styles.empty}>
      <h1>{t`Nothing to do on ${shortDay(data.roundDay)}`}</h1>
      <p>{t`Every battery holds and was looked at in time. What is laid up today stands in the next round. Move the ribbon to see the rounds ahead.`}</p>
    </div>
  );
}
