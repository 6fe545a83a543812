import 'server-only';
import { t } from '../../core/language';
import { z } from 'zod';
import { env } from '../../env';
import { RulePatch } from '../../core/rules/rules';
import { here } from '../server/here';
import { now } from '../server/clock';
import { bodyOf, refuse } from '../server/reply';
import { Thread } from '../server/thread';

/** What a winter came to that was kept by the program's own plan. */
export const WinterScore = z.strictObject({
  ...{ batteries: z.int(), ready: z.int(), advised: z.int(), needless: z.int() },
  ...{ lost: z.int(), letDown: z.int(), readings: z.int(), charges: z.int() },
  ...{ minutes: z.number(), cost: z.number() },
});
export type WinterScore = z.infer<typeof WinterScore>;

/** One winter, of the small hall of practice or of a site's own batteries. */
export type WinterQuestion =
  | { readonly of: 'small-hall'; readonly seed: number }
  | {
      readonly of: 'site';
      readonly seed: number;
      /** Of the data. */
      readonly folder: string;
      /** UTC milliseconds: its batteries as they are known then. */
      readonly now: number;
      /** A charger of which there is one more; null: none. */
      readonly oneMore: string | null;
      /** What is tried. */
      readonly patch: RulePatch;
    };

/**
 * A winter lived through, in a thread of its own that ends with it, or where nobody waits for it
 * any more; null where the program was not built by ./ember.
 */
function winterOf(question: WinterQuestion, signal: AbortSignal): Promise<WinterScore> | null {
  const file = env('EMBER_WINTERS');
  if (!file) return null;
  const thread = new Thread<WinterQuestion, WinterScore>(file);
  const end = () => thread.end();
  signal.addEventListener('abort', end);
  return thread.ask(question).finally(() => {
    signal.removeEventListener('abort', end);
    end();
  });
}

const notBuilt = () => refuse(409, t`This program was not built by ./ember: it plays no winters.`);

const Seed = z.coerce.number().int().min(1).max(1_000_000_000);

/** The small hall of practice, kept by the program through the winter of a seed. */
export async function getPracticeSeason(text: string, signal: AbortSignal): Promise<Response> {
  const seed = Seed.safeParse(text);
  if (!seed.success) return refuse(404, t`There is no such winter.`);
  const score = await winterOf({ of: 'small-hall', seed: seed.data }, signal);
  return score ? Response.json(score) : notBuilt();
}

export const WinterBody = z.strictObject({
  seed: z.int().min(1).max(1_000_000_000),
  patch: RulePatch,
  oneMore: z.string().max(64).nullable(),
});

/** One winter of the site's own batteries, by its rules but for what is tried. */
export async function postWinter(request: Request): Promise<Response> {
  const { data, refusal } = await bodyOf(request, WinterBody);
  if (refusal) return refusal;
  const { folder } = here();
  const question = { of: 'site', folder, now: now(), ...data } as const;
  const score = await winterOf(question, request.signal);
  return score ? Response.json(score) : notBuilt();
}
