import { airNeeded, type ChargingHere, type RoomAir } from '../../core/charging/hall-limits';
import { hangingBy } from '../../core/connections/active-connections';
import type { BatteryRecord } from '../../core/record/battery-record';
import type { ChargingEquipment } from '../../core/site/charging-equipment';
import type { SiteSnapshot } from './snapshot';

/** The air of each hall, and what is needed of it by all that charges there. */
export function roomAirs({
  halls,
  stays,
  stock,
}: Pick<SiteSnapshot, 'halls' | 'stays' | 'stock'>): Map<string, RoomAir> {
  const batteries = stays.flatMap((stay) => stay.batteries);
  return new Map(
    halls.map(({ id }) => {
      const noted = stock.air.find(({ hallId }) => hallId === id);
      const here = batteries.filter(
        ({ hallId, battery, standing }) =>
          hallId === id && hangingBy(battery.id, standing.state) !== null,
      );
      return [
        id,
        {
          has: {
            airflowM3PerHour: noted?.airflowM3PerHour ?? null,
            openingCm2: noted?.openingCm2 ?? null,
          },
          needs: airNeeded(here.map(({ standing }) => chargingOf(stock, standing))),
        },
      ];
    }),
  );
}

function chargingOf(stock: ChargingEquipment, { facts, state }: BatteryRecord): ChargingHere {
  const charger = stock.chargers.find(({ id }) => id === state.hook?.chargerId);
  return {
    chemistry: facts.chemistry,
    capsOpen: facts.capsOpen,
    cells: facts.cells,
    capacityAh: facts.capacityAh,
    charger: charger ?? { automatic: true, ampsPerChannel: facts.capacityAh / 10 },
    programme: state.hook?.programme ?? 'normal',
    holding: state.lamp?.state === 'holding',
  };
}
