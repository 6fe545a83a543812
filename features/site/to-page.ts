import { t } from '../../core/language';
import { hallDtoOf, type BatteryDto, type HallDto, type VehicleDto } from './dto';
import type { Stay, AssessedBattery, SiteSnapshot } from './snapshot';

/** A hall as it travels to the browser. */
export const hallDto = (loaded: SiteSnapshot, hall: { id: string; name: string }): HallDto =>
  hallDtoOf(hall, loaded.temperatures.get(hall.id)!, loaded.powerCuts.get(hall.id) ?? null);

/** How a battery of a vehicle is called: by role where that tells it apart, else numbered. */
export function batteryLabels(batteries: readonly AssessedBattery[]): string[] {
  const names = {
    starter: t`Starter`,
    leisure: t`Leisure`,
    auxiliary: t`Auxiliary`,
    string: t`Block`,
  };
  const total = new Map<string, number>();
  for (const { standing } of batteries) {
    total.set(standing.state.role, (total.get(standing.state.role) ?? 0) + 1);
  }
  const seen = new Map<string, number>();
  return batteries.map(({ standing: { state } }) => {
    const n = (seen.get(state.role) ?? 0) + 1;
    seen.set(state.role, n);
    const name = total.get(state.role)! > 1 ? `${names[state.role]} ${n}` : names[state.role];
    return state.out ? t`${name}, bench` : name;
  });
}

/** A vehicle as it travels to the browser. */
export function vehicleDtoOf(stay: Stay): VehicleDto {
  return {
    id: stay.vehicle.id,
    name: stay.vehicle.name,
    kind: stay.vehicle.kind,
    facts: stay.vehicle.facts,
    bayMark: stay.bay.mark,
    rowMark: stay.bay.rowMark,
    hallId: stay.hall.id,
    laidUpAt: stay.state.laidUpAt,
    collectDay: stay.collectDay,
  };
}

/** Its batteries, each with what the browser needs to judge it. */
export function batteryDtosOf(stay: Stay): BatteryDto[] {
  const labels = batteryLabels(stay.batteries);
  return stay.batteries.map(({ battery, standing, hallId }, i) => ({
    id: battery.id,
    mark: battery.mark,
    label: labels[i]!,
    facts: standing.facts,
    details: battery.details,
    state: standing.state,
    hallId,
    block: standing.block,
    benchHallId: standing.benchHallId,
    silentSince: standing.silentSince,
    house: standing.house,
    planned: standing.planned ?? null,
  }));
}
