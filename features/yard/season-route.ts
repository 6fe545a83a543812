import { t } from '../../core/language';
import 'server-only';
import { readSite } from '../../store/site';
import { ask } from '../server/ask';
import { refuse } from '../server/reply';
import { db } from '../server/store';
import { seasonLines } from './load';

/** One JSON value a line, as it is worked out. */
export function getSeasonLines(): Response {
  if (!readSite(db())) return refuse(404, t`The site is not set up yet.`);
  const lines = seasonLines((first) => ask('yardSeason', first));
  const encoder = new TextEncoder();
  return new Response(
    new ReadableStream({
      async pull(to) {
        const { value, done } = await lines.next();
        if (done) to.close();
        else to.enqueue(encoder.encode(`${JSON.stringify(value)}\n`));
      },
      async cancel() {
        await lines.return(undefined);
      },
    }),
    { headers: { 'content-type': 'application/x-ndjson', 'cache-control': 'no-store' } },
  );
}
