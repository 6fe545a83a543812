'use client';

import { t } from '../../core/language';
import { useEffect, useState } from 'react';
import { call } from '../http/client';
import { Dialog } from '../ui/dialog';
import { part } from '../ui/part';

const LOOK_MS = 10_000;
/** Few screens are ever locked: its fields come once a page is alive. */
const Unlock = part(() => import('./unlock').then((loaded) => loaded.Unlock));

/**
 * Locks the screen that nobody has touched for a while, where there is a PIN, over what is on it. Where
 * the server cannot be asked it stays open: nobody could open it again.
 */
export function Lock({
  name,
  afterMinutes,
}: {
  readonly name: string;
  readonly afterMinutes: number;
}) {
  const [locked, setLocked] = useState(false);
  useEffect(() => {
    let touched = Date.now();
    const touch = () => (touched = Date.now());
    const signs = ['pointerdown', 'keydown'] as const;
    signs.forEach((sign) => window.addEventListener(sign, touch, true));
    const look = setInterval(() => {
      if (Date.now() - touched < afterMinutes * 60_000) return;
      touch();
      void call('POST /api/lock', {}).then((answer) => {
        if (answer.ok && answer.reply.locked) setLocked(true);
      });
    }, LOOK_MS);
    return () => {
      clearInterval(look);
      signs.forEach((sign) => window.removeEventListener(sign, touch, true));
    };
  }, [afterMinutes]);
  return (
    <Dialog title={t`Locked`} open={locked} stays onClose={() => setLocked(false)}>
      <Unlock name={name} to={null} onDone={() => setLocked(false)} />
    </Dialog>
  );
}
