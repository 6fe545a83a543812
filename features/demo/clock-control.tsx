'use client';

import { IconClockPlay } from '@tabler/icons-react';
import { useState } from 'react';
import { useRefresh } from '../app-shell/refresh';
import { call } from '../http/client';
import rail from '../app-shell/sidebar.module.css';
import styles from './clock-control.module.css';
import { Button } from '../ui/button';

const STEPS = [
  { by: 'hour', label: 'One hour on' },
  { by: 'day', label: 'One day on' },
  { by: 'round', label: 'To the next round' },
] as const;

/** Moves the demo's clock; batteries, chargers and thermometers live through it. */
export function ClockControl({ now }: { now: string }) {
  const refresh = useRefresh();
  const [open, setOpen] = useState(false);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const move = async (by: (typeof STEPS)[number]['by']) => {
    setBusy(true);
    const reply = await call('POST /api/demo/clock', { body: { by } });
    setBusy(false);
    setProblem(reply.ok ? null : reply.reason);
    if (reply.ok) refresh();
  };
  return (
    <div
      className={styles.control}
      onKeyDown={(event) => {
        if (event.key === 'Escape') setOpen(false);
      }}
    >
      <button
        type="button"
        className={rail.link}
        aria-expanded={open}
        aria-label="The demo’s clock"
        onClick={() => setOpen(!open)}
      >
        <IconClockPlay size={22} stroke={1.6} aria-hidden="true" />
        <span>Clock</span>
      </button>
      {open ? (
        <div className={styles.box} role="group" aria-label="Move the demo’s clock">
          <p>
            The demo stands at <b data-demo-now>{now}</b>. Moved on, its batteries, chargers and
            thermometers live through it.
          </p>
          {STEPS.map(({ by, label }) => (
            <Button key={by} disabled={busy} onClick={() => void move(by)}>
              {label}
            </Button>
          ))}
          {busy ? <p role="status">Living through it …</p> : null}
          {problem ? <p role="alert">{problem}</p> : null}
        </div>
      ) : null}
    </div>
  );
}
