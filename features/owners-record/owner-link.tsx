'use client';

import { t } from '../../core/language';
import { phrase } from '../words/phrase';
import { useState } from 'react';
import { useSignedIn } from '../access/use-signed-in';
import { call } from '../http/client';
import { Problem } from '../ui/problem';
import { Quiet } from '../ui/quiet';
import layout from '../ui/layout.module.css';
import { Button } from '../ui/button';

/** A link to its record for the owner of a vehicle, where owners can reach this server. */
export function OwnerLink({ vehicleId }: { readonly vehicleId: string }) {
  const [address, setAddress] = useState<string | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  if (!useSignedIn()) return null;
  const make = async () => {
    const answer = await call('POST /api/owner-links', { body: { vehicleId } });
    setSaid(answer.ok ? null : answer.reason);
    if (answer.ok) setAddress(answer.reply.address);
  };
  const withdraw = async () => {
    const answer = await call('DELETE /api/owner-links/{id}', { of: { id: vehicleId } });
    setSaid(answer.ok ? t`Withdrawn: the link leads nowhere now.` : answer.reason);
    if (answer.ok) setAddress(null);
  };
  return (
    <section aria-label={t`A link for its owner`}>
      <h3>{t`A link for its owner`}</h3>
      <Quiet as="p">{t`To the record of this vehicle alone, to read, for as long as it stands here.`}</Quiet>
      {address ? <p>{phrase`Shown once: ${(<code>{address}</code>)}`}</p> : null}
      <Problem>{said}</Problem>
      <div className={layout.answers}>
        <Button onClick={() => void make()}>{t`Make a link`}</Button>
        <Button onClick={() => void withdraw()}>{t`Withdraw it`}</Button>
      </div>
    </section>
  );
}
