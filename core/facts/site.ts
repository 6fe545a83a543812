import { t, msg, withWords } from '../language';
import { z } from 'zod';
import { isTimeZone, timeZoneName, toDay } from '../day';
import { Line } from '../text';
import { DayName, seasonProblem } from '../time-limits';
import { day, factsOf, figure, line } from './fact';

export const SiteSheet = z.strictObject({
  name: Line(1, 80, () => t`give the site a name`),
  /** By the name that its calendar has for it, whatever letters it was written in. */
  timeZone: z
    .string()
    .refine(isTimeZone, {
      error: () => t`not a time zone that this machine knows: write one as Europe/Paris`,
    })
    .transform(timeZoneName),
  seasonStart: DayName,
  seasonEnd: DayName,
  latitude: z.number().min(-90, '−90 to 90').max(90, '−90 to 90').nullable(),
});
export type SiteSheet = z.infer<typeof SiteSheet>;

/** What the whole site goes by. */
export const SITE_FACTS = withWords(
  factsOf(
    msg`the site`,
    SiteSheet,
    {
      name: line(msg`Name`),
      timeZone: line(msg`Time zone`),
      seasonStart: day(msg`The season begins`),
      seasonEnd: day(msg`The season ends`),
      latitude: figure(msg`Latitude`, '°'),
    },
    ({ seasonStart, seasonEnd }) => seasonProblem(toDay(seasonStart), toDay(seasonEnd), null),
  ),
);
