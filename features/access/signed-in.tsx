'use client';

import { t } from '../../core/language';
import { ROLE_WORDS, type Role } from '../../core/access/roles';
import { signOut } from './unlock';
import { Quiet } from '../ui/quiet';
import layout from '../ui/layout.module.css';
import { Button } from '../ui/button';

/** Who is signed in, and the way out. */
export function SignedIn({ name, role }: { readonly name: string; readonly role: Role }) {
  return (
    <header className={layout.head}>
      <h1>{name}</h1>
      <Quiet as="span">{ROLE_WORDS[role].name}</Quiet>
      <Button onClick={() => void signOut()}>{t`Sign out`}</Button>
    </header>
  );
}
