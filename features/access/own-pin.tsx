'use client';

import { t } from '../../core/language';
import { useState } from 'react';
import { call } from '../http/client';
import { TextField } from '../ui/field';
import { Problem } from '../ui/problem';
import { Quiet } from '../ui/quiet';
import layout from '../ui/layout.module.css';
import { Button } from '../ui/button';

/** A PIN for this browser, so that it locks when nobody is at it. */
export function OwnPin() {
  const [pin, setPin] = useState('');
  const [said, setSaid] = useState<string | null>(null);
  const keep = async () => {
    const answer = await call('PUT /api/pin', { body: { pin } });
    if (!answer.ok) return setSaid(answer.reason);
    setSaid(
      pin === '' ? t`This browser is not locked any more.` : t`It locks when nobody is at it.`,
    );
    setPin('');
  };
  return (
    <form
      className={layout.panel}
      aria-label={t`A PIN for this browser`}
      onSubmit={(event) => {
        event.preventDefault();
        void keep();
      }}
    >
      <h2>{t`A PIN for this browser`}</h2>
      <Quiet as="p">{t`It unlocks this browser while you are signed in, and nothing else; left empty, it is taken away. After how long it locks stands under Rules.`}</Quiet>
      <div className={layout.fields}>
        <TextField
          label={t`PIN, 4 to 12 digits`}
          type="password"
          inputMode="numeric"
          value={pin}
          onChange={(event) => setPin(event.target.value)}
        />
        <Button htmlType="submit" size="large">{t`Keep`}</Button>
      </div>
      <Problem>{said}</Problem>
    </form>
  );
}
