import type { Db } from './open';

/** What is told of the door. */
export type DoorEvent =
  | 'paired'
  | 'signed-in'
  | 'turned-away'
  | 'signed-out'
  | 'withdrawn'
  | 'added'
  | 'changed'
  | 'left'
  | 'passphrase';

export interface DoorLine {
  readonly at: number;
  readonly what: DoorEvent;
  readonly person: string | null;
  readonly paired: string | null;
  readonly by: string | null;
}

/** Writes down what happened at the door. */
export function noteDoor(
  db: Db,
  at: number,
  what: DoorEvent,
  about: {
    readonly personId?: string | null;
    readonly pairedId?: string | null;
    readonly byId?: string | null;
  },
): void {
  db.prepare(
    `INSERT INTO door (at, what, person_id, paired_id, by_id)
     VALUES (@at, @what, @personId, @pairedId, @byId)`,
  ).run({ at, what, personId: null, pairedId: null, byId: null, ...about });
}

/** The last of what happened at the door, the newest first. */
export const readDoor = (db: Db, most = 100): DoorLine[] =>
  db
    .prepare(
      `SELECT at, what, person.name AS person, paired.name AS paired, by.name AS by
         FROM door
         LEFT JOIN person ON person.id = person_id
         LEFT JOIN paired ON paired.id = paired_id
         LEFT JOIN person AS by ON by.id = by_id
        ORDER BY n DESC LIMIT ?`,
    )
    .all(most) as DoorLine[];
