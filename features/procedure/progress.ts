'use client';

import { useCallback, useSyncExternalStore } from 'react';
import { z } from 'zod';
import { LEVELS } from '../../core/inspect/points';
import { ChargingSeen } from '../../core/vehicle-tests/charging-test';
import { CrankSeen } from '../../core/vehicle-tests/crank-test';
import { HeadlampsSeen } from '../../core/vehicle-tests/headlamps';
import { LoadSeen } from '../../core/vehicle-tests/load-test';
import { DropsSeen } from '../../core/vehicle-tests/voltage-drop';

const CrankMeasured = CrankSeen.pick({
  ran: true,
  restVolts: true,
  leastVolts: true,
  seconds: true,
});

const Progress = z.object({
  done: z.array(z.string()),
  milliamps: z.number().optional(),
  levels: z.array(z.enum(LEVELS)).optional(),
  addedMl: z.array(z.number()).optional(),
  gravities: z.array(z.number()).optional(),
  acidCelsius: z.number().optional(),
  crank: CrankSeen.optional(),
  /** What a meter saw of a start, before anybody said how it sounded. */
  crankMeasured: CrankMeasured.optional(),
  charging: ChargingSeen.optional(),
  drops: DropsSeen.optional(),
  headlamps: HeadlampsSeen.optional(),
  load: LoadSeen.optional(),
});
export type Progress = z.infer<typeof Progress>;

const NOTHING: Progress = { done: [] };
const listeners = new Set<() => void>();
const known = new Map<string, { readonly text: string; readonly progress: Progress }>();

/** Ticks of this visit, where the device's storage is forbidden or full. */
const unkept = new Map<string, string>();

const textOf = (key: string): string | null => {
  try {
    return unkept.get(key) ?? window.localStorage.getItem(key);
  } catch {
    // Forbidden: they last as long as the page, and the round says that this device keeps nothing.
    return unkept.get(key) ?? null;
  }
};

function keep(key: string, text: string | null): void {
  try {
    if (text === null) window.localStorage.removeItem(key);
    else window.localStorage.setItem(key, text);
    unkept.delete(key);
  } catch {
    if (text === null) unkept.delete(key);
    else unkept.set(key, text);
  }
}

/** A procedure half done, as this device remembers it; nonsense counts as nothing done. */
function read(key: string): Progress {
  const text = textOf(key);
  if (text === null) return NOTHING;
  const remembered = known.get(key);
  if (remembered?.text === text) return remembered.progress;
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    json = null;
  }
  const progress = Progress.safeParse(json).data ?? NOTHING;
  known.set(key, { text, progress });
  return progress;
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** Where a procedure stands; kept on this device, so that a phone in a pocket loses nothing. */
export function useProgress(
  place: string,
): [Progress, (to: Progress | ((before: Progress) => Progress)) => void] {
  const key = `velvet-procedure-${place}`;
  const progress = useSyncExternalStore(
    subscribe,
    () => read(key),
    () => NOTHING,
  );
  const setProgress = useCallback(
    (to: Progress | ((before: Progress) => Progress)) => {
      // Two ticks may come between one drawing of the page and the next.
      const next = typeof to === 'function' ? to(read(key)) : to;
      const { done, ...inputs } = next;
      if (done.length === 0 && Object.values(inputs).every((input) => input === undefined)) {
        keep(key, null);
      } else keep(key, JSON.stringify(next));
      for (const listener of listeners) listener();
    },
    [key],
  );
  return [progress, setProgress];
}
