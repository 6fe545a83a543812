import { t } from '../language';
import { z } from 'zod';
import { canonical } from '../canonical';
import { parseDay, partsOf, shortDay } from '../day';
import { Line } from '../text';

/** How a fact is asked for. */
export type Ask =
  | { readonly by: 'line' }
  | { readonly by: 'day' }
  | { readonly by: 'yes-no' }
  | { readonly by: 'number'; readonly unit: FactUnit }
  | { readonly by: 'choice'; readonly words: Readonly<Record<string, string>> };

/** What a figure counts; those of length and temperature are shown in the house's own unit. */
export type FactUnit = '' | 'V' | 'A' | 'mA' | 'Ah' | 'W' | 'cm³' | 'm' | '°C' | '°';

/** Something that is known of a thing, as it is called and asked for. */
export interface Fact {
  readonly label: string;
  readonly ask: Ask;
  /** What follows where it changes, unless that is said besides. */
  readonly also?: (value: never) => Readonly<Record<string, unknown>>;
}

/** All facts of one kind of thing: the schema of the whole, and how each is asked for. */
export interface Facts<S extends object> {
  /** What it is called, as `the battery`. */
  readonly thing: string;
  readonly schema: z.ZodType<S>;
  readonly patch: z.ZodType<Partial<S>>;
  readonly facts: { readonly [K in keyof S]: Fact };
  /** Why a thing cannot be so though each fact can; null: it can. */
  readonly problem: (sheet: S) => string | null;
}

/** Values that differ from others, each by the name of its fact. */
export type Patch = Readonly<Record<string, unknown>>;

export const line = (label: string): Fact => ({ label, ask: { by: 'line' } });
export const day = (label: string): Fact => ({ label, ask: { by: 'day' } });
export const yesNo = (label: string): Fact => ({ label, ask: { by: 'yes-no' } });
export const figure = (label: string, unit: FactUnit = ''): Fact => ({
  label,
  ask: { by: 'number', unit },
});
export const choice = (label: string, words: Readonly<Record<string, string>>): Fact => ({
  label,
  ask: { by: 'choice', words },
});

/** The words of a list of records, each by what it is called. */
export const labelsOf = <T>(
  records: Readonly<Record<string, T>>,
  label: (record: T) => string,
): Record<string, string> =>
  Object.defineProperties(
    {},
    Object.fromEntries(
      Object.entries(records).map(([id, record]) => [
        id,
        { get: () => label(record), enumerable: true },
      ]),
    ),
  ) as Record<string, string>;

/** The facts of a kind of thing, each field of its schema with how it is asked for. */
export function factsOf<T extends z.ZodRawShape>(
  thing: string,
  schema: z.ZodObject<T, z.core.$strict>,
  facts: { readonly [K in keyof z.output<z.ZodObject<T>>]: Fact },
  problem: (sheet: z.output<z.ZodObject<T>>) => string | null = () => null,
): Facts<z.output<z.ZodObject<T>>> {
  // A patch says what it says: what is not in it has no usual value.
  const shape = Object.fromEntries(
    Object.entries(schema.shape).map(([name, field]) => [
      name,
      (field instanceof z.ZodDefault
        ? (field.removeDefault() as z.ZodType)
        : (field as z.ZodType)
      ).optional(),
    ]),
  );
  return {
    thing,
    schema: schema as unknown as z.ZodType<z.output<z.ZodObject<T>>>,
    patch: z.strictObject(shape) as unknown as z.ZodType<Partial<z.output<z.ZodObject<T>>>>,
    facts,
    problem,
  };
}

const same = (a: unknown, b: unknown) => canonical(a) === canonical(b);

/** What a correction of such a thing says: what was written down, what is right, and why. */
export const correctionOf = <S extends object>({ patch }: Facts<S>) =>
  z
    .strictObject({
      /** As it was written down, which may be what no such thing is. */
      was: z.record(z.string().max(40), z.unknown()),
      now: patch,
      why: Line(1, 200, () => t`say how you know: it stays beside the change`),
    })
    .superRefine(({ was, now }, context) => {
      const names = Object.keys(now);
      const issue = (message: string) =>
        context.addIssue({ code: 'custom', path: ['now'], message });
      if (names.length === 0) issue(t`nothing is corrected`);
      if (names.sort().join() !== Object.keys(was).sort().join()) {
        issue(t`each fact is sent as it was and as it is`);
      }
      if (names.some((name) => same(was[name], (now as Patch)[name]))) {
        issue(t`that is what is written down already`);
      }
    });

/** The first fact that is not, in `sheet`, what somebody took it for; null: all are. */
export const firstOther = (sheet: Patch, taken: Patch): string | null =>
  Object.keys(taken).find((name) => !same(sheet[name], taken[name])) ?? null;

/** A figure without digits that nobody measured. */
const plainFigure = (value: number) => String(Number(value.toPrecision(6)));

/** A value of a fact in words; null is what nobody knows. */
export function valueWords({ ask }: Fact, value: unknown): string {
  if (value === null || value === undefined || value === '') return t`not known`;
  switch (ask.by) {
    case 'yes-no':
      return value === true ? t`yes` : t`no`;
    case 'choice':
      return ask.words[String(value)] ?? String(value);
    case 'number':
      return `${plainFigure(Number(value))}${ask.unit === '' || ask.unit === '°' ? ask.unit : ` ${ask.unit}`}`;
    case 'day': {
      const on = parseDay(String(value));
      return on === null ? String(value) : `${shortDay(on)} ${partsOf(on).year}`;
    }
    case 'line':
      return String(value);
  }
}

/** Within a sentence: our own words begin small; an abbreviation, a name and a day stay as they are. */
const inSentence = ({ ask }: Fact, words: string) =>
  ask.by === 'choice' && /^\p{Lu}\p{Ll}/u.test(words)
    ? words[0]!.toLowerCase() + words.slice(1)
    : words;

/** A correction in the logbook's words: each fact as it was and as it is, and why. */
export function correctionWords<S extends object>(
  { facts }: Facts<S>,
  { was, now, why }: { readonly was: object; readonly now: object; readonly why: string },
): { what: string; value: string } {
  const changes = Object.keys(now).map((name) => {
    const fact = (facts as Readonly<Record<string, Fact>>)[name]!;
    const words = (patch: object) => inSentence(fact, valueWords(fact, (patch as Patch)[name]));
    return `${fact.label.toLowerCase()} ${words(was)} → ${words(now)}`;
  });
  return { what: t`corrected`, value: `${changes.join(', ')}: ${why}` };
}
