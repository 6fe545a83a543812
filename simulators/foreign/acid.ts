/**
 * Volts of a lead-acid cell at rest from the strength of its acid, 25 °C.
 * Source: Bode, Lead-Acid Batteries (from memory, ±5 mV); molality 0.1–13 mol/kg.
 */
function voltsAt25(molality: number): number {
  const lg = Math.log10(Math.min(13, Math.max(0.1, molality)));
  return 1.9228 + 0.147519 * lg + 0.063552 * lg ** 2 + 0.073772 * lg ** 3 + 0.033612 * lg ** 4;
}

/** Millivolts for each kelvin by molality. After Bode and Berndt, from memory. */
const PER_KELVIN: readonly (readonly [molality: number, millivolts: number])[] = [
  [0.1, -0.25],
  [0.5, 0],
  [1, 0.1],
  [2, 0.19],
  [4, 0.23],
  [6, 0.21],
  [9, 0.17],
];

function between(table: readonly (readonly [number, number])[], x: number): number {
  const above = table.findIndex(([at]) => at >= x);
  if (above === 0) return table[0]![1];
  if (above < 0) return table.at(-1)![1];
  const [x0, y0] = table[above - 1]!;
  const [x1, y1] = table[above]!;
  return y0 + ((y1 - y0) * (x - x0)) / (x1 - x0);
}

/** Volts of a cell at rest. */
export const cellVolts = (molality: number, celsius: number): number =>
  voltsAt25(molality) + (between(PER_KELVIN, molality) * (celsius - 25)) / 1000;

/** The molality at which a cell shows so many volts at 25 °C, by bisection. */
export function molalityShowing(volts: number): number {
  let low = 0.3;
  let high = 9;
  for (let i = 0; i < 50; i++) {
    const middle = (low + high) / 2;
    if (voltsAt25(middle) < volts) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** The acid of one battery, as strong as it is full and empty, mol/kg. */
export interface Acid {
  readonly full: number;
  readonly empty: number;
}

/** Kilograms of water that a mole of acid leaves behind when it goes into the plates. */
const WATER = 0.018015;

/**
 * How strong the acid is with a share of the charge in the plates: for each two electrons one
 * molecule of acid goes into the plates and one of water comes out (double sulfate theory,
 * Gladstone and Tribe), so that strength does not fall evenly.
 */
export function molalityAt({ full, empty }: Acid, share: number): number {
  const water = (1 + WATER * empty) / (full - empty);
  const acid = full * water - (1 - share);
  return Math.max(0.05, acid / (water + WATER * (1 - share)));
}

/** Gravity of the acid at 25 °C by its strength. Tables of sulfuric acid, from memory. */
const GRAVITY: readonly (readonly [molality: number, gravity: number])[] = [
  [0.05, 1],
  [1.13, 1.064],
  [1.8, 1.099],
  [2.55, 1.137],
  [3.4, 1.176],
  [4.37, 1.216],
  [5.49, 1.257],
  [6.8, 1.3],
  [9, 1.36],
];
export const gravityOf = (molality: number): number => between(GRAVITY, molality);

/** Where it freezes, °C. Gable, Betz and Maron 1950, from memory. */
const FREEZES: readonly (readonly [molality: number, celsius: number])[] = [
  [0.05, -0.2],
  [0.5, -2],
  [1.13, -5.5],
  [1.8, -8.9],
  [2.55, -14],
  [3.4, -22],
  [4.37, -36],
  [5.49, -60],
];
export const freezesAt = (molality: number): number => between(FREEZES, molality);

/** Volts of a lithium iron phosphate cell at rest by its charge. Data sheets, from memory. */
const PHOSPHATE: readonly (readonly [share: number, volts: number])[] = [
  [-0.1, 2.5],
  [0, 2.98],
  [0.05, 3.13],
  [0.1, 3.195],
  [0.2, 3.25],
  [0.3, 3.282],
  [0.4, 3.293],
  [0.6, 3.3],
  [0.7, 3.322],
  [0.9, 3.33],
  [0.97, 3.343],
  [1, 3.375],
];
export const phosphateVolts = (share: number): number => between(PHOSPHATE, share);
