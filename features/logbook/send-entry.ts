import { t } from '../../core/language';
import { z } from 'zod';
import type { NewEntry } from '../../core/logbook/entry';
import { noteAnswer } from '../offline/server-time';
import { Refusal } from '../http/refusal';

/** What became of an entry that was sent. */
export type Outcome =
  /** On the server's disk, under this number of its logbook. */
  | { readonly kind: 'taken'; readonly seq: number }
  /** The server will not take it as it is. */
  | { readonly kind: 'refused'; readonly reason: string }
  /** Nothing goes out just now; in so many milliseconds it may be asked again, where it says so. */
  | { readonly kind: 'wait'; readonly why: string; readonly afterMs: number | null }
  /** The server fails on this one: the others go on. */
  | { readonly kind: 'failing'; readonly why: string };

const Taken = z.object({ id: z.string(), seq: z.number() });

const PhotoTaken = z.object({ id: z.string() });

const away = () => t`the server cannot be reached`;
/** Said of this device or this moment, and not of the entry: not signed in, too fast, other name. */
const NOT_NOW = new Set([401, 403, 408, 421, 425, 429]);
/** Said by what stands before a server that is away. */
const GATEWAY = new Set([502, 503, 504]);

/**
 * Sends one entry, and the picture that belongs to it before it. Only an answer that is this program's
 * own counts: a page that some network puts in between takes nothing and refuses nothing.
 */
export async function sendEntry(entry: NewEntry, photo?: Blob): Promise<Outcome> {
  if (photo && entry.kind === 'photographed') {
    const { photoId } = entry.data;
    const query = new URLSearchParams({ vehicle: entry.subjectId, taken: entry.at });
    const sent = await outcomeOf(
      `/api/photos/${photoId}?${query.toString()}`,
      { method: 'PUT', headers: { 'content-type': photo.type }, body: photo },
      // The entry has the number in the logbook, and not its picture.
      (body) => (PhotoTaken.safeParse(body).data?.id === photoId ? 0 : null),
    );
    if (sent.kind !== 'taken') return sent;
  }
  return outcomeOf(
    '/api/entries',
    {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(entry),
    },
    (body) => {
      const taken = Taken.safeParse(body);
      return taken.data?.id === entry.id ? taken.data.seq : null;
    },
  );
}

/** What became of something that was sent; `numberOf`: its number, where an answer takes it. */
async function outcomeOf(
  address: string,
  what: RequestInit,
  numberOf: (body: unknown) => number | null,
): Promise<Outcome> {
  let reply: Response;
  try {
    reply = await fetch(address, what);
  } catch {
    return { kind: 'wait', why: away(), afterMs: null };
  }
  const { status } = reply;
  noteAnswer(reply);
  const body: unknown = await reply.json().catch(() => null);
  if (reply.ok) {
    const seq = numberOf(body);
    return seq === null ? { kind: 'wait', why: away(), afterMs: null } : { kind: 'taken', seq };
  }
  const refusal = Refusal.safeParse(body);
  const reason = refusal.success ? refusal.data.reason : null;
  if (GATEWAY.has(status)) return { kind: 'wait', why: reason ?? away(), afterMs: null };
  if (status >= 500) return { kind: 'failing', why: reason ?? t`it answers ${status}` };
  if (NOT_NOW.has(status)) {
    const seconds = Number(reply.headers.get('retry-after') ?? NaN);
    const why = t`the server takes nothing from here just now${reason ? `: ${reason}` : ''}`;
    return { kind: 'wait', why, afterMs: Number.isFinite(seconds) ? seconds * 1000 : null };
  }
  return reason === null
    ? { kind: 'wait', why: away(), afterMs: null }
    : { kind: 'refused', reason };
}
