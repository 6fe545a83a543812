import { RateLimiterRes, RateLimiterSQLite } from 'rate-limiter-flexible';
import type { Db } from './open';

/** Who tries too often waits: so many tries in so many seconds, by what they are counted. */
const LIMITS = {
  /** Passphrases for one name: no more than anybody mistypes. */
  person: { points: 8, duration: 15 * 60 },
  /** PINs of one session: they are short. */
  pin: { points: 5, duration: 60 * 60 },
  /** From one paired browser, whatever the names. */
  paired: { points: 20, duration: 15 * 60 },
  /** From one address, pairing and signing in. */
  address: { points: 40, duration: 15 * 60 },
  /** Wrong tokens of one device. */
  device: { points: 20, duration: 60 },
  /** Codes from everywhere: they are few and short-lived. */
  code: { points: 60, duration: 5 * 60 },
} as const;
export type CountedBy = keyof typeof LIMITS;
type Counted = Partial<Readonly<Record<CountedBy, string>>>;

const limiters = new WeakMap<Db, Readonly<Record<CountedBy, RateLimiterSQLite>>>();

function limitersOf(db: Db): Readonly<Record<CountedBy, RateLimiterSQLite>> {
  let known = limiters.get(db);
  if (!known) {
    const of = (name: CountedBy) =>
      new RateLimiterSQLite({
        ...LIMITS[name],
        ...{ storeClient: db, storeType: 'better-sqlite3', tableName: 'attempt' },
        ...{ tableCreated: true, keyPrefix: name },
      });
    known = {
      pin: of('pin'),
      person: of('person'),
      paired: of('paired'),
      address: of('address'),
      code: of('code'),
      device: of('device'),
    };
    limiters.set(db, known);
  }
  return known;
}

/** Counts a try; seconds to wait until it is looked at, 0: now. */
export async function countTry(db: Db, counted: Counted): Promise<number> {
  let wait = 0;
  for (const [by, key] of Object.entries(counted) as [CountedBy, string][]) {
    try {
      await limitersOf(db)[by].consume(key);
    } catch (refused) {
      if (!(refused instanceof RateLimiterRes)) throw refused;
      wait = Math.max(wait, Math.ceil(refused.msBeforeNext / 1000));
    }
  }
  return wait;
}

/** A right one: what was tried before is forgotten. */
export async function forgetTries(db: Db, counted: Counted): Promise<void> {
  for (const [by, key] of Object.entries(counted) as [CountedBy, string][]) {
    await limitersOf(db)[by].delete(key);
  }
}
