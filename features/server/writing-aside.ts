import { here, type Served } from './here';

const WRITING = 'writing-aside';

/**
 * Writes to the site that is asked from a thread, one after the other. Whoever wants to record something
 * meanwhile waits for its end: on our own connection the wait would stop everybody who only looks, too.
 */
export function writingAside<T>(write: () => Promise<T>): Promise<T> {
  const { held } = here();
  const before = (held.get(WRITING) as Promise<unknown> | undefined) ?? Promise.resolve();
  const mine = before.then(write, write);
  const settled = mine.catch(() => undefined);
  held.set(WRITING, settled);
  void settled.then(() => {
    if (held.get(WRITING) === settled) held.delete(WRITING);
  });
  return mine;
}

/** The end of what is written to a site from a thread; null: nothing is. */
export const endOfWriting = ({ held }: Served): Promise<unknown> | null =>
  (held.get(WRITING) as Promise<unknown> | undefined) ?? null;
