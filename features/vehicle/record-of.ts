import type { BatteryRecord } from '../../core/record/battery-record';
import { settingOfHall, standingOf, type BatteryDto } from '../site/dto';
import type { VehicleData } from './vehicle-data';

/** A battery’s record, put together in the browser: on the bench it has the bench’s weather. */
export function recordOf(data: VehicleData, battery: BatteryDto): BatteryRecord {
  const { bench, hall, vehicle, rules, clock } = data;
  const place = battery.state.out?.hallId === bench.id ? bench : hall;
  return standingOf(battery, vehicle, settingOfHall(place), rules, clock);
}
