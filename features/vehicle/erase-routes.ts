import { t } from '../../core/language';
import 'server-only';
import { dropPhoto } from '../../store/photos';
import { eraseContact } from '../../store/site';
import { refuse } from '../server/reply';
import { db } from '../server/store';

/** Erases a photograph for good; the entry that it was taken stays. */
export const deletePhoto = (id: string): Response =>
  dropPhoto(db(), id)
    ? Response.json({ kept: true })
    : refuse(404, t`There is no such photograph, or not any more.`);

/** Erases for good how an owner is reached; the name stays with what was agreed. */
export const deleteContact = (id: string): Response =>
  eraseContact(db(), id)
    ? Response.json({ kept: true })
    : refuse(404, t`There is no such owner, or nothing is known of them.`);
