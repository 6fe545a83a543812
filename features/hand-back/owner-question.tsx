'use client';

import { t } from '../../core/language';
import { useState } from 'react';
import type { Replacing } from '../../core/hand-back/consent';
import type { EntryDraft } from '../../core/procedures/entry-draft';
import { newEntry } from '../logbook/new-entry';
import { postEntry } from '../logbook/post';
import { useSiteClock } from '../site/clock';
import type { ClockDto } from '../site/dto';
import { TextField } from '../ui/field';
import { Problem } from '../ui/problem';
import layout from '../ui/layout.module.css';
import styles from './owner-question.module.css';
import { Button } from '../ui/button';

/** How it stands with its owner about another battery, and the touch that comes next. */
export function OwnerQuestion({
  batteryId,
  consent,
  ask,
  clock,
  onChanged,
}: {
  readonly batteryId: string;
  readonly consent: Replacing['consent'];
  /** What is written where its owner is asked today. */
  readonly ask: Replacing['ask'];
  readonly clock: ClockDto;
  readonly onChanged: () => void;
}) {
  const siteNow = useSiteClock(clock);
  const [said, setSaid] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const record = async ({ kind, data }: EntryDraft) => {
    const reply = await postEntry(newEntry(kind, batteryId, siteNow(), data));
    setProblem(reply.ok ? null : reply.reason);
    if (reply.ok) onChanged();
  };
  const answer = (yes: boolean) => record({ kind: 'owner-answered', data: { yes, said } });
  const asked = () => void record({ kind: 'owner-asked', data: ask });
  return (
    <div className={styles.question}>
      <p>{consent.say}</p>
      {consent.stands === 'asked' ? (
        <div className={layout.fields}>
          <TextField
            label={t`In their words, or empty`}
            maxLength={200}
            value={said}
            onChange={(event) => setSaid(event.target.value)}
          />
          <Button onClick={() => void answer(true)}>{t`They say yes`}</Button>
          <Button onClick={() => void answer(false)}>{t`They say no`}</Button>
          <Button onClick={asked}>{t`Asked once more`}</Button>
        </div>
      ) : consent.stands === 'ask' || consent.stands === 'no' ? (
        <Button onClick={asked}>
          {consent.stands === 'ask' ? t`Asked today` : t`Asked again`}
        </Button>
      ) : null}
      <Problem>{problem}</Problem>
    </div>
  );
}
