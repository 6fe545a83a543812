'use client';

import { z } from 'zod';
import { typedWasSent } from '../app-shell/typed';
import type { NewEntry } from '../../core/logbook/entry';

const Refusal = z.object({ reason: z.string(), field: z.string().optional() });

export type Posted =
  | { readonly ok: true; readonly body?: unknown }
  /** `question`: the server asks, and takes the same with a confirmation. */
  | {
      readonly ok: false;
      readonly reason: string;
      readonly question: boolean;
      readonly field?: string | undefined;
    };

/** Sends JSON and says in plain words what became of it. Nothing typed is lost on a refusal. */
export async function postJson(path: string, body: unknown): Promise<Posted> {
  let reply: Response;
  try {
    reply = await fetch(path, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
  } catch {
    return {
      ok: false,
      question: false,
      reason: 'The server cannot be reached. Nothing is lost: try again when it runs.',
    };
  }
  if (reply.ok) {
    typedWasSent();
    return { ok: true, body: await reply.json().catch(() => null) };
  }
  const refusal = Refusal.safeParse(await reply.json().catch(() => null));
  return {
    ok: false,
    question: reply.status === 422,
    reason: refusal.success ? refusal.data.reason : `The server answered ${reply.status}.`,
    field: refusal.data?.field,
  };
}

export const postEntry = (entry: NewEntry) => postJson('/api/entries', entry);

/** Entries that belong together: all are recorded, or none. */
export const postEntries = (entries: readonly NewEntry[]) =>
  postJson('/api/entries/batch', entries);
