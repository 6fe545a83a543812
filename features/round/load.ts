import 'server-only';
import { toDay } from '../../core/day';
import { groupBy } from '../../core/group';
import type { ChargeForecast } from '../../core/assessment/charge-forecast';
import { chargerFaultsOf } from '../../core/connections/charger-faults';
import { judge } from '../../core/assessment/judge';
import { reserveMark } from '../../core/assessment/reserve-marks';
import { jobsToday, roundsAhead } from '../../core/plan/due';
import type { Job } from '../../core/plan/jobs';
import type { BatteryRecord } from '../../core/record/battery-record';
import { PLAIN_VEHICLE } from '../../core/stay/usual';
import { roundOnOrAfter } from '../../core/rules/rounds';
import { courseOf } from '../chart/course';
import { heardAmpHours } from '../charge/charger-telemetry';
import { hasOutside } from '../demo/outside-port';
import { clockStands } from '../server/clock';
import { benchHall } from '../site/bench-hall';
import { activeConnectionsOf } from '../site/connections';
import type { BatteryDto } from '../site/dto';
import { batteryDtosOf, hallDto, vehicleDtoOf } from '../site/to-page';
import type { SiteSnapshot } from '../site/snapshot';
import { roomAirs } from '../site/room-air';
import { withPlan } from '../season/keeper';
import type { RoundData, RoundStop } from './round-data';
import { packed, unlike, type RoundBattery } from './served';

/** A battery on the bench is a stop of its own, where the bench is. */
const BENCH = 'bench';

/** A battery with all that is said of it, as the round takes it along. */
export const roundBattery = (
  battery: BatteryDto,
  standing: BatteryRecord,
  outlook: ChargeForecast | null,
  jobs: readonly Job[],
): RoundBattery => ({
  id: battery.id,
  label: battery.label,
  jobs,
  reserve: reserveMark(outlook),
  notReachedAt: battery.state.notReachedAt,
  record: packed(
    {
      battery,
      verdict: judge(standing),
      faults: chargerFaultsOf(standing, outlook),
      course: courseOf(standing, outlook),
    },
    standing.now,
  ),
});

/** Every stop with something due or done, hall by hall in walking order, the bench last. */
function stopsOf(loaded: SiteSnapshot): RoundStop[] {
  const due = loaded.stays.flatMap((stay): RoundStop[] => {
    const dtos = batteryDtosOf(stay);
    const here = stay.batteries.map((kept, i) => ({
      battery: dtos[i]!,
      kept,
      jobs: jobsToday(kept.standing, kept.outlook),
    }));
    const dto = vehicleDtoOf(stay);
    const vehicle = { ...dto, facts: unlike(dto.facts, PLAIN_VEHICLE) };
    const places = groupBy(here, ({ battery: { state } }) =>
      state.out === null ? '' : (state.out.hallId ?? stay.hall.id),
    );
    return [...places].flatMap(([benchHall, all]): RoundStop[] => {
      if (all.every(({ jobs }) => jobs.length === 0)) return [];
      const batteries = all.map(({ battery, kept, jobs }) =>
        roundBattery(battery, kept.standing, kept.outlook, jobs),
      );
      const bench = { bayMark: BENCH, rowMark: BENCH, hallId: benchHall };
      return [{ vehicle: benchHall === '' ? vehicle : { ...vehicle, ...bench }, batteries }];
    });
  });
  return loaded.halls.flatMap((hall) => {
    const here = due.filter((stop) => stop.vehicle.hallId === hall.id);
    const onBench = (stop: RoundStop) => stop.vehicle.bayMark === BENCH;
    return [...here.filter((stop) => !onBench(stop)), ...here.filter(onBench)];
  });
}

/** The round as it is cut from the season's plan. */
export const roundScreenData = async (loaded: SiteSnapshot): Promise<RoundData> =>
  roundData(await withPlan(loaded));

/** Today's round (or the next one): every stop with something due or done. */
export function roundData(loaded: SiteSnapshot): RoundData {
  const end = Math.max(toDay(loaded.site.seasonEnd), loaded.today);
  return {
    clock: { now: loaded.now, stands: clockStands(), timeZone: loaded.site.timeZone },
    upToSeq: loaded.upToSeq,
    today: loaded.today,
    roundDay: roundOnOrAfter(loaded.rules, loaded.today),
    rules: loaded.rules,
    benchHallId: benchHall(loaded.halls).id,
    anyLaidUp: loaded.stays.length > 0,
    halls: loaded.halls.map((hall) => hallDto(loaded, hall)),
    places: loaded.places,
    stops: stopsOf(loaded),
    stock: loaded.stock,
    rooms: Object.fromEntries(roomAirs(loaded)),
    hanging: activeConnectionsOf(loaded.stays),
    heardAh: heardAmpHours(loaded),
    demo: hasOutside(),
    ahead: loaded.stays.map((stay) => ({
      vehicleId: stay.vehicle.id,
      bayMark: stay.bay.mark,
      name: stay.vehicle.name,
      kind: stay.vehicle.kind,
      hallId: stay.hall.id,
      days: [
        ...new Set(
          stay.batteries.flatMap(({ standing, outlook }) => roundsAhead(standing, outlook, end)),
        ),
      ],
    })),
  };
}
