import 'server-only';
import { cookies } from 'next/headers';
import { cache } from 'react';
import { isSigned, whoHas, type Who } from './who';

/** Who looks at the page that is being made, asked once for all of it; null: nobody who is known. */
export const whoLooks = cache(async (): Promise<Who | null> => {
  const jar = await cookies();
  return whoHas((name) => jar.get(name)?.value);
});

/** The name of who is signed in, which entries of this page are recorded by; nobody signs in: none. */
export const signedInAs = async (): Promise<string | undefined> =>
  isSigned() ? (await whoLooks())?.name : undefined;
