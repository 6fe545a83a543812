import 'server-only';
import { toDay } from '../../core/day';
import { jobsToday, roundsAhead } from '../../core/plan/due';
import { roundOnOrAfter } from '../../core/plan/rounds';
import { clockStands } from '../server/clock';
import { batteryLabels, benchHall, type LoadedSite, type Stay } from '../site/load';
import { toWireHall, type WireBattery, type WireVehicle } from '../site/wire';
import type { RoundData } from './round-data';

export function wireVehicle(stay: Stay): WireVehicle {
  return {
    id: stay.vehicle.id,
    name: stay.vehicle.name,
    kind: stay.vehicle.kind,
    facts: stay.vehicle.facts,
    bayMark: stay.bay.mark,
    rowMark: stay.bay.rowMark,
    hallId: stay.hall.id,
    laidUpAt: stay.state.laidUpAt,
    collectDay: stay.state.collectOn === null ? null : toDay(stay.state.collectOn),
  };
}

export function wireBatteries(stay: Stay): WireBattery[] {
  const labels = batteryLabels(stay.batteries);
  return stay.batteries.map(({ battery, standing }, i) => ({
    id: battery.id,
    mark: battery.mark,
    label: labels[i]!,
    facts: standing.facts,
    details: battery.details,
    state: standing.state,
  }));
}

/** Today's round (or the next one): every stop with something due or done. */
export function roundData(loaded: LoadedSite): RoundData {
  const end = Math.max(toDay(loaded.site.seasonEnd), loaded.today);
  const due = loaded.stays.filter((stay) =>
    stay.batteries.some(({ standing, outlook }) => jobsToday(standing, outlook).length > 0),
  );
  return {
    clock: { now: loaded.now, stands: clockStands(), timeZone: loaded.site.timeZone },
    today: loaded.today,
    roundDay: roundOnOrAfter(loaded.rules, loaded.today),
    rules: loaded.rules,
    benchHallId: benchHall(loaded.halls).id,
    halls: loaded.halls.map((hall) => toWireHall(hall, loaded.temperatures.get(hall.id)!)),
    stops: due.map((stay) => ({ vehicle: wireVehicle(stay), batteries: wireBatteries(stay) })),
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
