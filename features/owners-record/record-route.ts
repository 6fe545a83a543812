import { t } from '../../core/language';
import 'server-only';
import { ask } from '../server/ask';
import { refuse } from '../server/reply';

/** The owner’s record of a vehicle that is here, or was. */
export async function getRecord(id: string): Promise<Response> {
  const record = await ask('ownersRecord', id);
  if (record === undefined) return refuse(404, t`The site is not set up yet.`);
  return record === null
    ? refuse(404, t`There is no such vehicle here, and none was.`)
    : Response.json(record, { headers: { 'cache-control': 'no-store' } });
}
