import { PlanDocument, SeasonDocument } from '../core/schedule/document';
import { parseDay } from '../core/day';
import type { Db } from './open';

/** A plan as it was kept, with the season that it was made for. */
export interface KeptPlan {
  readonly id: number;
  /** UTC milliseconds. */
  readonly madeAt: number;
  readonly season: SeasonDocument;
  readonly plan: PlanDocument;
  readonly tightened: boolean;
  /** The round of its day was being walked when it was made. */
  readonly underWay: boolean;
}

interface Row {
  readonly id: number;
  readonly madeAt: string;
  readonly season: string;
  readonly plan: string;
  readonly tightened: 0 | 1;
  readonly underWay: 0 | 1;
}

/** A plan that cannot be read is no plan: it is made anew. */
function kept(row: Row | undefined): KeptPlan | null {
  const season = row && SeasonDocument.safeParse(parsed(row.season));
  const plan = row && PlanDocument.safeParse(parsed(row.plan));
  if (!season?.success || !plan?.success) return null;
  return {
    id: row!.id,
    madeAt: Date.parse(row!.madeAt),
    season: season.data,
    plan: plan.data,
    tightened: row!.tightened === 1,
    underWay: row!.underWay === 1,
  };
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

const COLUMNS = 'id, made_at AS madeAt, season, plan, tightened, under_way AS underWay';

/** The plan that holds. */
export const readPlan = (db: Db): KeptPlan | null =>
  kept(
    db.prepare(`SELECT ${COLUMNS} FROM season_plan ORDER BY id DESC LIMIT 1`).get() as
      Row | undefined,
  );

/** Rounds of the plan that holds, with how many stops each has; empty: there is none that can be read. */
export const readPlannedStops = (db: Db): [day: string, stops: number][] =>
  (
    db
      .prepare(
        `SELECT json_extract(value, '$.date'), json_array_length(value, '$.stops')
         FROM season_plan, json_each(plan, '$.rounds')
        WHERE season_plan.id = (SELECT max(id) FROM season_plan)`,
      )
      .raw()
      .all() as [unknown, unknown][]
  ).filter(
    (one): one is [string, number] =>
      typeof one[0] === 'string' && parseDay(one[0]) !== null && typeof one[1] === 'number',
  );

/** The plan as it was at the end of a day. */
export const readPlanOf = (db: Db, day: string): KeptPlan | null =>
  kept(
    db
      .prepare(`SELECT ${COLUMNS} FROM season_plan WHERE day <= ? ORDER BY id DESC LIMIT 1`)
      .get(day) as Row | undefined,
  );

/** Plans of one day that settled its round, and all of the days before it. */
const SETTLING = '(day < @day OR (day = @day AND under_way = 0))';

/**
 * The stops of `day` by the plan that held before its walk began, or that holds now where it has
 * not begun; null: there was no plan that can be read.
 */
export function readSettledStops(
  db: Db,
  day: string,
): PlanDocument['rounds'][number]['stops'] | null {
  const plan = db
    .prepare(`SELECT plan FROM season_plan WHERE ${SETTLING} ORDER BY id DESC LIMIT 1`)
    .pluck()
    .get({ day }) as string | undefined;
  const read = PlanDocument.safeParse(plan === undefined ? null : parsed(plan));
  if (!read.success) return null;
  return read.data.rounds.find(({ date }) => date === day)?.stops ?? [];
}

/** Of one day the last plans are kept, and what settled its round; of earlier days the last one alone. */
const KEPT_OF_A_DAY = 5;

/** Keeps a plan, and counts up the rounds of the calendar that it changes; answers its id. */
export function keepPlan(db: Db, made: Omit<KeptPlan, 'id'> & { readonly day: string }): number {
  return db
    .transaction(() => {
      const { lastInsertRowid } = db
        .prepare(
          `INSERT INTO season_plan (made_at, day, season, plan, tightened, under_way)
           VALUES (?, ?, ?, ?, ?, ?)`,
        )
        .run(
          new Date(made.madeAt).toISOString(),
          made.day,
          JSON.stringify(made.season),
          JSON.stringify(made.plan),
          made.tightened ? 1 : 0,
          made.underWay ? 1 : 0,
        );
      db.prepare(
        `DELETE FROM season_plan
          WHERE day = @day
            AND id NOT IN (SELECT id FROM season_plan WHERE day = @day ORDER BY id DESC LIMIT @most)
            AND id IS NOT (SELECT max(id) FROM season_plan WHERE ${SETTLING})`,
      ).run({ day: made.day, most: KEPT_OF_A_DAY });
      db.prepare(
        `DELETE FROM season_plan
          WHERE day < @day
            AND id NOT IN (SELECT max(id) FROM season_plan GROUP BY day)`,
      ).run({ day: made.day });
      const count = db.prepare(
        `INSERT INTO season_round (day, sequence, stops) VALUES (@day, 0, @stops)
         ON CONFLICT (day) DO UPDATE
           SET sequence = sequence + 1, stops = excluded.stops
           WHERE stops <> excluded.stops`,
      );
      for (const round of made.plan.rounds) {
        count.run({ day: round.date, stops: JSON.stringify(round) });
      }
      return Number(lastInsertRowid);
    })
    .immediate();
}

/** By date, how often each round has changed since it was first published. */
export const readSequences = (db: Db): Map<string, number> =>
  new Map(db.prepare('SELECT day, sequence FROM season_round').raw().all() as [string, number][]);
