import 'server-only';
import { groupBy } from '../../core/group';
import { jobWord } from '../../core/plan/jobs';
import { hallsOf, viewStop } from '../round/round-data';
import { roundData } from '../round/load';
import { daysOf } from '../season/answers';
import { withPlan } from '../season/keeper';
import type { SiteSnapshot } from '../site/snapshot';
import { summary } from '../yard/counts';
import { yardData } from '../yard/load';
import type { WallData } from './wall-data';

/** So many days ahead are shown, today with them. */
const DAYS_AHEAD = 8;

/** What the screen on the wall says of a moment: the round as who walks it sees it, and who comes. */
export async function wallData(site: SiteSnapshot): Promise<WallData> {
  const planned = await withPlan(site);
  const round = roundData(planned);
  const halls = hallsOf(round);
  const views = round.stops.map((stop) => viewStop(stop, {}, round, halls, null));
  const left = views.filter(({ done, passed }) => !done && !passed);
  return {
    siteName: site.site.name,
    clock: round.clock,
    units: site.rules,
    today: round.today,
    roundDay: round.roundDay,
    stops: views.length,
    left: left.length,
    minutes: left.reduce((sum, { minutesLeft }) => sum + minutesLeft, 0),
    halls: [...groupBy(left, ({ hallName }) => hallName)].map(([name, here]) => ({
      name,
      stops: here.map(({ vehicle, steps }) => ({
        key: `${vehicle.id} ${vehicle.bayMark}`,
        bay: vehicle.bayMark,
        name: vehicle.name,
        needs: [...new Set(steps.flatMap(({ done, job }) => (done ? [] : [jobWord(job)])))].join(
          ', ',
        ),
      })),
    })),
    summary: summary(yardData(planned).counts, 0),
    days: daysOf(planned)
      .filter(({ day }) => day - site.today < DAYS_AHEAD)
      .sort((a, b) => a.day - b.day)
      .map(({ id, day, summary }) => ({ id, day, words: summary })),
  };
}
