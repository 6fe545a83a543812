'use client';

import { useEffect, useId, useRef, type ReactNode } from 'react';
import styles from './dialog.module.css';

/** Stands over the screen until it is answered or closed; the keys below it are quiet meanwhile. */
export function Dialog({
  title,
  open,
  wide = false,
  stays = false,
  onClose,
  children,
}: {
  readonly title: string;
  readonly open: boolean;
  readonly wide?: boolean;
  /** It is closed by what is in it, and not by a key or beside it. */
  readonly stays?: boolean;
  readonly onClose: () => void;
  readonly children: ReactNode;
}) {
  const dialog = useRef<HTMLDialogElement>(null);
  const id = useId();
  useEffect(() => {
    if (open) dialog.current?.showModal();
    else dialog.current?.close();
  }, [open]);
  return (
    <dialog
      ref={dialog}
      className={wide ? styles.wide : styles.dialog}
      aria-labelledby={id}
      {...(stays ? { closedby: 'none' } : {})}
      onCancel={(event) => {
        if (stays) event.preventDefault();
      }}
      onClose={onClose}
      onClick={(event) => {
        // Outside of it: what is in it fills it to its border.
        if (!stays && event.target === dialog.current) onClose();
      }}
    >
      {open ? (
        <div className={styles.inner}>
          <h2 id={id}>{title}</h2>
          {children}
        </div>
      ) : null}
    </dialog>
  );
}
