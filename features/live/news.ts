import { z } from 'zod';

/** Somebody stands at a vehicle of the round. */
export interface Present {
  readonly name: string;
  readonly vehicleId: string;
}

/** What happened meanwhile. */
export interface News {
  /** The newest entry of the logbook. */
  readonly seq: number;
  /** Who recorded something of what since the news before. */
  readonly recorded: readonly { readonly subjectId: string; readonly by: string }[];
  readonly present: readonly Present[];
}

/** Where somebody stands; null: they went away. */
export const StandingAt = z.strictObject({ vehicleId: z.string().min(1).max(64).nullable() });
