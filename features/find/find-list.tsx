'use client';

import { t } from '../../core/language';
import { useEffect, useRef, useState } from 'react';
import { call } from '../http/client';
import { Quiet } from '../ui/quiet';
import { findIn, type Findable } from './find-data';
import styles from './find.module.css';
import { Input } from '../ui/input';

type Known =
  | { readonly kind: 'asking' }
  | { readonly kind: 'known'; readonly all: readonly Findable[] }
  | { readonly kind: 'failed'; readonly why: string };

async function askAll(): Promise<Known> {
  const answer = await call('GET /api/find', {});
  return answer.ok ? { kind: 'known', all: answer.reply } : { kind: 'failed', why: answer.reason };
}

/** What is asked, and what is found of it. */
export function FindList({ path, onHide }: { path: string; onHide: () => void }) {
  const list = useRef<HTMLUListElement>(null);
  const [known, setKnown] = useState<Known>({ kind: 'asking' });
  const [asked, setAsked] = useState('');
  const [at, setAt] = useState(0);
  const found = known.kind === 'known' ? findIn(known.all, asked) : [];
  useEffect(() => {
    let gone = false;
    void askAll().then((all) => !gone && setKnown(all));
    return () => void (gone = true);
  }, []);
  return (
    <>
      <Input
        autoFocus
        size="large"
        data-kept
        value={asked}
        role="combobox"
        aria-label={t`Bay, vehicle, owner, battery mark, or what it needs`}
        aria-expanded={found.length > 0}
        aria-controls="found"
        aria-activedescendant={found[at] ? `found-${at}` : undefined}
        placeholder={t`Bay, vehicle, owner, battery mark, or what it needs`}
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
      <ul ref={list} id="found" role="listbox" aria-label={t`Found`} className={styles.found}>
        {found.map((one, i) => (
          <li key={one.href} id={`found-${i}`} role="option" aria-selected={i === at}>
            <a
              href={one.href}
              tabIndex={-1}
              onClick={(event) => {
                if (one.href !== path) return;
                // It is in front already.
                event.preventDefault();
                onHide();
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
        <Quiet as="p" role="status">{t`Nothing here is called that.`}</Quiet>
      ) : null}
    </>
  );
}
