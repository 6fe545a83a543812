import { useSyncExternalStore } from 'react';

const never = () => () => undefined;

/** Whether people sign in here: then this page says who did. */
export const useSignedIn = (): boolean =>
  useSyncExternalStore(
    never,
    () => 'who' in document.documentElement.dataset,
    () => false,
  );
