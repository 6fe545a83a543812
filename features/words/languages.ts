import { AsyncLocalStorage } from 'node:async_hooks';
import { readFileSync, readdirSync } from 'node:fs';
import { z } from 'zod';
import { env, homeFolder } from '../../env';
import { ENGLISH, speakAs, type Language } from '../../core/language';
import { LANGUAGE_COOKIE } from './language-cookie';
import { languageOf, type Catalogue } from './language-of';
import { PSEUDO, pseudo } from './pseudo';


const file = (tag: string) => homeFolder('words', `${tag}.json`);
const readJson = (tag: string): unknown => JSON.parse(readFileSync(file(tag), 'utf8'));

let installed: readonly string[] | null = null;

/** Tags of all languages that people can choose; English first. Looked up once: each request asks. */
export function languages(): readonly string[] {
  installed ??= [
    ENGLISH,
    ...readdirSync(homeFolder('words'))
      .filter((name) => name.endsWith('.json'))
      .map((name) => name.slice(0, -'.json'.length))
      .filter((tag) => tag !== ENGLISH),
  ];
  return installed;
}

/** Those, and in the demo accented English, which is for who looks after the program. */
const spokenHere = () => [...languages(), ...(env('EMBER_NOW') === undefined ? [] : [PSEUDO])];

/** What a language says; null: it is none of those that are here. */
export function catalogueOf(tag: string): Catalogue | null {
  if (tag === ENGLISH || !spokenHere().includes(tag)) return null;
  if (tag === PSEUDO) return pseudo(Object.keys(z.looseObject({}).parse(readJson(ENGLISH))));
  return z.record(z.string(), z.string()).parse(readJson(tag));
}

const known = new Map<string, Language | null>();

function languageNamed(tag: string | null): Language | null {
  if (tag === null || tag === ENGLISH) return null;
  let language = known.get(tag);
  if (language === undefined) {
    const catalogue = catalogueOf(tag);
    language = catalogue && languageOf(tag, catalogue);
    known.set(tag, language);
  }
  return language;
}

/** The tag that a request asks for: by its cookie, else by what its browser prefers. */
export function askedFor(
  cookie: string | undefined,
  accepted: string | undefined,
  here = spokenHere(),
): string {
  const chosen = new RegExp(`(?:^|;\\s*)${LANGUAGE_COOKIE}=([\\w-]+)`).exec(cookie ?? '')?.[1];
  if (chosen && here.includes(chosen)) return chosen;
  const preferred = (accepted ?? '')
    .split(',')
    .map((one) => {
      const [tag = '', ...more] = one.trim().split(';');
      return { tag, weight: Number(/q=([\d.]+)/.exec(more.join())?.[1] ?? 1) };
    })
    .sort((a, b) => b.weight - a.weight)
    .map(({ tag }) => here.find((one) => one === tag || one === tag.split('-')[0]));
  return preferred.find((tag) => tag !== undefined) ?? ENGLISH;
}

const within = new AsyncLocalStorage<Language | null>();

/** Does something for somebody who reads this language; null, or one that is not here: English. */
export function speaking<T>(tag: string | null, act: () => T): T {
  speakAs(() => within.getStore() ?? null);
  return within.run(languageNamed(tag), act);
}
