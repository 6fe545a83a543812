import 'server-only';
import { toDay } from '../../core/day';
import { groupBy } from '../../core/group';
import { jobsToday, roundsAhead } from '../../core/plan/due';
import { roundOnOrAfter } from '../../core/rules/rounds';
import { heardAmpHours } from '../charge/charger-telemetry';
import { hasOutside } from '../demo/outside-port';
import { clockStands } from '../server/clock';
import {
  benchHall,
  activeConnectionsOf,
  batteryDtosOf,
  hallDto,
  vehicleDtoOf,
  type SiteSnapshot,
} from '../site/load';
import { withPlan } from '../season/keeper';
import type { RoundData, RoundStop } from './round-data';

/** Digits that a judgement is sent with: more than anybody reads, and half of its bytes. */
const SENT_DIGITS = 7;

/** The same with fewer digits in what is no whole number: instants and counts stay as they are. */
function inDigits<T>(value: T): T {
  if (typeof value === 'number') {
    const whole = Number.isInteger(value) || !Number.isFinite(value);
    return (whole ? value : Number(value.toPrecision(SENT_DIGITS))) as T;
  }
  if (Array.isArray(value)) return value.map(inDigits) as T;
  if (value === null || typeof value !== 'object') return value;
  return Object.fromEntries(Object.entries(value).map(([key, one]) => [key, inDigits(one)])) as T;
}

/** A battery on the bench is a stop of its own, where the bench is. */
const BENCH = 'bench';

/** Every stop with something due or done, hall by hall in walking order, the bench last. */
function stopsOf(loaded: SiteSnapshot): RoundStop[] {
  const stops = loaded.stays.flatMap((stay): RoundStop[] => {
    const vehicle = vehicleDtoOf(stay);
    const forecasts = new Map(stay.batteries.map((one) => [one.battery.id, inDigits(one.outlook)]));
    const judged = batteryDtosOf(stay).map((dto) => ({ ...dto, forecast: forecasts.get(dto.id)! }));
    const places = groupBy(judged, ({ state }) =>
      state.out === null ? '' : (state.out.hallId ?? stay.hall.id),
    );
    return [...places].map(([benchHall, batteries]) =>
      benchHall === ''
        ? { vehicle, batteries }
        : {
            vehicle: { ...vehicle, bayMark: BENCH, rowMark: BENCH, hallId: benchHall },
            batteries,
          },
    );
  });
  const kept = new Map(
    loaded.stays.flatMap((stay) => stay.batteries.map((one) => [one.battery.id, one] as const)),
  );
  const due = stops.filter((stop) =>
    stop.batteries.some(({ id }) => {
      const { standing, outlook } = kept.get(id)!;
      return jobsToday(standing, outlook).length > 0;
    }),
  );
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
    stops: stopsOf(loaded),
    stock: loaded.stock,
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
