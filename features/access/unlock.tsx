'use client';

import { t } from '../../core/language';
import { call } from '../http/client';
import { askWorker } from '../offline/ask-worker';
import { DoorForm } from './door-form';
import { Button } from '../ui/button';

/** Signs out whoever is signed in: what this device keeps of the site goes with them. */
export async function signOut(): Promise<void> {
  askWorker({ do: 'forget' });
  await call('POST /api/sign-out', {});
  window.location.assign('/sign-in');
}

/** A session that is locked, until its PIN is typed. `to`: where one goes then; null: one stays. */
export function Unlock({
  name,
  to,
  onDone,
}: {
  readonly name: string;
  readonly to: string | null;
  readonly onDone?: () => void;
}) {
  return (
    <DoorForm
      title={t`Locked: ${name}`}
      fields={[{ name: 'pin', label: 'PIN', type: 'password', autoComplete: 'off' }]}
      button={t`Unlock`}
      after={<Button onClick={() => void signOut()}>{t`Somebody else signs in`}</Button>}
      send={async ({ pin = '' }) => {
        const answer = await call('POST /api/unlock', { body: { pin } });
        if (!answer.ok) return answer.reason;
        onDone?.();
        if (to !== null) window.location.assign(to);
        return null;
      }}
    >
      <p>{t`What was being done is kept.`}</p>
    </DoorForm>
  );
}
