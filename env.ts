import { resolve } from 'node:path';
import { z } from 'zod';

const port = z.coerce.number().int().min(0).max(65535);

/**
 * All that the server reads from its surroundings, in one place. `./ember` sets them; for
 * `npm run dev` the defaults do.
 */
const VARIABLES = {
  /** Folder that holds the program: `store/migrations` and `dist` lie in it. */
  EMBER_HOME: z.string().default(() => process.cwd()),
  /** Folder of the data. */
  EMBER_DATA: z.string().default('.data/site'),
  /** Instant at which the clock stands; absent: the real one. Only the demo has it. */
  EMBER_NOW: z.iso.datetime({ offset: true }).optional(),
  /**
   * Who is let in: whoever sits at this machine, or those who sign in. `signed` goes with names that
   * lead to other machines, and with TLS: here, or in a proxy before it.
   */
  EMBER_DOOR: z.enum(['machine', 'signed']).default('machine'),
  /** Names and addresses that this server is asked by, beside those of its own machine. */
  EMBER_NAMES: z
    .string()
    .default('')
    .transform((names) => names.split(',').filter(Boolean)),
  /** Where phones and printed codes lead; absent: to where the page was asked for. */
  EMBER_PUBLIC_URL: z.url({ protocol: /^https?$/ }).optional(),
  /** The certificate of the authority that phones are to trust; absent: there is none. */
  EMBER_AUTHORITY: z.string().optional(),
  /** Whether this server makes a backup of each day, and says so where none could be made. */
  EMBER_BACKUPS: z.enum(['kept', 'none']).default('none'),
  /** Bundles that plan and judge beside the server's own thread; absent: on it. */
  EMBER_PLANNER: z.string().optional(),
  /** The thread in which winters are played. */
  EMBER_WINTERS: z.string().optional(),
  EMBER_SITE_THREAD: z.string().optional(),
  /** The thread in which a list of vehicles is taken in. */
  EMBER_BRING: z.string().optional(),
  /** Port of the demo's hands at the bench, and of all that is outside of it; 0: there is none. */
  EMBER_HANDS: port.default(0),
  EMBER_OUTSIDE: port.default(0),
  /** How many times as fast as the wall clock the bench's seconds run. */
  EMBER_PACE: z.coerce.number().positive().max(1000).default(1),
} as const;

type Name = keyof typeof VARIABLES;
type Value<N extends Name> = z.output<(typeof VARIABLES)[N]>;

// The clock is asked at every step of a request: what was read is kept until it is set anew.
const read = new Map<Name, { readonly text: string | undefined; readonly value: unknown }>();

/** One variable of the surroundings; one that cannot be read stops what asks, and says why. */
export function env<N extends Name>(name: N): Value<N> {
  const text = process.env[name] || undefined;
  const kept = read.get(name);
  if (kept && kept.text === text) return kept.value as Value<N>;
  const parsed = VARIABLES[name].safeParse(text);
  if (!parsed.success) {
    throw new Error(`${name}=${text}: ${parsed.error.issues[0]!.message}`);
  }
  read.set(name, { text, value: parsed.data });
  return parsed.data as Value<N>;
}

/** A folder of the program. */
export const homeFolder = (...path: string[]): string => resolve(env('EMBER_HOME'), ...path);
