import { t } from '../../core/language';
import 'server-only';
import { v7 as uuidv7 } from 'uuid';
import { noteDoor } from '../../store/door';
import { addPerson, readPersonNamed } from '../../store/people';
import { letInWith } from '../access/routes';
import { isSigned, whoIsIn } from '../access/who';
import { here, installation } from '../server/here';
import { bodyOf, refuse } from '../server/reply';
import { db } from '../server/store';
import { sitesFor } from './served-sites';
import { NewSite } from './schema';

const notAddedHere = () =>
  t`This server serves what it was started with. Sites are added where ./ember start runs without a proxy; behind one each has a server of its own.`;

/**
 * Adds a site beside those there are: a data file of its own, on the next free port. Who adds it is its
 * first manager, and is let in there on this browser. 409 where this process can serve no more.
 */
export async function postSite(request: Request): Promise<Response> {
  const { data, refusal } = await bodyOf(request, NewSite);
  if (refusal) return refusal;
  const { add } = installation();
  if (!add) return refuse(409, notAddedHere());
  const host = request.headers.get('host') ?? '';
  if (sitesFor(host).some(({ name }) => name.toLowerCase() === data.name.toLowerCase()))
    return refuse(409, t`name: a site is called ${data.name} already.`, { field: 'name' });
  const who = whoIsIn(request);
  const person = isSigned() ? readPersonNamed(db(), who.name) : null;
  const headers: string[] = [];
  const from = here();
  const site = await add(data.name, () => {
    if (!person) return;
    // The same name and passphrase; nobody else of here is known there.
    const addedAt = Date.now();
    const first = { ...person, id: uuidv7(), addedAt };
    addPerson(db(), first);
    noteDoor(db(), addedAt, 'added', { personId: first.id, by: who.name });
    headers.push(...letInWith(request, first, from));
  });
  const { href } = sitesFor(host).find(({ mark }) => mark === site.mark)!;
  const reply = Response.json({ href: `${href}/setup?name=${encodeURIComponent(data.name)}` });
  for (const cookie of headers) reply.headers.append('set-cookie', cookie);
  return reply;
}
