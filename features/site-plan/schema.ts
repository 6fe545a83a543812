import { z } from 'zod';
import { HallSheet } from '../../core/facts/hall';
import { BayMark, readRow } from '../../core/site/rows';

/** A row of bays as it is written: `C1–C6 _ C8`. */
export const RowText = z
  .string()
  .max(400, 'at most 400 letters')
  .superRefine((text, context) => {
    const read = readRow(text);
    if (!read.ok) context.addIssue({ code: 'custom', message: read.why });
  });

/** A hall as it is drawn, its rows in walking order. */
export const DrawnHall = z.strictObject({
  name: HallSheet.shape.name,
  kind: HallSheet.shape.kind,
  setpointCelsius: HallSheet.shape.setpointCelsius,
  rows: z.array(RowText).min(1, 'a hall has at least one row of bays').max(60),
});
export type DrawnHall = z.infer<typeof DrawnHall>;

type Issue = (path: (string | number)[], message: string) => void;

/** No two halls of one name, and each bay in one place. */
export function checkDrawn(halls: readonly Pick<DrawnHall, 'name' | 'rows'>[], issue: Issue): void {
  const names = new Map<string, number>();
  const bays = new Map<string, string>();
  halls.forEach(({ name, rows }, i) => {
    if (names.has(name.toLowerCase())) {
      issue(['halls', i, 'name'], 'another hall has this already');
    }
    names.set(name.toLowerCase(), i);
    rows.forEach((text, j) => {
      const read = readRow(text);
      for (const mark of read.ok ? read.row : []) {
        if (mark === null) continue;
        const other = bays.get(mark);
        if (other !== undefined) issue(['halls', i, 'rows', j], `${mark} is in ${other} too`);
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
      .min(1, 'a site has at least one hall')
      .max(40),
    /** Where vehicles go whose bay is no more, by marks. */
    moves: z.array(z.strictObject({ from: BayMark, to: BayMark })).max(5000),
  })
  .superRefine(({ halls }, context) =>
    checkDrawn(halls, (path, message) => context.addIssue({ code: 'custom', path, message })),
  );
export type SitePlan = z.infer<typeof SitePlan>;
