import 'server-only';
import { redirect } from 'next/navigation';
import { language } from '../../core/language';
import { now } from './clock';
import { held, here } from './here';
import { writesOf } from '../../store/open';
import type { Asked, Asking, QuestionName, Told } from './questions';
import { db } from './store';
import { Thread } from './thread';
import { env } from '../../env';

/**
 * Asks about the whole site, in a thread of its own; on this one where the program was not built
 * by ./ember. Undefined before the site was set up. Who asks the same while nothing was written waits
 * for the same answer.
 */
export function ask<K extends QuestionName>(
  name: K,
  ...[about]: Asking<K> extends undefined ? [] : [Asking<K>]
): Promise<Told<K> | undefined> {
  const asked: Asked = { name, about: about ?? null, at: now(), language: language()?.tag ?? null };
  const pending = held('asked', () => new Map<string, Promise<unknown>>());
  const key = JSON.stringify([name, asked.about, asked.language, writesOf(db())]);
  let answer = pending.get(key);
  if (!answer) {
    answer = answered(asked).finally(() => pending.delete(key));
    pending.set(key, answer);
  }
  return answer as Promise<Told<K> | undefined>;
}

async function answered(asked: Asked): Promise<unknown> {
  const file = env('EMBER_SITE_THREAD');
  if (file) {
    const folder = here().folder;
    const thread = () => new Thread<Asked, unknown>(file, { EMBER_DATA: folder });
    return held('thread', thread).ask(asked);
  }
  const { answer } = await import('./questions');
  return answer(asked);
}

/** The answer for a page; away to the set-up where there is no site yet. */
export async function askOrSetUp<K extends QuestionName>(
  name: K,
  ...about: Asking<K> extends undefined ? [] : [Asking<K>]
): Promise<Told<K>> {
  const told = await ask(name, ...about);
  return told === undefined ? redirect('/setup') : told;
}
