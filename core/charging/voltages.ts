import { CHEMISTRIES, batteriesOf12V, type ChemistryId } from '../battery/chemistries';
import type { Rules } from '../rules/rules';

/** Change of the charging voltage, volts per cell and kelvin, from 25 °C. Data sheets (−3 to −5 mV). */
const PER_CELL_KELVIN = -0.004;
/** Beyond these temperatures it is not compensated any further. */
const COMPENSATED = { low: -5, high: 45 };
/** More than this on a cell of lead is never asked for. */
const MAX_VOLTS_PER_CELL = 2.55;

export interface ChargeVoltages {
  readonly absorptionVolts: number;
  /** Null for lithium, which is stored part charged and not floated. */
  readonly floatVolts: number | null;
}

/**
 * Absorption and float of a battery at a temperature, by the house's volts at 25 °C (the maker's
 * figure wins). Lead-acid is compensated from −5 to 45 °C, lithium not at all.
 */
export function chargeVoltages(
  battery: { readonly chemistry: ChemistryId; readonly cells: number },
  celsius: number,
  rules: Pick<Rules, 'absorptionVolts' | 'floatVolts'>,
): ChargeVoltages {
  const { chemistry, cells } = battery;
  if (CHEMISTRIES[chemistry].family === 'lithium') {
    const absorptionVolts = rules.absorptionVolts[chemistry] * batteriesOf12V(battery);
    return { absorptionVolts, floatVolts: null };
  }
  const kelvin = Math.min(COMPENSATED.high, Math.max(COMPENSATED.low, celsius)) - 25;
  const at = (volts: number) =>
    cells * Math.min(MAX_VOLTS_PER_CELL, volts / 6 + PER_CELL_KELVIN * kelvin);
  return {
    absorptionVolts: at(rules.absorptionVolts[chemistry]),
    floatVolts: at(rules.floatVolts),
  };
}
