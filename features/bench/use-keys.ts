'use client';

import { useEffect } from 'react';
import { isTyping } from '../app-shell/keys';

/** Keys of a screen; those pressed in a field or on a button are the field's own. */
export function useKeys(actions: Readonly<Record<string, (() => void) | null>>): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const { target } = event;
      if (isTyping(event) || event.repeat) return;
      if (target instanceof HTMLElement && target.closest('button, a, summary, [role="slider"]')) {
        return;
      }
      const action = actions[event.key];
      if (!action) return;
      event.preventDefault();
      action();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });
}
