import type { Db } from './open';

/** Not of SQLite's own book-keeping, nor of the demo's clock, which no site of one's own has. */
const isAsked = (statement: string) =>
  !/^(BEGIN|COMMIT|SAVEPOINT|RELEASE)/.test(statement) && !statement.includes('demo_clock');

/** The statements that are carried out while something is done, in order; for tests and benches. */
export async function statementsOf(db: Db, doIt: () => Promise<unknown>): Promise<string[]> {
  const seen: string[] = [];
  const prototype = Object.getPrototypeOf(db.prepare('SELECT 1')) as Record<string, unknown>;
  const before: Record<string, unknown> = {};
  for (const name of ['run', 'get', 'all', 'iterate']) {
    const original = prototype[name] as (...args: unknown[]) => unknown;
    before[name] = original;
    prototype[name] = function (this: { source: string }, ...args: unknown[]) {
      seen.push(this.source.replace(/\s+/g, ' ').trim());
      return original.apply(this, args);
    };
  }
  try {
    await doIt();
  } finally {
    Object.assign(prototype, before);
  }
  return seen.filter(isAsked);
}
