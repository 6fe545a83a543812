import { useEffect, useState } from 'react';
import type { SeasonData, SeasonLine } from './yard-data';

interface Answer {
  readonly stamp: unknown;
  readonly season: SeasonData | null;
  readonly failed: boolean;
  readonly progress: { readonly done: number; readonly of: number } | null;
}
const NOTHING = { season: null, failed: false, progress: null };

/**
 * The season of every battery, fetched when the ribbon first leaves today, with how far it is
 * worked out; back at today the rest is called off.
 */
export function useSeason(needed: boolean, stamp: unknown): Omit<Answer, 'stamp'> {
  const [answer, setAnswer] = useState<Answer | null>(null);
  const current = answer?.stamp === stamp ? answer : null;
  const wanted = needed && !current?.season && !current?.failed;
  useEffect(() => {
    if (!wanted) return;
    const stop = new AbortController();
    const say = (told: Partial<Answer>) => {
      if (!stop.signal.aborted) setAnswer({ stamp, ...NOTHING, ...told });
    };
    readLines(stop.signal, (line) => say('season' in line ? line : { progress: line }))
      .then((whole) => whole || say({ failed: true }))
      .catch(() => say({ failed: true }));
    return () => stop.abort();
  }, [wanted, stamp]);
  return current ?? NOTHING;
}

/** Each line as it comes; false where the season itself did not. */
async function readLines(
  signal: AbortSignal,
  onLine: (line: SeasonLine) => void,
): Promise<boolean> {
  const reply = await fetch('/api/yard/series', { signal });
  if (!reply.ok || !reply.body) return false;
  const reader = reply.body.pipeThrough(new TextDecoderStream()).getReader();
  let open = '';
  let whole = false;
  for (;;) {
    const { value, done } = await reader.read();
    if (done) return whole;
    const lines = (open + value).split('\n');
    open = lines.pop()!;
    for (const text of lines) {
      const line = JSON.parse(text) as SeasonLine;
      whole ||= 'season' in line;
      onLine(line);
    }
  }
}
