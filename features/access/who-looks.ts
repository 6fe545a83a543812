import 'server-only';
import { cookies } from 'next/headers';
import { isSigned, whoHas, type Who } from './who';

/** The name of who is signed in, which entries of this page are recorded by; nobody signs in: none. */
export async function signedInAs(): Promise<string | undefined> {
  return isSigned() ? (await whoLooks())?.name : undefined;
}

/** Who looks at the page that is being made; null: nobody who is known. */
export async function whoLooks(): Promise<Who | null> {
  const jar = await cookies();
  return whoHas((name) => jar.get(name)?.value);
}
