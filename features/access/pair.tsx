'use client';

import { t } from '../../core/language';
import { phrase } from '../words/phrase';
import { useSyncExternalStore } from 'react';
import { call } from '../http/client';
import { DoorForm } from './door-form';

/** The code stands behind the hash, where no server and no log sees it. */
const codeInAddress = () => decodeURIComponent(window.location.hash.slice(1));
const never = () => () => undefined;

/** What kind of thing asks, as far as it says. */
const kindHere = () => (/Mobi|Android/i.test(navigator.userAgent) ? t`Phone` : t`Desk`);

/** Pairs this browser with a code that was scanned or is typed. */
export function Pair() {
  const code = useSyncExternalStore(never, codeInAddress, () => '');
  const kind = useSyncExternalStore(never, kindHere, () => '');
  return (
    <DoorForm
      key={code + kind}
      title={t`Pair this browser`}
      fields={[
        { name: 'code', label: t`Code`, autoComplete: 'one-time-code', value: code },
        { name: 'name', label: t`What it is called here`, autoComplete: 'off', value: kind },
      ]}
      button={t`Pair it`}
      send={async ({ code: typed = '', name = '' }) => {
        const answer = await call('POST /api/pair', { body: { code: typed, name } });
        if (!answer.ok) return answer.reason;
        window.location.replace('/sign-in');
        return null;
      }}
    >
      <p>{phrase`The code is shown at a desk that is signed in, behind the name on its rail, or by the server itself: ${(<code>./ember pair</code>)}. It is good once, for five minutes.`}</p>
    </DoorForm>
  );
}
