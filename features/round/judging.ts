import { judge, judgeReading } from '../../core/assessment/judge';
import { chargeForecastOf } from '../../core/assessment/charge-forecast';
import { chargerFaultsOf } from '../../core/connections/charger-faults';
import { ownChargerOf } from '../../core/connections/available-connections';
import { jobsToday } from '../../core/plan/due';
import { courseOf } from '../chart/course';
import type { Anew, Judged } from './round-data';

// What judges anew. A page opens without it: as it was served, it was judged.
export { pickHook } from './hook-pick';
export { ownChargerOf };
export { entryOf, laidOn, withdrawalOf } from './lay-on';

/** What is said of a battery after something was recorded. */
export const anew: Anew = { judge, chargeForecastOf, jobsToday, courseOf, chargerFaultsOf };

/** What the program says to volts that are typed. */
export const answerTo = (
  { standing, outlook }: Judged,
  volts: number,
  restedHours: number | null,
) => judgeReading(standing, { volts, restedHours }, outlook);
