'use client';

import { t } from '../../core/language';
import { Link } from '../ui/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { isOverridable } from '../../core/gate/gate';
import type { EntryDraft } from '../../core/procedures/entry-draft';
import { newEntry } from '../logbook/new-entry';
import { postEntries } from '../logbook/post';
import { Refusal } from '../procedure/refusal';
import { ProcedureRunner } from '../procedure/runner';
import { useSiteClock } from '../site/clock';
import { Caution } from '../ui/caution';
import { Problem } from '../ui/problem';
import { TextField } from '../ui/field';
import type { StageProps } from './stage-body';
import styles from './stage-body.module.css';

/**
 * The last stage: the owner has it, its bay is free. What is not done yet is said, and may be left
 * with a reason, but for what can hurt somebody.
 */
export function HandOver({ data, batteries, walk, stage }: StageProps) {
  const siteNow = useSiteClock(data.clock);
  const router = useRouter();
  const [to, setTo] = useState(data.owner?.name ?? '');
  const [despite, setDespite] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const { because } = stage;
  const left = walk.stages.filter(({ id, state }) => id !== 'hand-over' && state !== 'done');
  const refused = because.length > 0 && !isOverridable(because);
  const asks = left.length > 0 || because.length > 0;
  const main = batteries.find(({ context }) => context.role === 'starter') ?? batteries[0]!;
  const record = async (entries: readonly EntryDraft[]) => {
    const at = siteNow();
    const reply = await postEntries([
      ...entries.map(({ kind, data: what }) => newEntry(kind, main.id, at, what)),
      newEntry('handed-back', data.vehicle.id, at, {
        to: to.trim(),
        signed: true,
        ...(asks ? { despite: despite.trim() } : {}),
      }),
    ]);
    setProblem(reply.ok ? null : reply.reason);
    if (reply.ok) router.push('/hand-back');
    return reply.ok;
  };
  return (
    <>
      {refused ? null : because.map(({ words }) => <Caution key={words}>{words}</Caution>)}
      <p>
        <Link href={`/print/record/${data.vehicle.id}`}>{t`The owner’s record, to print`}</Link>
      </p>
      {refused ? (
        <Refusal because={because} />
      ) : (
        <>
          <div className={styles.over}>
            <TextField
              label={t`Who takes it`}
              maxLength={80}
              value={to}
              onChange={(event) => setTo(event.target.value)}
            />
            {asks ? (
              <TextField
                label={
                  left.length > 0
                    ? t`Not done: ${left.map(({ label }) => label.toLowerCase()).join(', ')}. Handed over all the same because`
                    : t`Handed over all the same because`
                }
                maxLength={200}
                value={despite}
                onChange={(event) => setDespite(event.target.value)}
              />
            ) : null}
          </div>
          <Problem>{problem}</Problem>
          {to.trim() === '' || (asks && despite.trim() === '') ? (
            <p className={styles.waits} role="status">
              {to.trim() === '' ? t`Say who takes it.` : t`Say why it goes as it is.`}
            </p>
          ) : (
            <ProcedureRunner
              id="hand-over"
              context={main.context}
              place={`${data.vehicle.id}-hand-over`}
              despite={despite.trim()}
              onDone={record}
            />
          )}
        </>
      )}
    </>
  );
}
