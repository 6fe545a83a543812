'use client';

import { IconSearch } from '@tabler/icons-react';
import { Input } from 'antd';
import { usePathname } from 'next/navigation';
import { useRef, useState } from 'react';
import { useShortcuts } from '../app-shell/shortcuts';
import rail from '../app-shell/sidebar.module.css';
import { call } from '../http/client';
import { Dialog } from '../ui/dialog';
import { Quiet } from '../ui/quiet';
import { findIn, type Findable } from './find-data';
import styles from './find.module.css';

type Known =
  | { readonly kind: 'asking' }
  | { readonly kind: 'known'; readonly all: readonly Findable[] }
  | { readonly kind: 'failed'; readonly why: string };

async function askAll(): Promise<Known> {
  const answer = await call('GET /api/find', {});
  return answer.ok ? { kind: 'known', all: answer.reply } : { kind: 'failed', why: answer.reason };
}

/** Any vehicle from anywhere, by `/` and by its button. */
export function Find() {
  const path = usePathname();
  // Open until one has gone elsewhere.
  const [openOn, setOpenOn] = useState<string | null>(null);
  const open = openOn === path;
  const list = useRef<HTMLUListElement>(null);
  const [known, setKnown] = useState<Known>({ kind: 'asking' });
  const [asked, setAsked] = useState('');
  const [at, setAt] = useState(0);
  const found = known.kind === 'known' ? findIn(known.all, asked) : [];
  const show = () => {
    setOpenOn(path);
    setAsked('');
    setAt(0);
    void askAll().then(setKnown);
  };
  const hide = () => setOpenOn(null);
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
            } else if (event.key === 'Enter') {
              // As a click on it would: the guard has its word before one leaves.
              // This key is answered: it is not pressed again on what the guard asks.
              event.preventDefault();
              list.current?.querySelector<HTMLElement>('[aria-selected=true] a')?.click();
            }
          }}
        />
        <ul ref={list} id="found" role="listbox" aria-label="Found" className={styles.found}>
          {found.map((one, i) => (
            <li key={one.href} id={`found-${i}`} role="option" aria-selected={i === at}>
              <a
                href={one.href}
                tabIndex={-1}
                onClick={(event) => {
                  if (one.href !== path) return;
                  // It is in front already.
                  event.preventDefault();
                  hide();
                }}
              >
                <b>{one.bay}</b>
                <span>
                  {one.name}
                  <Quiet as="small">
                    {[one.owner, one.hall, one.marks.join(' ')].filter(Boolean).join(' · ')}
                  </Quiet>
                </span>
                <em>{one.needs}</em>
              </a>
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
