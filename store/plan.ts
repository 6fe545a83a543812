import { t } from '../core/language';
import type { Place } from '../core/site/place';
import { MOST_IN_ROW, readRow, rowMarkOf } from '../core/site/rows';
import { prepared, type Db } from './open';
import {
  Hall,
  closeBay,
  putBay,
  putPlace,
  readBays,
  readClosed,
  readHalls,
  readPlaces,
  type Bay,
} from './site';

/** A hall as it is drawn, its rows as they are written. */
export interface HallDrawn extends Pick<
  Hall,
  'id' | 'name' | 'kind' | 'setpointCelsius' | 'place'
> {
  readonly rows: readonly string[];
}

/** What a drawing changed. */
export interface PlanChange {
  readonly halls: string[];
  readonly closedHalls: string[];
  readonly bays: string[];
  /** With their ids: somebody may stand in them. */
  readonly closedBays: Pick<Bay, 'id' | 'mark'>[];
  /** Halls that stand elsewhere than before, and drives that take longer or less, in words. */
  readonly drives: string[];
  /** Halls that are walked in another order, or in which bays are; in walking order. */
  readonly walked: string[];
}

/** Each row has a thousand numbers of its own in the walking order. */
const NUMBERS = 1000;

/** The bays of a drawn hall in walking order; a gap leaves a number out. */
function baysOf({ id: hallId, rows }: HallDrawn) {
  return rows.flatMap((text, n) => {
    const read = readRow(text);
    if (!read.ok) return [];
    const rowMark = rowMarkOf(read.row);
    return read.row.flatMap((mark, i) =>
      mark === null ? [] : [{ hallId, mark, rowMark, walkOrder: n * NUMBERS + i }],
    );
  });
}

/**
 * Makes the halls and bays of a site those that are drawn, in this order. A bay of a mark stays the one
 * it was, in whichever hall it is now; what is drawn no more is closed, and what happened there stays
 * on record. A closed one that is drawn again is open again. Names and kinds of halls that are here are
 * facts, and are corrected as those are.
 */
export function drawPlan(
  db: Db,
  drawn: readonly HallDrawn[],
  places: readonly Place[],
  today: string,
): PlanChange {
  const before = { halls: readHalls(db), bays: readBays(db) };
  const change: PlanChange = {
    ...{ halls: [], closedHalls: [], bays: [], closedBays: [] },
    drives: drivesOf(db, drawn, places),
    walked: [],
  };
  for (const place of places) putPlace(db, place);
  const known = new Set(before.halls.map(({ id }) => id));
  const drawnIds = new Set(drawn.map(({ id }) => id));
  const left = before.halls.filter(({ id }) => !drawnIds.has(id));
  const byName = new Map([...readClosed(db).halls, ...left].map(({ name, id }) => [name, id]));
  // A new hall of the name of one that is closed, or closes with this drawing, is that one again.
  const halls = drawn.map((hall) =>
    known.has(hall.id) ? hall : { ...hall, id: byName.get(hall.name) ?? hall.id },
  );
  const ids = new Set(halls.map(({ id }) => id));
  for (const { id, name } of before.halls) {
    if (ids.has(id)) continue;
    prepared(db, 'UPDATE hall SET closed_on = ? WHERE id = ?').run(today, id);
    change.closedHalls.push(name);
  }
  halls.forEach(({ id, name, kind, setpointCelsius, place }, walkOrder) => {
    if (!known.has(id)) change.halls.push(name);
    // What a hall is like is corrected elsewhere, as a fact: here it is where it is walked.
    prepared(
      db,
      `INSERT INTO hall (id, name, kind, setpoint_celsius, note, walk_order, place)
       VALUES (@id, @name, @kind, @setpointCelsius, '', @walkOrder, @place)
       ON CONFLICT (id) DO UPDATE SET
         walk_order = @walkOrder, place = @place, closed_on = NULL`,
    ).run(Hall.parse({ id, name, kind, setpointCelsius, note: '', walkOrder, place }));
  });
  const open = new Map(before.bays.map((bay) => [bay.mark, bay]));
  const now = halls.flatMap(baysOf);
  change.walked.push(...walkedOtherwise(before, halls, now));
  for (const bay of now) {
    if (!open.has(bay.mark)) change.bays.push(bay.mark);
    putBay(db, { id: `bay-${bay.mark}`, ...bay });
  }
  const marks = new Set(now.map(({ mark }) => mark));
  for (const { id, mark } of before.bays) {
    if (marks.has(mark)) continue;
    closeBay(db, id, today);
    change.closedBays.push({ id, mark });
  }
  return change;
}

/** Of what was here and is drawn again: the halls that are walked in another order, or whose bays are. */
function walkedOtherwise(
  before: { readonly halls: readonly Hall[]; readonly bays: readonly Bay[] },
  halls: readonly HallDrawn[],
  bays: readonly Pick<Bay, 'hallId' | 'mark'>[],
): string[] {
  const known = new Set(before.halls.map(({ id }) => id));
  const kept = halls.filter(({ id }) => known.has(id));
  const ids = new Set(kept.map(({ id }) => id));
  const order = before.halls.filter(({ id }) => ids.has(id)).map(({ id }) => id);
  if (order.join() !== kept.map(({ id }) => id).join()) return kept.map(({ name }) => name);
  const placeOf = new Map(bays.map(({ mark, hallId }) => [mark, hallId]));
  const wasIn = new Map(before.bays.map(({ mark, hallId }) => [mark, hallId]));
  return kept.flatMap(({ id, name }) => {
    const was = before.bays.filter((bay) => bay.hallId === id && placeOf.get(bay.mark) === id);
    const is = bays.filter((bay) => bay.hallId === id && wasIn.get(bay.mark) === id);
    const marks = (list: readonly Pick<Bay, 'mark'>[]) => list.map(({ mark }) => mark).join('\n');
    return marks(was) === marks(is) ? [] : [name];
  });
}

/** What a drawing changes of where halls stand, and of the drives there. */
function drivesOf(db: Db, drawn: readonly HallDrawn[], places: readonly Place[]): string[] {
  const placeOf = new Map(readHalls(db).map(({ id, place }) => [id, place]));
  const driven = new Map(readPlaces(db).map(({ name, driveMinutes }) => [name, driveMinutes]));
  return [
    ...drawn
      .filter(({ id, place }) => place !== (placeOf.get(id) ?? null))
      .map(({ name, place }) =>
        place === null ? t`${name} is no drive away` : t`${name} is at ${place}`,
      ),
    ...places
      .filter(({ name, driveMinutes }) => driven.get(name) !== driveMinutes)
      .map(({ name, driveMinutes }) => t`${name} is ${driveMinutes} min there and back`),
  ];
}

/** The bays of a hall as rows of a drawing: a row ends where its letters or its numbers do, or it is full. */
export function rowsOf(
  bays: readonly Pick<Bay, 'mark' | 'rowMark' | 'walkOrder'>[],
): (string | null)[][] {
  const rows: (string | null)[][] = [];
  let last: (typeof bays)[number] | null = null;
  for (const bay of bays) {
    const gap: number = last === null ? 0 : bay.walkOrder - last.walkOrder - 1;
    const isNext =
      last !== null &&
      rows.at(-1)!.length + gap < MOST_IN_ROW &&
      last.rowMark === bay.rowMark &&
      Math.floor(last.walkOrder / NUMBERS) === Math.floor(bay.walkOrder / NUMBERS);
    if (!isNext) rows.push([]);
    else for (let n = 0; n < gap; n++) rows.at(-1)!.push(null);
    rows.at(-1)!.push(bay.mark);
    last = bay;
  }
  return rows;
}
