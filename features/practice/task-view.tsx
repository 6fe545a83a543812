'use client';

import { t } from '../../core/language';
import { useEffect, useMemo } from 'react';
import { play } from '../../practice/stage';
import { taskOf } from '../../practice/tasks';
import { useShortcuts } from '../app-shell/shortcuts';
import { keptOnDevice } from '../ui/kept-on-device';
import layout from '../ui/layout.module.css';
import { Happenings } from './happenings';
import { Offers, keyOf } from './offers';
import { OutcomeView } from './outcome';
import { NOT_BEGUN, Practised, practised, type PracticeAct } from './practice-state';
import { Questions } from './questions';
import { Running } from './running';
import { Sights } from './sights';
import styles from './task-view.module.css';

const useKept = keptOnDevice('velvet-practice-', Practised, NOT_BEGUN, ({ seed }) => seed === 0);
/** Any, but none. */
const anySeed = () => 1 + Math.floor(Math.random() * 1_000_000);

/** One task: what is seen, what can be done, what happened; and at the end what was so. */
export function TaskView({ id, seed }: { readonly id: string; readonly seed: number | null }) {
  const task = taskOf(id)!;
  const [kept, setKept] = useKept(id);
  const act = (what: PracticeAct) => setKept((before) => practised(before, what));
  // A seed in the address asks for that very one; else what was begun goes on.
  const isOther = kept.seed === 0 || (seed !== null && kept.seed !== seed);
  useEffect(() => {
    if (isOther) setKept(practised(NOT_BEGUN, { do: 'again', seed: seed ?? anySeed() }));
  }, [isOther, seed, setKept]);
  const stage = useMemo(() => play(task, kept.seed, kept.acts), [task, kept.seed, kept.acts]);
  const questions = stage.questions();
  const isSaid = questions.every(({ id: question }) => (kept.answers[question] ?? '') !== '');
  const offers = kept.ended ? [] : stage.offers();
  useShortcuts(task.title, 'screen', [
    ...offers.flatMap(({ id: offer, say }, i) => {
      const key = keyOf(i);
      return key === null
        ? []
        : [{ keys: [key], shown: key, what: say, act: () => act({ do: 'act', id: offer }) }];
    }),
    {
      keys: ['Enter'],
      shown: 'Enter',
      what: t`done: what was so?`,
      act: !kept.ended && isSaid ? () => act({ do: 'end' }) : null,
    },
  ]);
  if (isOther) return <div className={layout.page} />;
  return (
    <div className={layout.page}>
      <div className={layout.head}>
        <h1>{task.title}</h1>
        <p className={styles.brief}>{task.brief}</p>
      </div>
      <div className={layout.columns}>
        <div className={layout.side}>
          <Sights sights={stage.sights()} />
          {kept.ended ? (
            <OutcomeView
              outcome={stage.end(kept.answers)}
              onSame={() => act({ do: 'again', seed: kept.seed })}
              onOther={() => act({ do: 'again', seed: anySeed() })}
            />
          ) : (
            <>
              {stage.pace === null ? null : (
                <Running pace={stage.pace} onTick={(seconds) => act({ do: 'tick', seconds })} />
              )}
              <Offers offers={offers} onDo={(offer) => act({ do: 'act', id: offer })} />
              <Questions
                questions={questions}
                answers={kept.answers}
                isSaid={isSaid}
                onAnswer={(question, answer) => act({ do: 'answer', question, answer })}
                onEnd={() => act({ do: 'end' })}
              />
            </>
          )}
        </div>
        <Happenings happenings={stage.happenings} hour={stage.hour} minutes={stage.minutes} />
      </div>
    </div>
  );
}
