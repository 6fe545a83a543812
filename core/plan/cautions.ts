import { msg, withWords } from '../language';
import type { JobKind } from './jobs';

type Cautioned = Exclude<JobKind, 'procedure' | 'recharge' | 'take-off' | 'hand-back'>;
/**
 * The caution that stands at each job that has no order of hands of its own. Maker's instructions
 * and local codes come first.
 */
const CAUTIONS: Readonly<Record<Cautioned, string>> = withWords({
  reading: msg`Rings and watch off, glasses on. Touch the posts with the probes only, and never bridge them.`,
  lamp: msg`Look, do not pull: mains off and lamps out before a clamp is touched.`,
  thaw: msg`Never charge, load or jump it before it is through. Upright, both hands; ice splits a case: look for cracks and acid as it thaws.`,
  mode: msg`Look, do not pull. To change a programme: mains off first, lamps out, then set it, then mains.`,
  inspect: msg`Glasses and gloves on. Acid in an eye: rinse long with water, then a doctor. No flame to see by.`,
  replace: msg`Do not charge it. Gloves and glasses, upright, into a bag or tub; lead and acid are recycled by local rules.`,
});

/** The caution of a job; null: what has an order of hands has its cautions at its steps. */
export const cautionOf = (kind: JobKind): string | null =>
  kind in CAUTIONS ? CAUTIONS[kind as Cautioned] : null;
