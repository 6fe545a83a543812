import { t } from '../../core/language';
import { phrase } from '../words/phrase';
import { Link } from '../ui/link';
import { useRef, useState } from 'react';
import { useSignedIn } from '../access/use-signed-in';
import { Quiet } from '../ui/quiet';
import styles from './panel.module.css';
import { Button, ButtonLink } from '../ui/button';

const FEED = '/api/season/rounds.ics';

/** The season on the phone, on paper and in a file. */
export function Files({ onReadBack }: { readonly onReadBack: (file: File) => void }) {
  const file = useRef<HTMLInputElement>(null);
  const [copied, setCopied] = useState(false);
  return (
    <section className={styles.files}>
      <h2>{t`On the phone, on paper`}</h2>
      {useSignedIn() ? (
        <Quiet as="p">{phrase`A calendar subscribes to the rounds at an address of your own: ${(<Link href="/people">{t`make one behind your name`}</Link>)}.`}</Quiet>
      ) : (
        <>
          <Quiet as="p">{phrase`A calendar can subscribe to the rounds at this address. ${(<a href={FEED}>{'rounds.ics'}</a>)}`}</Quiet>
          <Button
            block
            onClick={() => {
              void navigator.clipboard
                ?.writeText(new URL(FEED, window.location.href).href)
                .then(() => setCopied(true));
            }}
          >
            {copied ? t`Address copied` : t`Copy the address`}
          </Button>
        </>
      )}
      <ButtonLink block href="/season/account">{t`The season’s account`}</ButtonLink>
      <ButtonLink block href="/print/season" target="_blank">{t`Print a month a page`}</ButtonLink>
      <ButtonLink
        block
        href="/print/halls"
        target="_blank"
      >{t`Print a list of each hall`}</ButtonLink>
      <ButtonLink
        block
        href="/print/condemned"
        target="_blank"
      >{t`Print what is condemned`}</ButtonLink>
      <ButtonLink block href="/api/season/document">{t`Export the season`}</ButtonLink>
      <Button block onClick={() => file.current?.click()}>{t`Read a season document`}</Button>
      <input
        ref={file}
        type="file"
        hidden
        aria-label={t`A season document`}
        accept=".json,application/json"
        onChange={(event) => {
          const chosen = event.target.files?.[0];
          if (chosen) onReadBack(chosen);
          // The same file may be read again once it has been mended.
          event.target.value = '';
        }}
      />
    </section>
  );
}
