'use client';

import { t } from '../../core/language';
import { Link } from '../ui/link';
import { useState } from 'react';
import { useRefresh } from '../app-shell/refresh';
import { call } from '../http/client';
import { Quiet } from '../ui/quiet';
import layout from '../ui/layout.module.css';
import { Checkbox } from '../ui/controls/checkbox';

/** A sheet of what one has practised: kept by choice, seen by nobody else. */
export function SheetSwitch({ isKept }: { readonly isKept: boolean }) {
  const refresh = useRefresh();
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const change = async (kept: boolean) => {
    setBusy(true);
    const reply = await call('PUT /api/practice-sheet', { body: { kept } });
    setBusy(false);
    setProblem(reply.ok ? null : reply.reason);
    if (reply.ok) refresh();
  };
  return (
    <div className={layout.answers}>
      <Checkbox
        checked={isKept}
        disabled={busy}
        onChange={({ target }) => void change(target.checked)}
      >{t`Keep a sheet of what I have practised`}</Checkbox>
      <Quiet>
        {isKept
          ? t`Seen by you alone; no marks. Switched off, it is thrown away.`
          : t`For yourself alone, if you like: what and when, no marks.`}
      </Quiet>
      {isKept ? <Link href="/print/practice">{t`Print it for the wall`}</Link> : null}
      {problem ? <p role="alert">{problem}</p> : null}
    </div>
  );
}
