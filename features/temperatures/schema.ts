import { t } from '../../core/language';
import { z } from 'zod';
import { toDay } from '../../core/day';
import { DayName } from '../../core/logbook/fields';
import type { RecordedDay } from '../../core/site/climate';

/** In place of a hall: the days make the site's climate table. */
export const AS_CLIMATE = 'climate';
/** Thirty years of days. */
const MAX_DAYS = 11_000;

/** Days of a thermometer as they are sent, none of them twice. */
export const TemperatureDays = z
  .array(
    z
      .strictObject({
        date: DayName,
        mean: z.number().min(-80).max(70),
        min: z.number().min(-80).max(70),
      })
      .refine(({ mean, min }) => min <= mean + 0.05, {
        error: () => t`the lowest of a day is not over its mean`,
      }),
  )
  .min(1, { error: () => t`no day is there` })
  .max(MAX_DAYS, { error: () => t`at most ${MAX_DAYS} days at once` })
  .superRefine((days, context) => {
    const seen = new Map<string, number>();
    days.forEach(({ date }, i) => {
      const first = seen.get(date);
      if (first !== undefined) {
        const message = t`${date} is there already, as day ${first + 1} of the list`;
        context.addIssue({ code: 'custom', path: [i, 'date'], message });
      }
      seen.set(date, first ?? i);
    });
  });
export type TemperatureDays = z.infer<typeof TemperatureDays>;

export const DaysOf = z.strictObject({
  target: z.string().min(1).max(64),
  days: TemperatureDays,
});

export const recordedDays = (days: TemperatureDays): RecordedDay[] =>
  days.map(({ date, mean, min }) => ({ day: toDay(date), mean, min }));
