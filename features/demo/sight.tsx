'use client';

import { useEffect, useState } from 'react';
import { formatVolts } from '../../core/words/words';
import { call } from '../http/client';
import type { Sight } from './simulator-client';
import styles from './sight.module.css';
import { Button } from '../ui/button';

/** The demo has nothing to look at: this says what your meter and the lamp would show. */
export function DemoSight({
  batteryId,
  stamp,
  onVolts,
}: {
  batteryId: string;
  /** Changes when there is something new to see. */
  stamp: number;
  /** Takes the volts over, where they can be typed. */
  onVolts?: (volts: number) => void;
}) {
  const [seen, setSeen] = useState<{ readonly key: string; readonly sight: Sight | null } | null>(
    null,
  );
  const key = `${batteryId} ${stamp}`;
  useEffect(() => {
    let gone = false;
    void call('GET /api/demo/sight', { query: { battery: batteryId } }).then((answer) => {
      if (!gone) setSeen({ key, sight: answer.ok ? answer.reply : null });
    });
    return () => {
      gone = true;
    };
  }, [batteryId, key]);
  const sight = seen?.key === key ? seen.sight : null;
  return (
    <p className={styles.sight} role="group" aria-label="What the demo shows">
      <b>Demo</b>
      {seen?.key === key && !sight ? (
        <span>Its outside does not answer.</span>
      ) : sight ? (
        <>
          <span>
            your meter shows <i data-demo-volts>{formatVolts(sight.volts)}</i>
          </span>
          {sight.lamp ? <span>lamp: {sight.lamp}</span> : null}
          <span>case {sight.celsius.toFixed(0)} °C</span>
          {onVolts ? (
            <Button size="small" onClick={() => onVolts(sight.volts)}>
              Type it
            </Button>
          ) : null}
        </>
      ) : (
        <span>…</span>
      )}
    </p>
  );
}
