'use client';

import { t } from '../../core/language';
import { useEffect, useRef, useState } from 'react';
import { Quiet } from '../ui/quiet';
import layout from '../ui/layout.module.css';
import { Button } from '../ui/button';

/** Milliseconds between two looks at the clock. */
const EVERY_MS = 250;

/** Time that runs on by itself, faster than it does outside, until it is told to stand still. */
export function Running({
  pace,
  onTick,
}: {
  /** Seconds that go by in one. */
  readonly pace: number;
  readonly onTick: (seconds: number) => void;
}) {
  const [runs, setRuns] = useState(false);
  const tick = useRef(onTick);
  useEffect(() => {
    tick.current = onTick;
  }, [onTick]);
  useEffect(() => {
    if (!runs) return;
    let before = performance.now();
    let owed = 0;
    const timer = setInterval(() => {
      const now = performance.now();
      owed += (pace * (now - before)) / 1000;
      before = now;
      const whole = Math.floor(owed);
      owed -= whole;
      if (whole > 0) tick.current(whole);
    }, EVERY_MS);
    return () => clearInterval(timer);
  }, [runs, pace]);
  return (
    <div className={layout.inline}>
      <Button size="large" aria-pressed={runs} onClick={() => setRuns(!runs)}>
        {runs ? t`Let time stand still` : t`Let time run`}
      </Button>
      <Quiet>{t`${pace} times as fast as outside`}</Quiet>
    </div>
  );
}
