import type { Db } from './open';

/** What was said about a reading when it was recorded, and under which version of the rules. */
export interface GivenVerdict {
  readonly entryId: string;
  readonly ruleVersion: number;
  readonly kind: string;
  readonly headline: string;
  readonly why: string;
  /** What the battery was taken for, and how warm it stood; empty: nobody kept it then. */
  readonly takenFor: string;
}

export function addVerdict(db: Db, verdict: GivenVerdict): void {
  db.prepare(
    `INSERT INTO given_verdict (entry_id, rule_version, kind, headline, why, taken_for)
     VALUES (@entryId, @ruleVersion, @kind, @headline, @why, @takenFor) ON CONFLICT (entry_id) DO NOTHING`,
  ).run(verdict);
}

/** Verdicts given on readings of one battery, by entry. */
export function readVerdictsOf(db: Db, batteryId: string): GivenVerdict[] {
  return db
    .prepare(
      `SELECT entry_id AS entryId, rule_version AS ruleVersion, given_verdict.kind, headline, why,
              taken_for AS takenFor
         FROM given_verdict JOIN entry ON entry.id = given_verdict.entry_id
        WHERE entry.subject_kind = 'battery' AND entry.subject_id = ?`,
    )
    .all(batteryId) as GivenVerdict[];
}
