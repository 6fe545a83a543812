import { t } from '../../core/language';
import { z } from 'zod';
import { HallSheet } from '../../core/facts/hall';
import { BayMark, readRow } from '../../core/site/rows';
import { Line } from '../../core/text';
import { Place } from '../../core/site/place';

/** A row of bays as it is written: `C1–C6 _ C8`. */
export const RowText = z
  .string()
  .max(400, { error: () => t`at most 400 letters` })
  .superRefine((text, context) => {
    const read = readRow(text);
    if (!read.ok) context.addIssue({ code: 'custom', message: read.why });
  });

/** A hall as it is drawn, its rows in walking order. */
export const DrawnHall = z.strictObject({
  name: HallSheet.shape.name,
  kind: HallSheet.shape.kind,
  setpointCelsius: HallSheet.shape.setpointCelsius,
  /** Name of the place where it stands; null: where the attendant begins. */
  place: Line(1, 60).nullable().default(null),
  rows: z
    .array(RowText)
    .min(1, { error: () => t`a hall has at least one row of bays` })
    .max(60),
});
export type DrawnHall = z.infer<typeof DrawnHall>;

type Issue = (path: (string | number)[], message: string) => void;

/** Where halls stand that are driven to. */
export const Places = z.array(Place).max(40).default([]);

/** No two halls of one name, each bay in one place, and a drive to each place that is driven to, once. */
export function checkDrawn(
  halls: readonly Pick<DrawnHall, 'name' | 'rows' | 'place'>[],
  places: readonly Place[],
  issue: Issue,
): void {
  const driven = new Set(places.map(({ name }) => name));
  const left = new Set<string | null>();
  const names = new Map<string, number>();
  const bays = new Map<string, string>();
  halls.forEach(({ name, rows, place }, i) => {
    const before = halls[i - 1]?.place ?? null;
    if (place !== before) left.add(before);
    if (place !== null && !driven.has(place)) {
      issue(['halls', i, 'place'], t`how long is the drive to ${place}?`);
    } else if (place !== null && left.has(place)) {
      issue(['halls', i, 'place'], t`the halls at ${place} are walked one after the other`);
    }
    if (names.has(name.toLowerCase())) {
      issue(['halls', i, 'name'], t`another hall has this already`);
    }
    names.set(name.toLowerCase(), i);
    rows.forEach((text, j) => {
      const read = readRow(text);
      for (const mark of read.ok ? read.row : []) {
        if (mark === null) continue;
        const other = bays.get(mark);
        if (other !== undefined) issue(['halls', i, 'rows', j], t`${mark} is in ${other} too`);
        bays.set(mark, name);
      }
    });
  });
}

/** All halls of a site as they are to be, in walking order. */
export const SitePlan = z
  .strictObject({
    /** `id`: that of a hall that is here, or a new one. */
    halls: z
      .array(DrawnHall.extend({ id: z.string().min(1).max(64) }))
      .min(1, { error: () => t`a site has at least one hall` })
      .max(40),
    places: Places,
    /** Where vehicles go whose bay is no more, by marks. */
    moves: z.array(z.strictObject({ from: BayMark, to: BayMark })).max(5000),
  })
  .superRefine(({ halls, places }, context) =>
    checkDrawn(halls, places, (path, message) =>
      context.addIssue({ code: 'custom', path, message }),
    ),
  );
export type SitePlan = z.infer<typeof SitePlan>;
