import { t } from '../../core/language';
import 'server-only';
import { noteDoor } from '../../store/door';
import {
  addPerson,
  letGo,
  managersBeside,
  readPerson,
  readPersonNamed,
  setPassphrase,
  setRole,
} from '../../store/people';
import { bodyOf, refuse } from '../server/reply';
import { db } from '../server/store';
import { hashOf } from './passphrase';
import { PersonBody, PersonChange } from './schema';
import { whoIsIn } from './who';

/** Somebody new who works here. */
export async function postPerson(request: Request): Promise<Response> {
  const { data, refusal } = await bodyOf(request, PersonBody);
  if (refusal) return refusal;
  if (readPerson(db(), data.id)) return Response.json({ kept: true });
  const passphrase = await hashOf(data.passphrase);
  const at = Date.now();
  const added = db()
    .transaction(() => {
      if (readPersonNamed(db(), data.name)) return false;
      addPerson(db(), { ...data, passphrase, addedAt: at });
      noteDoor(db(), at, 'added', { personId: data.id, by: whoIsIn(request).name });
      return true;
    })
    .immediate();
  return added
    ? Response.json({ kept: true })
    : refuse(409, t`name: ${data.name} works here already.`, { field: 'name' });
}

const lastManager = () => t`This is the only manager: make somebody else one first.`;

/** Another role, or a new passphrase. */
export async function putPerson(request: Request, id: string): Promise<Response> {
  const { data, refusal } = await bodyOf(request, PersonChange);
  if (refusal) return refusal;
  const passphrase = data.passphrase === undefined ? null : await hashOf(data.passphrase);
  const by = whoIsIn(request).name;
  return db()
    .transaction(() => {
      const person = readPerson(db(), id);
      if (!person) return refuse(404, t`Nobody of that id works here.`);
      const at = Date.now();
      if (data.role && data.role !== person.role) {
        if (person.role === 'manager' && managersBeside(db(), id) === 0) {
          return refuse(409, lastManager());
        }
        setRole(db(), id, data.role);
        noteDoor(db(), at, 'changed', { personId: id, by });
      }
      if (passphrase) {
        setPassphrase(db(), id, passphrase);
        noteDoor(db(), at, 'passphrase', { personId: id, by });
      }
      return Response.json({ kept: true });
    })
    .immediate();
}

/** Somebody who works here no more. */
export function deletePerson(request: Request, id: string): Response {
  const by = whoIsIn(request).name;
  return db()
    .transaction(() => {
      const person = readPerson(db(), id);
      if (!person) return refuse(404, t`Nobody of that id works here.`);
      if (person.role === 'manager' && managersBeside(db(), id) === 0) {
        return refuse(409, lastManager());
      }
      const at = Date.now();
      letGo(db(), id, at);
      noteDoor(db(), at, 'left', { personId: id, by });
      return Response.json({ kept: true });
    })
    .immediate();
}
