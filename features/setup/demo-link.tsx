'use client';

import { t } from '../../core/language';
import { phrase } from '../words/phrase';
import { useState } from 'react';
import { call } from '../http/client';
import { Problem } from '../ui/problem';
import { Quiet } from '../ui/quiet';
import { Button } from '../ui/button';

/** A site in its winter, to look around in before anything is set up. */
export function DemoLink() {
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const open = async () => {
    setBusy(true);
    setProblem(null);
    const answer = await call('POST /api/demo/open', {});
    if (answer.ok) return window.location.assign(answer.reply.href);
    setBusy(false);
    setProblem(answer.reason);
  };
  return (
    <>
      <Quiet as="p">
        {phrase`Or look around first: ${(
          <Button
            type="link"
            size="small"
            loading={busy}
            onClick={() => void open()}
          >{t`Open the demo`}</Button>
        )}, a mill full of laid-up vehicles in mid-winter. The first time it takes half a minute; nothing of it comes here.`}
      </Quiet>
      <Problem>{problem}</Problem>
    </>
  );
}
