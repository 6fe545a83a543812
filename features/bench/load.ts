import { t } from '../../core/language';
import 'server-only';
import { dayOf } from '../../core/day';
import { isFaster } from '../../core/record/loss';
import { jobsToday } from '../../core/plan/due';
import { readMeter } from '../../store/devices';
import { readFuseList, readKnownFuses } from '../../store/fuse-lists';
import { clockStands } from '../server/clock';
import { db } from '../server/store';
import { batteryLabels, batteryDtosOf, hallDto, vehicleDtoOf } from '../site/to-page';
import { benchHall } from '../site/bench-hall';
import type { AssessedBattery, SiteSnapshot, Stay } from '../site/snapshot';
import type { BenchData, BenchPick, BenchResult, BenchSubject } from './bench-data';
import { pace } from './hub';
import { env } from '../../env';

/** Results that stand on the bench with nothing chosen. */
const LAST = 8;

interface Pick {
  readonly stay: Stay;
  readonly kept: AssessedBattery;
  readonly label: string;
}

/** Each battery of the site, in walking order. */
const picksOf = <T>({ stays }: SiteSnapshot, of: (pick: Pick) => T): T[] =>
  stays.flatMap((stay) => {
    const labels = batteryLabels(stay.batteries);
    return stay.batteries.map((kept, i) => of({ stay, kept, label: labels[i]! }));
  });

/** What the bench shows: every battery that can be measured, and the one that is chosen. */
export function benchData(loaded: SiteSnapshot, batteryId: string | null): BenchData {
  const wireHall = (hall: { id: string; name: string }) => hallDto(loaded, hall);
  const picks = picksOf(loaded, ({ stay, kept, label }): BenchPick => ({
    batteryId: kept.battery.id,
    bayMark: stay.bay.mark,
    name: stay.vehicle.name,
    kind: stay.vehicle.kind,
    label,
    why: reasonOf(kept),
  }));
  const results = picksOf(loaded, ({ stay, kept, label }) =>
    kept.standing.state.draws.map(({ at, milliamps }) => ({ at, milliamps, stay, kept, label })),
  )
    .flat()
    .sort((a, b) => b.at - a.at)
    .slice(0, LAST)
    .map(({ at, milliamps, stay, kept, label }): BenchResult => ({
      batteryId: kept.battery.id,
      bayMark: stay.bay.mark,
      name: stay.vehicle.name,
      label,
      day: dayOf(at, loaded.site.timeZone),
      milliamps,
    }));
  const stay = loaded.stays.find(({ batteries }) =>
    batteries.some(({ battery }) => battery.id === batteryId),
  );
  const subject: BenchSubject | null = stay
    ? {
        vehicle: vehicleDtoOf(stay),
        battery: batteryDtosOf(stay).find(({ id }) => id === batteryId)!,
        hall: wireHall(stay.hall),
        hallKind: stay.hall.kind,
        fuses: readFuseList(db(), stay.vehicle.name),
      }
    : null;
  return {
    clock: { now: loaded.now, stands: clockStands(), timeZone: loaded.site.timeZone },
    today: loaded.today,
    rules: loaded.rules,
    bench: wireHall(benchHall(loaded.halls)),
    picks,
    results,
    subject,
    knownFuses: readKnownFuses(db()),
    meterName: readMeter(db())?.name ?? null,
    hands: env('EMBER_HANDS') > 0,
    pace: pace(),
  };
}

/** Why a battery should come to the bench today, in a few words. */
function reasonOf({ standing, outlook }: AssessedBattery): string {
  if (outlook && isFaster(outlook.loss) && standing.state.negativeOn) {
    return t`falls faster than explained`;
  }
  const jobs = jobsToday(standing, outlook);
  const test = jobs.some(
    (job) => job.kind === 'procedure' && job.procedure === 'draw-test' && !job.done,
  );
  return test ? t`draw not measured` : '';
}
