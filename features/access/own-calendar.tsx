'use client';

import { Button } from 'antd';
import { useState } from 'react';
import { call } from '../http/client';
import { Problem } from '../ui/problem';
import { Quiet } from '../ui/quiet';
import layout from '../ui/layout.module.css';

/** The secret address at which one's own calendar finds the rounds. */
export function OwnCalendar({
  base,
  made,
}: {
  readonly base: string;
  /** When there is one, in words; it cannot be shown again. */
  readonly made: string | null;
}) {
  const [state, setState] = useState<{ address: string | null; made: string | null }>({
    ...{ address: null, made },
  });
  const [problem, setProblem] = useState<string | null>(null);
  const make = async () => {
    const answer = await call('POST /api/calendars', {});
    setProblem(answer.ok ? null : answer.reason);
    if (answer.ok) setState({ address: base + answer.reply.path, made: 'just now' });
  };
  const withdraw = async () => {
    const answer = await call('DELETE /api/calendars', {});
    setProblem(answer.ok ? null : answer.reason);
    if (answer.ok) setState({ address: null, made: null });
  };
  return (
    <section className={layout.panel} aria-label="Your calendar">
      <h2>Your calendar</h2>
      <Quiet as="p">
        A calendar program subscribes to an address of your own, and reminds you of the rounds.
        Whoever knows the address can read them.
      </Quiet>
      {state.address ? (
        <p>
          Shown once: <code>{state.address}</code>
        </p>
      ) : state.made ? (
        <p>You have an address, made {state.made}.</p>
      ) : null}
      <Problem>{problem}</Problem>
      <div className={layout.answers}>
        <Button onClick={() => void make()}>
          {state.made ? 'Make another, and withdraw this one' : 'Make an address'}
        </Button>
        {state.made ? <Button onClick={() => void withdraw()}>Withdraw it</Button> : null}
      </div>
    </section>
  );
}
