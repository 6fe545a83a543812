'use client';

import { t } from '../../core/language';
import { useEffect, useState } from 'react';
import { call } from '../http/client';
import layout from '../ui/layout.module.css';
import { Button } from '../ui/button';
import { Progress } from '../ui/controls/progress';

const ASKED_EVERY_MS = 300;

/** How far a list is that is being taken in, and the way to leave it. */
export function OnItsWay({ id }: { readonly id: string }) {
  const [share, setShare] = useState<number | null>(null);
  const [isLeft, setIsLeft] = useState(false);
  useEffect(() => {
    const asking = setInterval(() => {
      void call('GET /api/bring/{id}', { of: { id } }).then((answer) => {
        if (answer.ok) setShare(answer.reply.share);
      });
    }, ASKED_EVERY_MS);
    return () => clearInterval(asking);
  }, [id]);
  if (share === null) return null;
  const leave = () => {
    setIsLeft(true);
    void call('DELETE /api/bring/{id}', { of: { id } });
  };
  return (
    <div className={layout.answers} role="group" aria-label={t`On its way in`}>
      <Progress percent={Math.round(100 * share)} aria-label={t`How much is in`} />
      <Button size="large" disabled={isLeft} onClick={leave}>{t`Leave it: take nothing in`}</Button>
    </div>
  );
}
