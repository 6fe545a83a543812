import 'server-only';
import { cookies } from 'next/headers';
import { whoHas, type Who } from './who';

/** Who looks at the page that is being made; null: nobody who is known. */
export async function whoLooks(): Promise<Who | null> {
  const jar = await cookies();
  return whoHas((name) => jar.get(name)?.value);
}
