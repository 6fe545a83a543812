'use client';

import { useState, type ReactNode } from 'react';
import { Dialog } from '../ui/dialog';
import rail from './sidebar.module.css';

/** A button of the rail that opens a dialog. */
export function RailDialog({
  icon,
  word,
  about,
  title,
  onHidden,
  children,
}: {
  readonly icon: ReactNode;
  /** On the button. */
  readonly word: string;
  /** What the button is about, where its word does not say all of it. */
  readonly about: string;
  readonly title: string;
  readonly onHidden: () => void;
  readonly children: ReactNode;
}) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <button
        type="button"
        className={rail.link}
        aria-haspopup="dialog"
        title={about}
        onClick={() => setOpen(true)}
      >
        {icon}
        <span>{word}</span>
      </button>
      <Dialog
        title={title}
        open={open}
        onClose={() => {
          setOpen(false);
          onHidden();
        }}
      >
        {children}
      </Dialog>
    </>
  );
}
