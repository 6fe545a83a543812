import { t } from '../../core/language';
import { z } from 'zod';
import { dayName, toDay } from '../../core/day';
import { DayName } from '../../core/logbook/fields';
import { climateFromDays } from '../../core/site/climate-from-days';
import { writeClimate } from '../../store/site';
import { Climate } from '../../core/site/climate';
import { importHallDays } from '../../store/temperatures';
import { bodyOf, refuse } from '../server/reply';
import { db } from '../server/store';
import { currentSite } from '../site/current';

/** In place of a hall: the days make the site's climate table. */
export const AS_CLIMATE = 'climate';
/** Thirty years of days. */
const MAX_DAYS = 11_000;

export const DaysOf = z.strictObject({
  target: z.string().min(1).max(64),
  days: z
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
    }),
});

/** Takes the days of a logger's file, or of a forecast, for a hall; or a climate from them. */
export async function postTemperatures(request: Request): Promise<Response> {
  const { data, refusal } = await bodyOf(request, DaysOf);
  if (refusal) return refusal;
  const loaded = currentSite();
  if (!loaded) return refuse(404, t`The site is not set up yet.`);
  const days = data.days.map(({ date, mean, min }) => ({ day: toDay(date), mean, min }));
  if (data.target === AS_CLIMATE) {
    const { climate, months } = climateFromDays(days, loaded.site.climate);
    if (months === 0) {
      return refuse(422, t`No month has twenty days in the file: a climate needs more of them.`);
    }
    const read = Climate.safeParse(climate);
    if (!read.success) {
      return refuse(422, t`A month of the file is warmer or colder than any place: other unit?`);
    }
    writeClimate(db(), read.data);
    return Response.json({ months });
  }
  const hall = loaded.halls.find(({ id }) => id === data.target);
  if (!hall) return refuse(404, t`There is no such hall.`);
  const written = importHallDays(db(), hall.id, days, loaded.today);
  return Response.json({
    written,
    kept: days.length - written,
    foretold: days.filter(({ day }) => day > loaded.today).length,
    today: dayName(loaded.today),
  });
}
