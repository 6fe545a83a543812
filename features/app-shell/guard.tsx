'use client';

import { t } from '../../core/language';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { Dialog } from '../ui/dialog';
import { serverAnswers } from './refresh';
import { isAnythingTyped, noteField, noteFieldsOf, typedIntoFields, typedWasSent } from './typed';
import styles from './guard.module.css';
import { Button } from '../ui/button';

/** What stands in the way of leaving a page. */
type InTheWay =
  | { readonly kind: 'typed'; readonly list: readonly string[]; readonly to: string }
  | { readonly kind: 'away' };

/** The address that a click leads to within this site, in this tab; null: none. */
function leadsTo(event: MouseEvent): URL | null {
  if (event.button !== 0 || event.metaKey || event.ctrlKey || event.shiftKey || event.altKey) {
    return null;
  }
  const link = event.target instanceof Element ? event.target.closest('a[href]') : null;
  if (!(link instanceof HTMLAnchorElement) || link.target === '_blank' || link.download)
    return null;
  const to = new URL(link.href);
  return to.origin === window.location.origin && !to.pathname.startsWith('/api/') ? to : null;
}

/**
 * Stands around every screen: what is typed is not left behind without a word, a page is not left
 * for one that cannot be had, and a button that was pressed by mouse or finger gives the keys back.
 */
export function Guard() {
  const router = useRouter();
  const [inTheWay, setInTheWay] = useState<InTheWay | null>(null);

  useEffect(() => {
    const focus = (event: FocusEvent) => noteField(event.target);
    const leave = (event: MouseEvent) => {
      const to = leadsTo(event);
      if (!to || to.pathname === window.location.pathname) return;
      const list = typedIntoFields();
      if (list.length > 0) {
        event.preventDefault();
        event.stopPropagation();
        setInTheWay({ kind: 'typed', list, to: to.href });
        return;
      }
      // Asked each time: whether the device has a network says nothing of whether the server is there.
      event.preventDefault();
      event.stopPropagation();
      void serverAnswers().then((answers) => {
        if (answers) router.push(to.href);
        else setInTheWay({ kind: 'away' });
      });
    };
    const release = (event: MouseEvent) => {
      // What was clicked on may have been drawn anew by now: the way there is what it was.
      const button = event.composedPath().find((one) => one instanceof HTMLButtonElement);
      // One that takes keys itself keeps them.
      const pressed = event.detail > 0 && button?.matches('main :not([data-keys])');
      if (button && pressed && !button.ariaHasPopup && document.activeElement === button)
        button.blur();
    };
    const unload = (event: BeforeUnloadEvent) => {
      if (isAnythingTyped() || typedIntoFields().length > 0) event.preventDefault();
    };
    noteFieldsOf(document);
    document.addEventListener('focusin', focus);
    document.addEventListener('click', leave, { capture: true });
    document.addEventListener('click', release);
    window.addEventListener('beforeunload', unload);
    return () => {
      document.removeEventListener('focusin', focus);
      document.removeEventListener('click', leave, { capture: true });
      document.removeEventListener('click', release);
      window.removeEventListener('beforeunload', unload);
    };
  }, [router]);

  const stay = () => setInTheWay(null);
  return (
    <Dialog
      title={
        inTheWay?.kind === 'away' ? t`The server cannot be reached` : t`Typed, and not recorded`
      }
      open={inTheWay !== null}
      onClose={stay}
    >
      <p>
        {inTheWay?.kind === 'typed'
          ? t`${inTheWay.list.join(', ')} would be lost if you leave this page.`
          : t`The other page cannot be fetched, so this one stays. What you record here goes out by itself when the server is back.`}
      </p>
      <div className={styles.choices}>
        <Button type="primary" autoFocus onClick={stay}>{t`Stay here`}</Button>
        {inTheWay?.kind === 'typed' ? (
          <Button
            onClick={() => {
              typedWasSent();
              router.push(inTheWay.to);
              stay();
            }}
          >{t`Leave without it`}</Button>
        ) : null}
      </div>
    </Dialog>
  );
}
