import { readRow, rowMarkOf } from '../core/site/rows';
import { prepared, type Db } from './open';
import { Hall, readBays, readHalls, type Bay } from './site';

/** A hall as it is drawn, its rows as they are written. */
export interface HallDrawn extends Pick<Hall, 'id' | 'name' | 'kind' | 'setpointCelsius'> {
  readonly rows: readonly string[];
}

/** What a drawing changed. */
export interface PlanChange {
  readonly halls: string[];
  readonly closedHalls: string[];
  readonly bays: string[];
  /** With their ids: somebody may stand in them. */
  readonly closedBays: Pick<Bay, 'id' | 'mark'>[];
}

/** The bays of a drawn hall in walking order; a gap leaves a number out. */
function baysOf({ id: hallId, rows }: HallDrawn) {
  let walkOrder = 0;
  return rows.flatMap((text) => {
    const read = readRow(text);
    if (!read.ok) return [];
    const rowMark = rowMarkOf(read.row);
    // Between two rows there is a gap, which is how they are told apart.
    walkOrder += 1;
    return read.row.flatMap((mark) => {
      walkOrder += 1;
      return mark === null ? [] : [{ hallId, mark, rowMark, walkOrder }];
    });
  });
}

/**
 * Makes the halls and bays of a site those that are drawn, in this order. A bay of a mark stays the one
 * it was, in whichever hall it is now; what is drawn no more is closed, and what happened there stays
 * on record. A closed one that is drawn again is open again.
 */
export function drawPlan(db: Db, drawn: readonly HallDrawn[], today: string): PlanChange {
  const before = { halls: readHalls(db), bays: readBays(db) };
  const change: PlanChange = { halls: [], closedHalls: [], bays: [], closedBays: [] };
  const ids = new Set(drawn.map(({ id }) => id));
  // Names are given back first: two halls may have changed theirs.
  for (const { id, name } of before.halls) {
    prepared(db, 'UPDATE hall SET name = ?, closed_on = ? WHERE id = ?').run(
      ids.has(id) ? `${id}/renamed` : name,
      ids.has(id) ? null : today,
      id,
    );
    if (!ids.has(id)) change.closedHalls.push(name);
  }
  drawn.forEach(({ id, name, kind, setpointCelsius }, walkOrder) => {
    const hall = { id, name, kind, setpointCelsius };
    const known = before.halls.find((one) => one.id === id);
    if (!known) change.halls.push(name);
    prepared(
      db,
      `INSERT INTO hall (id, name, kind, setpoint_celsius, note, walk_order)
       VALUES (@id, @name, @kind, @setpointCelsius, @note, @walkOrder)
       ON CONFLICT (id) DO UPDATE SET name = @name, kind = @kind,
         setpoint_celsius = @setpointCelsius, walk_order = @walkOrder, closed_on = NULL`,
    ).run(Hall.parse({ ...hall, note: known?.note ?? '', walkOrder }));
  });
  const open = new Map(before.bays.map((bay) => [bay.mark, bay]));
  const now = drawn.flatMap(baysOf);
  for (const bay of now) {
    if (!open.has(bay.mark)) change.bays.push(bay.mark);
    prepared(
      db,
      `INSERT INTO bay (id, hall_id, mark, row_mark, walk_order)
       VALUES ('bay-' || @mark, @hallId, @mark, @rowMark, @walkOrder)
       ON CONFLICT (mark) DO UPDATE SET
         hall_id = @hallId, row_mark = @rowMark, walk_order = @walkOrder, closed_on = NULL`,
    ).run(bay);
  }
  const marks = new Set(now.map(({ mark }) => mark));
  for (const { id, mark } of before.bays) {
    if (marks.has(mark)) continue;
    prepared(db, 'UPDATE bay SET closed_on = ? WHERE id = ?').run(today, id);
    change.closedBays.push({ id, mark });
  }
  return change;
}

/** The bays of a hall as rows of a drawing: a row ends where its letters do, or two numbers are left out. */
export function rowsOf(
  bays: readonly Pick<Bay, 'mark' | 'rowMark' | 'walkOrder'>[],
): (string | null)[][] {
  const rows: (string | null)[][] = [];
  let last: (typeof bays)[number] | null = null;
  for (const bay of bays) {
    const gap: number = last === null ? 0 : bay.walkOrder - last.walkOrder - 1;
    if (last === null || last.rowMark !== bay.rowMark) rows.push([]);
    else for (let n = 0; n < gap; n++) rows.at(-1)!.push(null);
    rows.at(-1)!.push(bay.mark);
    last = bay;
  }
  return rows;
}
