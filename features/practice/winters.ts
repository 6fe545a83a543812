import 'server-only';
import { t } from '../../core/language';
import { z } from 'zod';
import { env } from '../../env';
import type { RulePatch } from '../../core/rules/rules';
import { refuse } from '../server/reply';
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
      /** What is tried. */
      readonly patch: RulePatch;
    };

// Pages and routes are bundles of their own: the one thread lies on globalThis.
const held = globalThis as typeof globalThis & {
  velvetEmberWinters?: Thread<WinterQuestion, WinterScore>;
};

/** A winter lived through, off this thread; null where the program was not built by ./ember. */
export function winterOf(question: WinterQuestion): Promise<WinterScore> | null {
  const file = env('EMBER_WINTERS');
  if (!file) return null;
  held.velvetEmberWinters ??= new Thread(file);
  return held.velvetEmberWinters.ask(question);
}

const Seed = z.coerce.number().int().min(1).max(1_000_000_000);

/** The small hall of practice, kept by the program through the winter of a seed. */
export async function getPracticeSeason(text: string): Promise<Response> {
  const seed = Seed.safeParse(text);
  if (!seed.success) return refuse(404, t`There is no such winter.`);
  const score = await winterOf({ of: 'small-hall', seed: seed.data });
  return score
    ? Response.json(score)
    : refuse(409, t`This program was not built by ./ember: it plays no winters.`);
}
