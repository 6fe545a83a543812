import { t } from '../../core/language';
import 'server-only';
import { dataFile, openToRead, type Db } from '../../store/open';
import { archiveLines } from '../../store/archive/write';
import { readSite } from '../../store/site';
import { refuse } from '../server/reply';
import { here } from '../server/here';
import { db } from '../server/store';
import { csvOf } from './csv';
import { TABLE_NAMES, type TableName } from './tables';

const nameOf = (file: string): TableName | null =>
  TABLE_NAMES.find((name) => `${name}.csv` === file) ?? null;

/** Everything as an archive, or one table of it as CSV; 404 for another name. */
export function getTakeOut(file: string): Response {
  if (!readSite(db())) return refuse(404, t`There is no site yet.`);
  const table = nameOf(file);
  if (table !== null)
    return download(file, 'text/csv; charset=utf-8', (from) => csvOf(from, table));
  if (file === 'archive.jsonl') {
    return download(file, 'application/x-ndjson', function* (from) {
      for (const line of archiveLines(from)) yield `${line}\n`;
    });
  }
  const names = TABLE_NAMES.map((name) => `${name}.csv`).join(', ');
  return refuse(404, t`There is archive.jsonl, and ${names}.`);
}

/** In pieces as it is read, from a connection of its own: meanwhile others go on writing. */
function download(file: string, type: string, pieces: (from: Db) => Generator<string>): Response {
  const from = openToRead(dataFile(here().folder));
  const all = pieces(from);
  const encoder = new TextEncoder();
  const end = () => {
    all.return(undefined);
    from.close();
  };
  const body = new ReadableStream<Uint8Array>({
    pull(controller) {
      try {
        const { done, value } = all.next();
        if (!done) return controller.enqueue(encoder.encode(value));
        from.close();
        controller.close();
      } catch (error) {
        end();
        controller.error(error);
      }
    },
    cancel: end,
  });
  return new Response(body, {
    headers: {
      'content-type': type,
      'content-disposition': `attachment; filename="${file}"`,
      'cache-control': 'no-store',
    },
  });
}
