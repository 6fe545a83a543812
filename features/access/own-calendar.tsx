'use client';

import { t } from '../../core/language';
import { phrase } from '../words/phrase';
import { useState } from 'react';
import { call, type ReplyOf } from '../http/client';
import { Problem } from '../ui/problem';
import { Quiet } from '../ui/quiet';
import layout from '../ui/layout.module.css';
import { Button } from '../ui/button';

/** The secret address at which one's own calendar finds the rounds. */
export function OwnCalendar({
  made,
}: {
  /** When there is one, in words; it cannot be shown again. */
  readonly made: string | null;
}) {
  const [state, setState] = useState<{
    told: ReplyOf<'POST /api/calendars'> | null;
    made: string | null;
  }>({
    ...{ told: null, made },
  });
  const [problem, setProblem] = useState<string | null>(null);
  const make = async () => {
    const answer = await call('POST /api/calendars', {});
    setProblem(answer.ok ? null : answer.reason);
    if (answer.ok) setState({ told: answer.reply, made: t`just now` });
  };
  const withdraw = async () => {
    const answer = await call('DELETE /api/calendars', {});
    setProblem(answer.ok ? null : answer.reason);
    if (answer.ok) setState({ told: null, made: null });
  };
  return (
    <section className={layout.panel} aria-label={t`Your calendar`}>
      <h2>{t`Your calendar, and a screen on the wall`}</h2>
      <Quiet as="p">{t`A calendar program subscribes to an address of your own, and reminds you of the rounds; a browser on the wall shows what is left of today’s. Whoever knows the address can read them.`}</Quiet>
      {state.told ? (
        <>
          <p>{phrase`Shown once, for a calendar: ${(<code>{state.told.calendar}</code>)}`}</p>
          <p>{phrase`and for a screen on the wall: ${(<code>{state.told.wall}</code>)}`}</p>
        </>
      ) : state.made ? (
        <p>{t`You have an address, made ${state.made}.`}</p>
      ) : null}
      <Problem>{problem}</Problem>
      <div className={layout.answers}>
        <Button onClick={() => void make()}>
          {state.made ? t`Make another, and withdraw this one` : t`Make an address`}
        </Button>
        {state.made ? <Button onClick={() => void withdraw()}>{t`Withdraw it`}</Button> : null}
      </div>
    </section>
  );
}
