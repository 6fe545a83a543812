import { z } from 'zod';

/** A flag of a command: what it means, its unit, and what it takes. */
export interface Flag<T extends z.ZodType = z.ZodType> {
  readonly value: T;
  readonly unit: string;
  /** The allowed range in words, for the line that refuses. */
  readonly range: string;
  readonly about: string;
  /** It stands alone: that it is there is what it says. */
  readonly isBare?: true;
}

export type Flags = Readonly<Record<string, Flag>>;
export type Values<F extends Flags> = { [K in keyof F]: z.infer<F[K]['value']> };

/** Bad input on the command line: one line that names flag, value and range. Exit code 2. */
export class BadInput extends Error {}

/** A decimal number from `low` to `high`. */
export function number(low: number, high: number, unit: string, about: string) {
  return {
    value: numeric(low, high),
    unit,
    range: `${low} to ${high}${unit ? ` ${unit}` : ''}`,
    about,
  };
}

function numeric(low: number, high: number) {
  return z
    .string()
    .regex(/^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i)
    .transform(Number)
    .refine((value) => Number.isFinite(value) && value >= low && value <= high);
}

/** A whole number from `low` to `high`. */
export function whole(low: number, high: number, unit: string, about: string) {
  return {
    value: numeric(low, high).refine(Number.isInteger),
    unit,
    range: `a whole number from ${low} to ${high}`,
    about,
  };
}

/** One of a list of words. */
export function oneOf<T extends string>(words: readonly [T, ...T[]], about: string) {
  return { value: z.enum(words), unit: '', range: words.join('|'), about };
}

/** A path or other text. */
export function text(about: string, range = 'a file') {
  return { value: z.string().min(1), unit: '', range, about };
}

/** Numbers with commas between them. */
export function list(low: number, high: number, most: number, unit: string, about: string) {
  return {
    value: z
      .string()
      .transform((value) => value.split(',').map((part) => part.trim()))
      .pipe(z.array(numeric(low, high)).min(1).max(most)),
    unit,
    range: `1 to ${most} numbers with commas between, each ${low} to ${high}${unit ? ` ${unit}` : ''}`,
    about,
  };
}

/** A flag that stands alone. */
export function bare(about: string) {
  const value = z
    .literal('yes')
    .optional()
    .transform((given) => given !== undefined);
  return { value, unit: '', range: 'nothing', about, isBare: true } as const;
}

/** The same flag, left out at will. */
export function optional<T extends z.ZodType>(flag: Flag<T>): Flag<z.ZodOptional<T>> {
  return { ...flag, value: flag.value.optional() };
}

/** The same flag with a value for when it is left out. */
export function withDefault<T extends z.ZodType>(
  flag: Flag<T>,
  standard: z.output<T>,
): Flag<z.ZodType<z.output<T>>> {
  const value = z.custom<unknown>().transform((given, context): z.output<T> => {
    if (given === undefined) return standard;
    const parsed = flag.value.safeParse(given);
    if (parsed.success) return parsed.data;
    context.addIssue({ code: 'custom', message: flag.range });
    return z.NEVER;
  });
  return { ...flag, value, about: `${flag.about} (default ${String(standard)})` };
}

/**
 * `--flag value` pairs against their definitions. Throws `BadInput` with one line that says
 * which flag, what was given and what is allowed.
 */
export function parseFlags<F extends Flags>(flags: F, argv: readonly string[]): Values<F> {
  const given = new Map<string, string>();
  for (let i = 0; i < argv.length; i++) {
    const word = argv[i]!;
    const match = /^--([a-z][a-z0-9-]*)(?:=(.*))?$/s.exec(word);
    if (!match) throw new BadInput(`${word}: flags are written --flag value`);
    const name = match[1]!;
    if (!(name in flags)) {
      throw new BadInput(`--${name}: no such flag; there are ${namesOf(flags)}`);
    }
    if (given.has(name)) throw new BadInput(`--${name}: given twice`);
    const value = match[2] ?? (flags[name]!.isBare ? 'yes' : argv[++i]);
    if (value === undefined) {
      throw new BadInput(`--${name}: a value is missing; allowed: ${flags[name]!.range}`);
    }
    given.set(name, value);
  }
  const values: Record<string, unknown> = {};
  for (const [name, flag] of Object.entries(flags)) {
    const value = given.get(name);
    const parsed = flag.value.safeParse(value);
    if (!parsed.success) {
      throw new BadInput(
        value === undefined
          ? `--${name}: is missing; allowed: ${flag.range}`
          : `--${name} ${value}: is not allowed; allowed: ${flag.range}`,
      );
    }
    values[name] = parsed.data;
  }
  return values as Values<F>;
}

const namesOf = (flags: Flags) =>
  Object.keys(flags)
    .map((name) => `--${name}`)
    .join(' ');
