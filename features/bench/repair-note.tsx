'use client';

import { t } from '../../core/language';
import { useState } from 'react';
import type { HuntAnswer } from '../../core/fault-isolation/hunt';
import { formatMilliamps } from '../../core/words/words';
import { newEntry } from '../logbook/new-entry';
import { postEntry } from '../logbook/post';
import type { BenchSubject } from './bench-data';
import shared from './measuring.module.css';
import styles from './repair-note.module.css';
import { Button } from '../ui/button';

/** What the owner is told, to be changed and kept in the logbook. */
export function RepairNote({
  answer,
  subject,
  settledMa,
  siteNow,
  onRecorded,
}: {
  answer: HuntAnswer;
  subject: BenchSubject;
  settledMa: number;
  siteNow: () => number;
  onRecorded: (said: string) => void;
}) {
  const [text, setText] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const { vehicle, battery } = subject;
  const pulled = answer.ranked.filter((one) => one.pulled);
  const draft = [
    t`${vehicle.name}, bay ${vehicle.bayMark}: draws ${formatMilliamps(settledMa)} at rest, ${formatMilliamps(answer.excessMa)} more than it needs.`,
    answer.found && answer.culprits[0] !== ''
      ? t`It goes through ${answer.culprits
          .map((fuse) => {
            const one = answer.ranked.find((circuit) => circuit.fuse === fuse);
            const ma = one?.milliamps ? `, ${formatMilliamps(one.milliamps.value)}` : '';
            return one ? t`fuse ${fuse} (${one.feeds}${ma})` : t`no fuse`;
          })
          .join(t` and `)}.`
      : t`Not found yet; pulled so far: ${pulled.map(({ fuse }) => fuse).join(', ') || t`none`}.`,
    t`Work on the circuit is for the owner’s workshop.`,
  ].join(' ');
  const shown = text ?? draft;
  const keep = async () => {
    const entry = newEntry('note', battery.id, siteNow(), { text: shown.trim() });
    const reply = await postEntry(entry);
    setProblem(reply.ok ? null : reply.reason);
    if (reply.ok) onRecorded(t`Repair note kept in the logbook.`);
  };
  return (
    <section className={shared.card}>
      <h2>{t`Repair note for the owner`}</h2>
      <textarea
        rows={5}
        className={styles.noteText}
        aria-label={t`Repair note`}
        value={shown}
        onChange={(event) => setText(event.target.value)}
      />
      {problem ? (
        <p role="alert" className={shared.doubt}>
          {problem}
        </p>
      ) : null}
      <div className={shared.buttons}>
        <Button
          size="large"
          disabled={shown.trim() === ''}
          onClick={() => void keep()}
        >{t`Keep it in the logbook`}</Button>
      </div>
    </section>
  );
}
