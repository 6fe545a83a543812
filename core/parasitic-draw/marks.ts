import { z } from 'zod';

const seconds = z.number().min(0).max(1e7);

/** What was done at the vehicle while its current was logged; times are seconds of the trace. */
export const Mark = z.discriminatedUnion('kind', [
  /** The meter carries it all from here. */
  z.strictObject({ kind: z.literal('jumper-off'), at: seconds }),
  /** From here on the meter sees a share again. */
  z.strictObject({ kind: z.literal('jumper-back'), at: seconds }),
  z.strictObject({ kind: z.literal('pull'), at: seconds, circuit: z.string().min(1).max(24) }),
  z.strictObject({ kind: z.literal('put-back'), at: seconds, circuit: z.string().min(1).max(24) }),
  /** The hunt begins anew, with all back in: what was pulled before tells nothing any more. */
  z.strictObject({ kind: z.literal('anew'), at: seconds }),
]);
export type Mark = z.infer<typeof Mark>;

/** The newest mark of a kind, or null. */
export const lastMark = (marks: readonly Mark[], kind: Mark['kind']): Mark | null =>
  marks.filter((mark) => mark.kind === kind).at(-1) ?? null;

/** What was done in the hunt that goes on: after it was begun anew, if it was. */
export const sinceAnew = (marks: readonly Mark[]): readonly Mark[] =>
  marks.slice(marks.findLastIndex(({ kind }) => kind === 'anew') + 1);

/** Fuses that were pulled and are still out, in the order of pulling. */
export function stillOut(marks: readonly Mark[]): string[] {
  const out: string[] = [];
  for (const mark of marks) {
    if (mark.kind === 'pull' && !out.includes(mark.circuit)) out.push(mark.circuit);
    if (mark.kind === 'put-back')
      out.splice(0, out.length, ...out.filter((one) => one !== mark.circuit));
  }
  return out;
}
