/**
 * What people read, in the language that is asked for. The program is written in English, and each
 * message is known by its English: `` t`Read it in ${days} days` `` is the message
 * `Read it in {0} days`. Another language says all of it at once, in an order of its own. English
 * needs no catalogue: it is what stands here.
 */

/** A language other than English. */
export interface Language {
  /** BCP 47, as `de` or `en-GB`. */
  readonly tag: string;
  /**
   * The message in pieces, with what stands in it where this language has it; null: it is not in the
   * catalogue, and is said in English.
   */
  readonly say: <T>(message: string, values: readonly T[]) => readonly (string | T)[] | null;
  /** A number with as many digits behind the point as it has, or as are asked for. */
  readonly number: (value: number, digits?: number) => string;
}

// Pages, routes and threads are bundles of their own, with a copy of this module each.
const shared = globalThis as typeof globalThis & {
  velvetEmberSpoken?: { asked: () => Language | null };
};
const spoken = (shared.velvetEmberSpoken ??= { asked: () => null });

/** From now on this says which language is asked for; null: English. */
export function speakAs(asked: () => Language | null): void {
  spoken.asked = asked;
}

/** The language that is asked for; null: English. */
export const language = (): Language | null => spoken.asked();

/** Of what needs no catalogue. */
export const ENGLISH = 'en';
/** The tag of the language that is asked for. */
export const languageTag = (): string => spoken.asked()?.tag ?? ENGLISH;

const messages = new WeakMap<TemplateStringsArray, string>();

/** The English by which a message is known: what stands in it is `{0}`, `{1}` … */
export function messageOf(parts: TemplateStringsArray): string {
  let message = messages.get(parts);
  if (message === undefined) {
    message = parts.reduce((before, part, i) => `${before}{${i - 1}}${part}`);
    messages.set(parts, message);
  }
  return message;
}

/** A message with what stands in it, in pieces: for text that is set in more than one way. */
export function said<T>(
  parts: TemplateStringsArray,
  values: readonly T[],
): readonly (string | T)[] {
  return (
    spoken.asked()?.say(messageOf(parts), values) ??
    parts.flatMap((part, i) => (i < values.length ? [part, values[i]!] : [part]))
  );
}

/** As in any template; what is missing is said as it is. */
type Value = string | number | null | undefined;

/** A message as text, in the language that is asked for. */
export function t(parts: TemplateStringsArray, ...values: Value[]): string {
  const asked = spoken.asked();
  if (asked) return said(parts, values).join('');
  let text = parts[0]!;
  for (let i = 0; i < values.length; i++) text += `${values[i]}${parts[i + 1]}`;
  return text;
}

/** A number with so many digits behind the point, as the language writes it. */
export const decimal = (value: number, digits: number): string =>
  spoken.asked()?.number(value, digits) ?? value.toFixed(digits);

/** A message whose form hangs on a number: the language has one of its own for one, few or many. */
const inForm = (count: number, message: string, english: string): string =>
  spoken.asked()?.say(message, [count])?.join('') ?? english;

/** `day` or `days`. */
export const plural = (count: number, one: string, other: string): string =>
  inForm(count, `{0, plural, one {${one}} other {${other}}}`, count === 1 ? one : other);

/** `1 day`, `3 days`. */
export const counted = (count: number, one: string, other: string): string =>
  inForm(
    count,
    `{0, plural, one {# ${one}} other {# ${other}}}`,
    `${count} ${count === 1 ? one : other}`,
  );

class Message {
  constructor(
    readonly parts: TemplateStringsArray,
    readonly values: readonly Value[],
  ) {}
  toString(): string {
    return t(this.parts, ...this.values);
  }
}

/**
 * A message that stands in a constant, and is therefore made before anybody asks for a language:
 * `withWords` says it anew whenever it is read. Outside of `withWords` it is no text yet.
 */
export const msg = (parts: TemplateStringsArray, ...values: Value[]): string =>
  new Message(parts, values) as unknown as string;

/**
 * A constant with messages in it, at any depth: each is said in the language of who reads it. What
 * is handed in stays as it is, so that parts of it can be taken over (`{ ...PART }`) into others.
 */
export function withWords<T>(constant: T): T {
  if (constant === null || typeof constant !== 'object') return constant;
  const isList = Array.isArray(constant);
  if (!isList && Object.getPrototypeOf(constant) !== Object.prototype) return constant;
  // Most of what is read when a page opens is such constants: nothing is copied before it must be.
  let copy: Record<string, unknown> | null = null;
  const keys = Object.keys(constant);
  for (const [i, key] of keys.entries()) {
    const { get, value } = Object.getOwnPropertyDescriptor(constant, key)!;
    const said = value instanceof Message ? () => value.toString() : get;
    const inner: unknown = said ? undefined : withWords(value);
    if (!copy && !said && inner === value) continue;
    copy ??= firstOf(constant, isList, keys, i);
    if (said) Object.defineProperty(copy, key, { get: said, enumerable: true, configurable: true });
    else copy[key] = inner;
  }
  return (copy ?? constant) as T;
}

/** A copy with the first so many of its own values, none of which says anything. */
function firstOf(constant: object, isList: boolean, keys: readonly string[], count: number) {
  const copy = (isList ? [] : {}) as Record<string, unknown>;
  for (let i = 0; i < count; i++) copy[keys[i]!] = (constant as Record<string, unknown>)[keys[i]!];
  return copy;
}
