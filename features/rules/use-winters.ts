'use client';

import { t } from '../../core/language';
import { useEffect, useRef, useState } from 'react';
import type { RulePatch } from '../../core/rules/rules';
import { call } from '../http/client';
import type { TriedWinter } from './tried';

/** Winters in which nothing was tried when anything was built. */
const FIRST_SEED = 71_000_000;

export interface Winters {
  readonly done: readonly TriedWinter[];
  readonly runs: boolean;
  /** Milliseconds that are left, as the winters before went; null: not known yet. */
  readonly leftMs: number | null;
  readonly problem: string | null;
  readonly start: (count: number) => void;
  readonly stop: () => void;
}

/** Winters of the site played one after the other, by the rules as they are and as they are tried. */
export function useWinters(patch: RulePatch, oneMore: string | null): Winters {
  const [done, setDone] = useState<readonly TriedWinter[]>([]);
  const [runs, setRuns] = useState(false);
  const [leftMs, setLeftMs] = useState<number | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const stopping = useRef<AbortController | null>(null);
  useEffect(() => () => stopping.current?.abort(), []);

  const run = async (count: number) => {
    const stop = new AbortController();
    stopping.current = stop;
    const ask = (seed: number, tried: boolean) =>
      call('POST /api/winters', {
        body: { seed, patch: tried ? patch : {}, oneMore: tried ? oneMore : null },
        signal: stop.signal,
      });
    setProblem(null);
    setRuns(true);
    setDone([]);
    const begun = performance.now();
    for (let n = 0; n < count; n++) {
      // The same winter twice: what differs between the two is what is tried.
      const seed = FIRST_SEED + 1000 * n;
      const asIs = await ask(seed, false);
      const tried = asIs.ok ? await ask(seed, true) : asIs;
      if (stop.signal.aborted) break;
      if (!asIs.ok || !tried.ok) {
        setProblem(t`It stopped: ${!asIs.ok ? asIs.reason : !tried.ok ? tried.reason : ''}`);
        break;
      }
      const winter = { asIs: asIs.reply, tried: tried.reply };
      setDone((before) => [...before, winter]);
      setLeftMs(((performance.now() - begun) / (n + 1)) * (count - n - 1));
    }
    setRuns(false);
    setLeftMs(null);
  };
  return {
    ...{ done, runs, leftMs, problem },
    start: (count) => void run(count),
    stop: () => {
      stopping.current?.abort();
      setRuns(false);
    },
  };
}
