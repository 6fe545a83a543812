import { IntlMessageFormat } from 'intl-messageformat';
import type { Language } from '../../core/language';

/** Messages by their English, each as an ICU message in the language. */
export type Catalogue = Readonly<Record<string, string>>;

const PLURAL = /, (plural|selectordinal),/;

/** A language that says what its catalogue has; plurals and numbers by the rules of CLDR. */
export function languageOf(tag: string, catalogue: Catalogue): Language {
  const made = new Map<string, IntlMessageFormat | null>();
  const numbers = new Map<number | undefined, Intl.NumberFormat>();

  const number = (value: number, digits?: number): string => {
    let format = numbers.get(digits);
    if (!format) {
      format = new Intl.NumberFormat(tag, {
        useGrouping: false,
        signDisplay: 'negative',
        minimumFractionDigits: digits ?? 0,
        maximumFractionDigits: digits ?? 20,
      });
      numbers.set(digits, format);
    }
    return format.format(value);
  };

  const formatOf = (message: string): IntlMessageFormat | null => {
    let format = made.get(message);
    if (format === undefined) {
      const said = catalogue[message];
      try {
        format =
          said === undefined ? null : new IntlMessageFormat(said, tag, {}, { ignoreTag: true });
      } catch (error) {
        console.error(`words of ${tag}: “${message}” cannot be read: ${String(error)}`);
        format = null;
      }
      made.set(message, format);
    }
    return format;
  };

  return {
    tag,
    number,
    say<T>(message: string, values: readonly T[]) {
      const format = formatOf(message);
      if (!format) return null;
      const counts = PLURAL.test(message);
      const given = Object.fromEntries(
        values.map((value, i) => [
          String(i),
          typeof value === 'number' && !counts ? number(value) : value,
        ]),
      );
      return format.formatToParts<T>(given as never).map((part) => part.value as string | T);
    },
  };
}
