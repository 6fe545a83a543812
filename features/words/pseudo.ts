import type { Catalogue } from './language-of';

/** Accented English: shows what is in no catalogue, and what has no room for longer words. */
export const PSEUDO = 'en-XA';

const FROM = 'abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ';
const TO = [...'åƀçđéƒĝĥîĵķļɱñöþɋŕšţûṽŵẋýžÅƁÇĐÉƑĜĤÎĴĶĻṀÑÖÞɊŔŠŢÛṼŴẊÝŽ'];

/** A text whose every letter is another one, and that is two fifths longer. */
export function accented(text: string): string {
  const letters = [...text].map((letter) => TO[FROM.indexOf(letter)] ?? letter).join('');
  const words = text.match(/\p{L}+/gu)?.join('').length ?? 0;
  const more = 'ö'.repeat(Math.ceil(words * 0.4));
  // Long texts grow by words, short ones by letters, as they do in other languages.
  return words === 0
    ? text
    : text.length > 24
      ? `${letters} ${more.replace(/.{7}(?=.)/g, '$& ')}`
      : letters + more;
}

/** The catalogue of it, from the English one: what stands in a message stays. */
export function pseudo(messages: Iterable<string>): Catalogue {
  const said: Record<string, string> = {};
  for (const message of messages) {
    const plural = /^\{0, plural, one \{(.*)\} other \{(.*)\}\}$/.exec(message);
    said[message] = plural
      ? `{0, plural, one {${accented(plural[1]!)}} other {${accented(plural[2]!)}}}`
      : message
          .split(/(\{\d+\})/)
          .map((part) => (/^\{\d+\}$/.test(part) ? part : accented(part)))
          .join('');
  }
  return said;
}
