import { z } from 'zod';
import { CHEMISTRY_IDS } from '../../core/battery/chemistries';
import { BATTERY_ROLES, DayName } from '../../core/logbook/kinds';
import { VEHICLE_KIND_IDS } from '../../core/site/vehicle-kinds';

export const KEEPINGS = ['connected', 'negative-off', 'maintainer'] as const;

/** What the lay-up form sends; ids are made in the browser, so that it can be sent twice. */
export const LayUp = z.strictObject({
  vehicleId: z.uuid(),
  kind: z.enum(VEHICLE_KIND_IDS),
  name: z.string().trim().min(1, 'give the vehicle a name').max(60),
  bayId: z.string().min(1, 'choose a bay'),
  /** null: always ready. */
  collectOn: DayName.nullable(),
  /** Hours since it last ran or was charged. */
  restedHours: z.number().min(0).max(10_000),
  batteries: z
    .array(
      z.strictObject({
        id: z.uuid(),
        role: z.enum(BATTERY_ROLES),
        place: z.string().trim().max(80),
        chemistry: z.enum(CHEMISTRY_IDS),
        nominalVolts: z.number().min(2, 'at least one cell: 2 V').max(96, 'at most 96 V'),
        capacityAh: z
          .number({ error: 'give the capacity at the 20 h rate, as written on the case' })
          .min(0.5, 'at least 0.5 Ah')
          .max(2000, 'at most 2000 Ah'),
        fittedYear: z.int().min(1950).max(2100).nullable(),
        keeping: z.enum(KEEPINGS),
        drawMa: z.number().min(0).max(20_000).nullable(),
      }),
    )
    .min(1, 'a vehicle has at least one battery')
    .max(12),
});
export type LayUp = z.infer<typeof LayUp>;
export type LayUpBattery = LayUp['batteries'][number];
export type Keeping = (typeof KEEPINGS)[number];
