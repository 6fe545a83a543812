import 'server-only';
import { v7 as uuidv7 } from 'uuid';
import { canonical } from '../../core/canonical';
import { makeEntry } from '../../core/logbook/entry';
import { THE_SITE } from '../../core/logbook/kind';
import { recordEntry } from '../../store/record';
import { readInStock, type StockKind } from '../../store/stock';
import { now } from '../server/clock';
import { db } from '../server/store';

const nameIn = (table: 'hall' | 'circuit', id: unknown): unknown =>
  db().prepare(`SELECT name FROM ${table} WHERE id = ?`).pluck().get(id);

/** What is written down of a thing, as people are told of it: by names, which ids are not. */
function told(sheet: object): Record<string, unknown> {
  const { hallId, circuitId, ...rest }: Record<string, unknown> = { ...sheet };
  delete rest.id;
  return {
    ...rest,
    ...(hallId === undefined ? {} : { hall: nameIn('hall', hallId) ?? null }),
    ...(circuitId === undefined ? {} : { circuit: nameIn('circuit', circuitId) ?? null }),
  };
}

/**
 * Changes the stock, and tells the logbook what it was and is; where nothing changed there is nothing to
 * tell. In a transaction of whoever calls it. Answers what the change did.
 */
export function noted<T>(
  what: StockKind | 'air',
  id: string,
  by: string,
  change: () => T,
  otherSite?: string,
): T {
  const before = readInStock(db(), what, id);
  const was = before && told(before.sheet);
  const done = change();
  const after = readInStock(db(), what, id);
  const is = after && told(after.sheet);
  const name = after?.name ?? before?.name;
  if (name === undefined || canonical(was) === canonical(is)) return done;
  const at = now();
  const data = { what, name, was, now: is };
  const entry = makeEntry(
    'stock-changed',
    { id: uuidv7(), subjectId: THE_SITE, at, by },
    otherSite === undefined ? data : { ...data, otherSite },
  );
  recordEntry(db(), entry, new Date(at).toISOString());
  return done;
}
