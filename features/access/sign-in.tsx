'use client';

import { t, msg, withWords } from '../../core/language';
import { call } from '../http/client';
import { DoorForm, type DoorField } from './door-form';

const NAME: DoorField = withWords({ name: 'name', label: msg`Name`, autoComplete: 'username' });

/** Name and passphrase of who works here; on a new site, of the first one. */
export function SignIn({ isFirst, to }: { readonly isFirst: boolean; readonly to: string }) {
  const passphrase: DoorField = {
    ...{ name: 'passphrase', label: t`Passphrase`, type: 'password' },
    autoComplete: isFirst ? 'new-password' : 'current-password',
  };
  return (
    <DoorForm
      title={isFirst ? t`The first who works here` : t`Sign in`}
      fields={[NAME, passphrase]}
      button={isFirst ? t`Begin` : t`Sign in`}
      send={async ({ name = '', passphrase: typed = '' }) => {
        const address = isFirst ? 'POST /api/first' : 'POST /api/sign-in';
        const answer = await call(address, { body: { name, passphrase: typed } });
        if (!answer.ok) return answer.reason;
        window.location.assign(to);
        return null;
      }}
    >
      <p>
        {isFirst
          ? t`A manager, who lets the others in. The passphrase has twelve characters or more: four words are easily kept in mind.`
          : t`Who did it stands on every entry.`}
      </p>
    </DoorForm>
  );
}
