import { freezingOfSoc } from '../../core/battery/acid';
import type { ChemistryId } from '../../core/battery/chemistries';
import type { Begin } from '../attendant/arrive';
import { TrueBattery, type LivingBattery } from '../battery';
import type { HandMeter } from '../meter';
import type { Random } from '../random';

/** By whose laws the batteries of a played season live, and what they are read with. */
export interface Nature {
  readonly begin: Begin<LivingBattery>;
  /** Where its acid freezes now, °C; null: nothing in it does. */
  readonly freezesAt: (battery: LivingBattery, chemistry: ChemistryId) => number | null;
  readonly meterOf: (chance: Random) => HandMeter;
}

/** The first world: batteries as the demo has them. */
export const OWN_NATURE = (): Nature => ({
  begin: (truth, start) => new TrueBattery(truth, start),
  freezesAt: ({ restPct }, chemistry) => freezingOfSoc(chemistry, restPct),
  meterOf: (chance) => ({
    gain: 1 + 0.0005 * chance.normal(),
    offsetVolts: 0.003 * chance.normal(),
    noiseVolts: 0.004,
  }),
});
