'use client';

import { t } from '../../core/language';
import { Suspense, lazy, useState, type ComponentType } from 'react';
import { fetchedOnce } from './later';
import { Quiet } from './quiet';

/** Whether the page is still being made: on the server, or in the browser until it is alive. */
const isOpening = () =>
  typeof document === 'undefined' || !('alive' in document.documentElement.dataset);

/** What the document tells once a page is alive. */
export const ALIVE = 'velvet-alive';

/** Fulfilled once the page is alive: what can be seen later waits for what can be touched. */
export const alive = (): Promise<void> =>
  isOpening()
    ? new Promise((done) => document.addEventListener(ALIVE, () => done(), { once: true }))
    : Promise.resolve();

/**
 * A part of a screen that few pages open with. It comes once the page is alive, or when it is asked
 * for; where a page opens with it, that has it from the server and is not alive before it listens
 * too. A server that is away is asked again.
 */
export function part<P extends object>(
  load: () => Promise<ComponentType<P>>,
  {
    served,
    early = true,
  }: {
    /**
     * The same by `next/dynamic`, where a page may open with it: what the server sends of it has
     * its styles with it then. The compiler wants to see that call where it is made.
     */
    readonly served?: ComponentType<P>;
    /** False: it comes only where it is shown. */
    readonly early?: boolean;
  } = {},
): ComponentType<P> {
  let here: ComponentType<P> | null = null;
  const fetch = fetchedOnce(async () => (here = await load()), early);
  const Late = lazy(async () => ({ default: await fetch() }));
  const First = served ?? Late;
  return function Part(props: P) {
    const [opening] = useState(isOpening);
    // What a browser has already needs no waiting.
    const [Now] = useState(() => (opening ? null : here));
    if (Now) return <Now {...props} />;
    // All of an opening page waits, and nothing of it jumps when the part arrives.
    if (opening) return <First {...props} />;
    return (
      <Suspense fallback={<Quiet>{t`A moment …`}</Quiet>}>
        <Late {...props} />
      </Suspense>
    );
  };
}
