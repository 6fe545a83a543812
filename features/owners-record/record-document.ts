import { z } from 'zod';

const Day = z.string();
const Words = z.array(z.string());

/** What the owner of a vehicle gets with it, as a document. */
export const OwnersRecord = z.strictObject({
  version: z.literal('velvet-ember/owners-record@1'),
  site: z.string(),
  printed: Day,
  vehicle: z.strictObject({ name: z.string(), kind: z.string() }),
  owner: z.string().nullable(),
  from: Day.nullable(),
  /** Null: it is here still. */
  to: Day.nullable(),
  takenBy: z.string().nullable(),
  /** What the vehicle met: outings, moves, what was agreed. */
  happened: z.array(z.strictObject({ on: Day, what: z.string() })),
  batteries: z.array(
    z.strictObject({
      mark: z.string(),
      role: z.string(),
      rated: z.string(),
      fitted: z.string(),
      readings: z.array(z.strictObject({ on: Day, volts: z.number() })),
      done: z.array(z.strictObject({ on: Day, what: z.string() })),
      tests: z.array(z.strictObject({ on: Day, what: z.string(), says: z.string() })),
      /** Honest words on the life that is left. */
      life: Words,
      atHome: Words,
    }),
  ),
  /** For the next season. */
  next: Words,
});
export type OwnersRecord = z.infer<typeof OwnersRecord>;
export type RecordedBattery = OwnersRecord['batteries'][number];
