import { t } from '../../core/language';
import { z } from 'zod';
import { DayName, Text } from '../../core/logbook/fields';
import { BayMark } from '../../core/site/rows';
import { LayUp } from '../lay-up/schema';

/** So many vehicles come at once; a list of more is brought in parts. */
export const MAX_VEHICLES = 5000;

/** A list of vehicles, as it goes in. Ids are made in the browser, so that it can be sent twice. */
export const Brought = z
  .strictObject({
    id: z.uuid(),
    /** Where new bays are; null: there are none. */
    hallId: z.string().min(1).max(64).nullable(),
    newBays: z.array(BayMark).max(MAX_VEHICLES),
    vehicles: z
      .array(
        z.strictObject({
          layUp: LayUp,
          /** Since when it stands here; null: since today. */
          since: DayName.nullable(),
          readings: z
            .array(
              z.strictObject({
                batteryId: z.uuid(),
                on: DayName,
                volts: z.number().min(0).max(100),
                celsius: z.number().min(-60).max(80).nullable(),
              }),
            )
            .max(2000),
          /** Hang on a maintainer, from now on as far as anybody knows. */
          maintained: z
            .array(z.strictObject({ batteryId: z.uuid(), charger: z.string().max(40) }))
            .max(12)
            .default([]),
          notes: z.array(z.strictObject({ batteryId: z.uuid(), text: Text })).max(12),
        }),
      )
      .min(1, { error: () => t`there is no vehicle in it` })
      .max(MAX_VEHICLES, { error: () => t`at most ${MAX_VEHICLES} vehicles at once` }),
  })
  .refine(({ hallId, newBays }) => hallId !== null || newBays.length === 0, {
    path: ['hallId'],
    error: () => t`in which hall are the new bays?`,
  });
export type Brought = z.infer<typeof Brought>;
