'use client';

import { IconSearch } from '@tabler/icons-react';
import { Input } from 'antd';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { useShortcuts } from '../app-shell/shortcuts';
import rail from '../app-shell/sidebar.module.css';
import { Dialog } from '../ui/dialog';
import { Quiet } from '../ui/quiet';
import { findIn, type Findable } from './find-data';
import styles from './find.module.css';

type Known =
  | { readonly kind: 'asking' }
  | { readonly kind: 'known'; readonly all: readonly Findable[] }
  | { readonly kind: 'failed'; readonly why: string };

async function askAll(): Promise<Known> {
  try {
    const reply = await fetch('/api/find');
    if (!reply.ok) return { kind: 'failed', why: `The server answered ${reply.status}.` };
    return { kind: 'known', all: (await reply.json()) as Findable[] };
  } catch {
    return { kind: 'failed', why: 'The server cannot be reached.' };
  }
}

/** Any vehicle from anywhere, by `/` and by its button. */
export function Find() {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const [known, setKnown] = useState<Known>({ kind: 'asking' });
  const [asked, setAsked] = useState('');
  const [at, setAt] = useState(0);
  const found = known.kind === 'known' ? findIn(known.all, asked) : [];
  const show = () => {
    setOpen(true);
    setAsked('');
    setAt(0);
    void askAll().then(setKnown);
  };
  const hide = () => setOpen(false);
  const go = (one: Findable | undefined) => {
    if (!one) return;
    hide();
    router.push(one.href);
  };
  useShortcuts('Find', 'frame', [
    { keys: ['/'], shown: '/', what: 'find a bay, vehicle, owner or battery', act: show },
  ]);
  return (
    <>
      <button type="button" className={rail.link} onClick={show}>
        <IconSearch size={22} stroke={1.6} aria-hidden="true" />
        <span>Find</span>
      </button>
      <Dialog title="Find" open={open} wide onClose={hide}>
        <Input
          autoFocus
          size="large"
          data-kept
          value={asked}
          role="combobox"
          aria-label="Bay, vehicle, owner, battery mark, or what it needs"
          aria-expanded={found.length > 0}
          aria-controls="found"
          aria-activedescendant={found[at] ? `found-${at}` : undefined}
          placeholder="Bay, vehicle, owner, battery mark, or what it needs"
          onChange={(event) => {
            setAsked(event.target.value);
            setAt(0);
          }}
          onKeyDown={(event) => {
            const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
            if (by !== 0) {
              event.preventDefault();
              setAt(Math.min(found.length - 1, Math.max(0, at + by)));
            } else if (event.key === 'Enter') go(found[at]);
          }}
        />
        <ul id="found" role="listbox" aria-label="Found" className={styles.found}>
          {found.map((one, i) => (
            <li
              key={one.href}
              id={`found-${i}`}
              role="option"
              aria-selected={i === at}
              onClick={() => go(one)}
            >
              <b>{one.bay}</b>
              <span>
                {one.name}
                <Quiet as="small">
                  {[one.owner, one.hall, one.marks.join(' ')].filter(Boolean).join(' · ')}
                </Quiet>
              </span>
              <em>{one.needs}</em>
            </li>
          ))}
        </ul>
        {known.kind === 'failed' ? (
          <p role="alert">{known.why}</p>
        ) : asked.trim() !== '' && known.kind === 'known' && found.length === 0 ? (
          <Quiet as="p" role="status">
            Nothing here is called that.
          </Quiet>
        ) : null}
      </Dialog>
    </>
  );
}
