'use client';

import { t } from '../../core/language';
import { useRouter } from 'next/navigation';
import { useEffect, useMemo, useState } from 'react';
import { play } from '../../practice/stage';
import { taskOf } from '../../practice/tasks';
import { useShortcuts } from '../app-shell/shortcuts';
import { call } from '../http/client';
import { keptOnDevice } from '../ui/kept-on-device';
import { Quiet } from '../ui/quiet';
import layout from '../ui/layout.module.css';
import { Happenings } from './happenings';
import { Offers, keyOf } from './offers';
import { OutcomeView } from './outcome';
import { NOT_BEGUN, Practised, practised, type PracticeAct } from './practice-state';
import { Questions } from './questions';
import { Running } from './running';
import { Sights } from './sights';

const useKept = keptOnDevice('velvet-practice-', Practised, NOT_BEGUN, ({ seed }) => seed === 0);
/** Any, but none. */
const anySeed = () => 1 + Math.floor(Math.random() * 1_000_000);

const isAnother = (kept: Practised, seed: number | null) =>
  kept.seed === 0 || (seed !== null && kept.seed !== seed);

/** One task: what is seen, what can be done, what happened; and at the end what was so. */
export function TaskView({
  id,
  seed,
  keepsSheet,
}: {
  readonly id: string;
  readonly seed: number | null;
  readonly keepsSheet: boolean;
}) {
  const task = taskOf(id)!;
  const [kept, setKept] = useKept(id);
  const act = (what: PracticeAct) => setKept((before) => practised(before, what));
  // A seed in the address asks for that very one; else what was begun goes on.
  const isOther = isAnother(kept, seed);
  useEffect(() => {
    // As it is kept: while the page comes alive it is drawn as if nothing was.
    setKept((before) =>
      isAnother(before, seed)
        ? practised(before, { do: 'again', seed: seed ?? anySeed() })
        : before,
    );
  }, [seed, setKept]);
  const router = useRouter();
  const [sheetSaid, setSheetSaid] = useState<string | null>(null);
  const another = () => {
    const next = anySeed();
    if (seed === null) act({ do: 'again', seed: next });
    else router.replace(`/practice/${id}?seed=${next}`);
    setSheetSaid(null);
  };
  const end = async () => {
    act({ do: 'end' });
    if (!keepsSheet) return;
    const reply = await call('POST /api/practised', { body: { task: id } });
    setSheetSaid(reply.ok ? t`Written on your sheet.` : reply.reason);
  };
  const stage = useMemo(() => play(task, kept.seed, kept.acts), [task, kept.seed, kept.acts]);
  const sights = stage.sights();
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
      act: !kept.ended && isSaid ? () => void end() : null,
    },
  ]);
  if (isOther) return <div className={layout.page} />;
  return (
    <div className={layout.page}>
      <div className={layout.head}>
        <h1>{task.title}</h1>
        <Quiet as="p">{task.brief}</Quiet>
      </div>
      <div className={layout.columns}>
        <div className={layout.side}>
          <Sights sights={kept.ended ? sights : sights.filter(({ group }) => !group)} />
          {kept.ended ? (
            <OutcomeView
              outcome={stage.end(kept.answers)}
              sheetSaid={sheetSaid}
              winter={id === 'season' ? kept.seed : null}
              onSame={() => act({ do: 'again', seed: kept.seed })}
              onOther={another}
            />
          ) : (
            <>
              {stage.pace === null ? null : (
                <Running pace={stage.pace} onTick={(seconds) => act({ do: 'tick', seconds })} />
              )}
              <Offers
                offers={offers}
                sights={sights}
                onDo={(offer) => act({ do: 'act', id: offer })}
              />
              <Questions
                questions={questions}
                answers={kept.answers}
                isSaid={isSaid}
                onAnswer={(question, answer) => act({ do: 'answer', question, answer })}
                onEnd={() => void end()}
              />
            </>
          )}
        </div>
        <Happenings
          when={(hour) => stage.when(hour)}
          happenings={stage.happenings}
          hour={stage.hour}
          minutes={stage.minutes}
        />
      </div>
    </div>
  );
}
