import { counted, decimal, t } from '../../core/language';
import { useEffect, useState } from 'react';
import type { RulePatch } from '../../core/rules/rules';
import { patchWords } from '../../core/rules/words';
import { call } from '../http/client';
import type { RuleEffect } from './effect';
import { TryWinters } from './try-winters';
import styles from './weighing.module.css';
import { Button } from '../ui/button';

function effectWords(effect: RuleEffect): string {
  const few = (n: number) => `${counted(n, 'battery', 'batteries')}`;
  const moved = [
    ...(effect.earlier ? [t`${few(effect.earlier)} due earlier`] : []),
    ...(effect.later ? [t`${few(effect.later)} due later`] : []),
  ];
  const hours = Math.abs(effect.minutes) / 60;
  const work =
    Math.abs(effect.minutes) < 1
      ? t`no more and no less work at the batteries`
      : t`${hours < 2 ? t`${Math.abs(effect.minutes)} min` : `${decimal(hours, 1)} h`} ${effect.minutes > 0 ? t`more` : t`less`} work at the batteries until the last collection, the way apart`;
  const under =
    effect.underAfter === effect.underBefore
      ? []
      : [t`${few(effect.underAfter)} under the line instead of ${effect.underBefore}`];
  const said = [...(moved.length ? moved : [t`No battery due earlier or later`]), ...under, work];
  return `${said.join(', ')}.`;
}

/** A change that is not kept yet: what it would do to this site. */
export function Weighing({
  patch,
  chargers,
  onKeep,
  onLeave,
}: {
  patch: RulePatch;
  chargers: readonly { readonly id: string; readonly name: string }[];
  onKeep: (why: string | null) => void;
  onLeave: () => void;
}) {
  const [tries, setTries] = useState(false);
  const [answer, setAnswer] = useState<{ text: string; bad: boolean } | null>(null);
  useEffect(() => {
    const stop = new AbortController();
    void call('POST /api/rules/preview', { body: { patch }, signal: stop.signal }).then(
      (answer) => {
        if (stop.signal.aborted) return;
        setAnswer(
          answer.ok
            ? { text: effectWords(answer.reply), bad: false }
            : { text: answer.reason, bad: true },
        );
      },
    );
    return () => stop.abort();
  }, [patch]);
  return (
    <div className={styles.weighing} role="status">
      <p>
        <b>{patchWords(patch).join('; ')}.</b>{' '}
        <span className={answer?.bad ? styles.bad : undefined}>
          {answer ? answer.text : t`Counting what it would do here.`}
        </span>
      </p>
      <div className={styles.weighActions}>
        <Button
          type="primary"
          disabled={answer === null || answer.bad}
          onClick={() => onKeep(null)}
        >{t`Keep it`}</Button>
        <Button onClick={onLeave}>{t`Leave as it was`}</Button>
        <Button aria-expanded={tries} onClick={() => setTries(!tries)}>{t`Try it first`}</Button>
      </div>
      {tries ? <TryWinters patch={patch} chargers={chargers} onKeep={onKeep} /> : null}
    </div>
  );
}
