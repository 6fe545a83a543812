/** Digits of what is measured or reckoned: more than anybody reads, and half of the bytes. */
const SENT_DIGITS = 6;
/** JSON knows no infinity, and a battery that is held has that many days; but it reads this as one. */
const ENDLESS = '1e999';
/** Stands for it while the text is made. JSON has no such character but in escapes. */
const MARK = '\u0001';
const MARK_IN_JSON = String.raw`"\u0001"`;

/**
 * The data of a page as one text, which passes from thread to page to browser far faster than as
 * objects. Numbers that are not whole keep six digits; a text that is nothing but the
 * control character U+0001 is left empty.
 */
export function textOf(data: unknown): string {
  const text = JSON.stringify(data, (_, value: unknown) => {
    if (value === MARK) return '';
    if (typeof value !== 'number' || Number.isInteger(value)) return value;
    return value === Infinity ? MARK : Number(value.toPrecision(SENT_DIGITS));
  });
  return text.replaceAll(MARK_IN_JSON, ENDLESS);
}

/** The data that such a text was made from. */
export const dataOf = <T>(text: string): T => JSON.parse(text) as T;
