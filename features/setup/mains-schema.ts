import { t } from '../../core/language';
import { z } from 'zod';
import { Circuit, Outlet } from '../../core/site/charging-equipment';
import { baysWritten } from '../../core/site/rows';

/** A fuse and what it feeds, as it is written down at the set-up. */
export const DrawnCircuit = z
  .strictObject({
    name: Circuit.shape.name,
    /** Which of the drawn halls it is in, from 0. */
    hall: z.int({ error: () => t`in which hall is it?` }).min(0),
    amps: Circuit.shape.amps,
    outlets: z
      .int({ error: () => t`a whole number` })
      .min(1, { error: () => t`at least one` })
      .max(20, { error: () => t`at most 20` }),
    /** Of each of them. */
    outletAmps: Outlet.shape.amps,
    /** Bays that their leads reach, as `C1–C6`; empty: the whole hall. */
    reach: z.string().max(200).default(''),
    post: Outlet.shape.post,
  })
  .superRefine(({ name, outlets, reach }, context) => {
    const bays = baysWritten(reach);
    if (!bays.ok) context.addIssue({ code: 'custom', path: ['reach'], message: bays.why });
    // Numbered, an outlet has the name of its fuse.
    if (outlets > 1 && name.length > 37)
      context.addIssue({ code: 'custom', path: ['name'], message: t`at most 37 letters` });
  });
export type DrawnCircuit = z.infer<typeof DrawnCircuit>;

/** The circuit and its outlets as they are kept. */
export function mainsOf(
  { name, amps, outlets, outletAmps, reach, post }: DrawnCircuit,
  id: string,
  hallId: string,
): { readonly circuit: Circuit; readonly outlets: readonly Outlet[] } {
  const bays = baysWritten(reach);
  return {
    circuit: { id, hallId, name, amps },
    outlets: Array.from({ length: outlets }, (_, i) => ({
      ...{ id: `${id}-${i + 1}`, hallId, circuitId: id, post },
      name: outlets === 1 ? name : `${name} ${i + 1}`,
      amps: outletAmps,
      bays: bays.ok ? [...bays.bays] : [],
    })),
  };
}
