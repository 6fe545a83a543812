import { t } from '../language';
import { z } from 'zod';
import { Line } from '../text';
import type { Box } from './belief';
import { FUSE_KIND_IDS } from './fuses';
import { LOAD_KINDS, LOAD_KIND_IDS } from './loads';

const Label = Line(1, 12, () => t`a fuse needs a mark, as F12`);

/** One fuse of a vehicle, as its owner's book lists it. */
export const Circuit = z.strictObject({
  fuse: Label,
  feeds: Line(0, 80),
  amps: z
    .number()
    .min(0.5, { error: () => t`at least 0.5 A` })
    .max(500, { error: () => t`at most 500 A` }),
  kind: z.enum(FUSE_KIND_IDS),
  load: z.enum(LOAD_KIND_IDS),
  /** The main fuse through which it gets its current; null: straight from the battery. */
  main: Label.nullable(),
  /** Measured resistance, where somebody knows better than the table. */
  milliohms: z.number().min(0.05).max(1000).nullable(),
});
export type Circuit = z.infer<typeof Circuit>;

/** All fuses of a model: marks are different, and main fuses are in the list. */
export const FuseList = z
  .array(Circuit)
  .min(1, { error: () => t`a list has at least one fuse` })
  .max(120, { error: () => t`a list has at most 120 fuses` })
  .superRefine((circuits, context) => {
    const marks = new Set<string>();
    circuits.forEach(({ fuse }, i) => {
      if (marks.has(fuse)) {
        context.addIssue({ code: 'custom', path: [i, 'fuse'], message: t`${fuse} is there twice` });
      }
      marks.add(fuse);
    });
    circuits.forEach(({ fuse, main }, i) => {
      if (main === null) return;
      const problem = !marks.has(main)
        ? t`there is no main fuse ${main} in the list`
        : main === fuse
          ? t`${fuse} cannot feed itself`
          : circuits.find((one) => one.fuse === main)!.main !== null
            ? t`${main} is fed by another fuse; only one step of main fuses is known here`
            : null;
      if (problem) context.addIssue({ code: 'custom', path: [i, 'main'], message: problem });
    });
  });
export type FuseList = z.infer<typeof FuseList>;

export const isMain = (list: FuseList, fuse: string) => list.some(({ main }) => main === fuse);

/** A fuse list as a hunt sees it, with the marks of its circuits and main fuses. */
export interface HuntBox extends Box {
  readonly marks: readonly string[];
  readonly mains: readonly string[];
}

/** The circuits of a list, main fuses apart. */
export function huntBox(list: FuseList): HuntBox {
  const leaves = list.filter(({ fuse }) => !isMain(list, fuse));
  const mains = list.filter(({ fuse }) => isMain(list, fuse)).map(({ fuse }) => fuse);
  return {
    circuits: leaves.map(({ load }) => LOAD_KINDS[load]),
    feeders: mains.map((main) => leaves.flatMap((leaf, i) => (leaf.main === main ? [i] : []))),
    marks: leaves.map(({ fuse }) => fuse),
    mains,
  };
}
