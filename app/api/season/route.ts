import { currentSite } from '../../../features/site/current';
import { refuse } from '../../../features/server/reply';
import { seasonLines } from '../../../features/yard/load';

export const dynamic = 'force-dynamic';

/** One JSON value a line, as it is worked out. */
export function GET(): Response {
  const loaded = currentSite();
  if (!loaded) return refuse(404, 'The site is not set up yet.');
  const lines = seasonLines(loaded);
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
