/** Gas that a battery gives off while it charges, milliamps for each ampere-hour. IEC 62485-2. */
const GAS_MA_PER_AH = {
  vented: { float: 5, boost: 20 },
  'valve-regulated': { float: 1, boost: 8 },
} as const;
export type VentType = keyof typeof GAS_MA_PER_AH;
export const CHARGE_STAGES = ['float', 'boost'] as const;
export type ChargeStage = (typeof CHARGE_STAGES)[number];
export const VENT_TYPES = Object.keys(GAS_MA_PER_AH) as [VentType, ...VentType[]];

/** Litres of hydrogen (0 °C, 1 atm) from an ampere-hour in one cell: Faraday's law, CODATA. */
export const HYDROGEN_LITRES_PER_AH = 0.418;
/** Grams of water that the same ampere-hour takes apart. */
export const WATER_GRAMS_PER_AH = 0.336;

export interface Ventilation {
  readonly airflowM3PerHour: number;
  /** Free opening for natural ventilation, in and out alike. */
  readonly openingCm2: number;
  readonly hydrogenLitresPerHour: number;
}

/**
 * Air that charging batteries need: Q = 0.05 · n · I_gas · C · 10⁻³ m³/h for each, opening
 * A = 28 · Q cm². IEC 62485-2 (EN 50272-2). `cells` and `capacityAh` of one battery, `count` of
 * them; `gasAmps` in place of the table where a charger is not regulated: its full current.
 */
export function ventilation(question: {
  readonly type: VentType;
  readonly stage: ChargeStage;
  readonly cells: number;
  readonly capacityAh: number;
  readonly count: number;
  readonly gasAmps?: number;
}): Ventilation {
  const { type, stage, cells, capacityAh, count, gasAmps } = question;
  const amps = gasAmps ?? (GAS_MA_PER_AH[type][stage] * capacityAh) / 1000;
  const airflowM3PerHour = 0.05 * cells * amps * count;
  return {
    airflowM3PerHour,
    openingCm2: 28 * airflowM3PerHour,
    hydrogenLitresPerHour: HYDROGEN_LITRES_PER_AH * cells * amps * count,
  };
}

/** Water and hydrogen from ampere-hours that went beyond full, in all cells together. */
export function overcharge(ampHours: number, cells: number) {
  return {
    waterGrams: WATER_GRAMS_PER_AH * ampHours * cells,
    hydrogenLitres: HYDROGEN_LITRES_PER_AH * ampHours * cells,
  };
}
