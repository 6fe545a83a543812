/** Who records where nobody signs in by name. */
export const ATTENDANT = 'attendant';

/** Who records on this page: who is signed in, and it says so (`app/layout`). */
export const recorder = (): string =>
  (typeof document === 'undefined' ? undefined : document.documentElement.dataset.who) ?? ATTENDANT;

/** Whether an entry is somebody’s to send: their own, or of a time before people had names here. */
export const isTheirs = ({ by }: { readonly by: string }, who: string): boolean =>
  by === who || by === ATTENDANT;
