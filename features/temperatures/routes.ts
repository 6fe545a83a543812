import { t } from '../../core/language';
import { dayName } from '../../core/day';
import { writeClimate } from '../../store/site';
import { importHallDays } from '../../store/temperatures';
import { bodyOf, refuse } from '../server/reply';
import { db } from '../server/store';
import { currentSite } from '../site/current';
import { ownClimate } from './own-climate';
import { AS_CLIMATE, DaysOf, recordedDays } from './schema';

/** Takes the days of a logger's file, or of a forecast, for a hall; or a climate from them. */
export async function postTemperatures(request: Request): Promise<Response> {
  const { data, refusal } = await bodyOf(request, DaysOf);
  if (refusal) return refusal;
  const loaded = currentSite();
  if (!loaded) return refuse(404, t`The site is not set up yet.`);
  const days = recordedDays(data.days);
  if (data.target === AS_CLIMATE) {
    const own = ownClimate(days, loaded.site.climate);
    if ('why' in own) return refuse(422, own.why);
    writeClimate(db(), own.climate);
    return Response.json({ months: own.months });
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
