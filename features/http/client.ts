'use client';

import { t } from '../../core/language';
import type { z } from 'zod';
import { typedWasSent } from '../app-shell/typed';
import type { Api } from './contract';

type Address = keyof Api;
/** What is sent is not changed by sending it, and there may be more in it than is asked for. */
type Unchanged<T> = T extends readonly (infer E)[]
  ? readonly Unchanged<E>[]
  : T extends object
    ? { readonly [K in keyof T as string extends K ? never : K]: Unchanged<T[K]> }
    : T;
/** What is sent to an address. */
export type Sent<A extends Address> = Api[A] extends { body: infer B extends z.ZodType }
  ? Unchanged<z.input<B>>
  : undefined;
/** What comes back from it. */
export type ReplyOf<A extends Address> = Api[A] extends { reply: infer R extends z.ZodType }
  ? z.output<R>
  : never;
/** The names in braces of an address. */
type NamesIn<A extends string> = A extends `${string}{${infer Name}}${infer Rest}`
  ? Name | NamesIn<Rest>
  : never;

type Sending<A extends Address> = {
  readonly signal?: AbortSignal;
  /** Goes out even if the page is left meanwhile. */
  readonly keepalive?: boolean;
} & ([NamesIn<A>] extends [never]
  ? { readonly of?: undefined }
  : { readonly of: Readonly<Record<NamesIn<A>, string>> }) &
  (Api[A] extends { query: infer Q }
    ? { readonly query: Readonly<Record<keyof Q, string>> }
    : { readonly query?: undefined }) &
  (Sent<A> extends undefined ? { readonly body?: undefined } : { readonly body: Sent<A> });

/** What became of what was sent. */
export type Answer<Reply = unknown> =
  | { readonly ok: true; readonly reply: Reply }
  /** `question`: the server asks, and takes the same with a confirmation. */
  | {
      readonly ok: false;
      readonly reason: string;
      readonly question: boolean;
      /** Path of the field that has to be mended. */
      readonly field?: string | undefined;
    };

/** What these send is kept nowhere: what was typed is still to be sent. */
const ASKS: ReadonlySet<Address> = new Set([
  'POST /api/rules/preview',
  'POST /api/demo/clock',
  'POST /api/bench/hands',
  'PUT /api/drafts/{id}',
  'POST /api/live',
  'POST /api/lock',
  'POST /api/unlock',
  'PUT /api/pin',
]);

const away = () => t`The server cannot be reached.`;
const kept = () => t`Nothing is lost: try again when it runs.`;

/**
 * Asks the server at one of its addresses, and says in plain words what became of it. Nothing that
 * was typed is lost on a refusal.
 */
export async function call<A extends Address>(
  address: A,
  sending: Sending<A>,
): Promise<Answer<ReplyOf<A>>> {
  const { body, query, signal, keepalive } = sending;
  const of: Readonly<Record<string, string>> = sending.of ?? {};
  const [method, template] = address.split(' ') as [string, string];
  const path = template.replace(/\{(\w+)\}/g, (_, name: string) => encodeURIComponent(of[name]!));
  const asked = query ? `?${new URLSearchParams(query).toString()}` : '';
  let reply: Response;
  try {
    reply = await fetch(path + asked, {
      method,
      ...(body === undefined
        ? {}
        : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
      ...(signal ? { signal } : {}),
      ...(keepalive ? { keepalive } : {}),
    });
  } catch {
    return {
      ok: false,
      question: false,
      reason: method === 'GET' ? away() : `${away()} ${kept()}`,
    };
  }
  const told: unknown = await reply.json().catch(() => null);
  if (reply.ok) {
    if (method !== 'GET' && !ASKS.has(address)) typedWasSent();
    return { ok: true, reply: told as ReplyOf<A> };
  }
  // What reads a refusal comes from the same server; without it the number has to do.
  const reader = await import('./refusal').catch(() => null);
  const refusal = reader?.Refusal.safeParse(told).data;
  return {
    ok: false,
    question: reply.status === 422,
    reason: refusal?.reason ?? t`The server answered ${reply.status}.`,
    field: refusal?.field,
  };
}
