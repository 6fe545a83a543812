'use client';

import { t } from '../../core/language';
import { useState } from 'react';
import { call } from '../http/client';
import styles from './hands.module.css';
import { Button } from '../ui/button';

/** What the demo's hands can do; the same words as its stand-in understands. */
export type Hand =
  | { readonly do: 'go-to'; readonly batteryId: string }
  | { readonly do: 'probes'; readonly on: 'posts' | 'reversed' | 'off' }
  | { readonly do: 'jumper' | 'clamp' | 'series'; readonly on: boolean }
  | { readonly do: 'pull' | 'put-back'; readonly fuse: string }
  | { readonly do: 'door' | 'new-fuse' | 'crank' }
  | { readonly do: 'across-fuse'; readonly fuse: string | null };

export const act = (hand: Hand) => call('POST /api/bench/hands', { body: hand });

/** The demo has no vehicle to touch: these buttons do what your hands would. */
export function Hands({
  actions,
}: {
  actions: readonly { readonly label: string; readonly hand: Hand }[];
}) {
  const [said, setSaid] = useState('');
  return (
    <div className={styles.hands} role="group" aria-label={t`The demo’s hands`}>
      <b>{t`Demo: your hands`}</b>
      {actions.map(({ label, hand }) => (
        <Button
          key={label}
          onClick={() =>
            void act(hand).then((reply) => setSaid(reply.ok ? t`${label}: done.` : reply.reason))
          }
        >
          {label}
        </Button>
      ))}
      <span role="status">{said}</span>
    </div>
  );
}
