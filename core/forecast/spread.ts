import { freezingOfSoc } from '../battery/acid';
import type { ChemistryId } from '../battery/chemistries';

const MIN_PCT = -60;
const MAX_PCT = 110;
const BINS_A_PCT = 2;
const SHIFT = -MIN_PCT * BINS_A_PCT;
const BINS = (MAX_PCT - MIN_PCT) * BINS_A_PCT;

/** Full, as an owner understands it. */
export const FULL_FROM_PCT = 95;

/** Of the charge's distribution only each third day is looked at; between, it is drawn straight. */
const LOOK_DAYS = 3;

/** The bin of half a percent in which a charge lies. */
export function binOf(soc: number): number {
  const bin = (soc * BINS_A_PCT + SHIFT) | 0;
  return bin < 0 ? 0 : bin >= BINS ? BINS - 1 : bin;
}

const freezingTables = new Map<ChemistryId, Float64Array>();

/** Freezing points by state of charge in bins; −Infinity where nothing freezes. */
export function freezingTable(chemistry: ChemistryId): Float64Array {
  let table = freezingTables.get(chemistry);
  if (!table) {
    table = Float64Array.from(
      { length: BINS },
      (_, bin) => freezingOfSoc(chemistry, MIN_PCT + (bin + 0.5) / BINS_A_PCT) ?? -Infinity,
    );
    freezingTables.set(chemistry, table);
  }
  return table;
}

const SHARES = [0.05, 0.1, 0.5, 0.95] as const;

/** The distribution of many draws' charge, day by day, without their paths. */
export class SpreadOfDays {
  readonly lowPct: Float64Array;
  readonly tenthPct: Float64Array;
  readonly likelyPct: Float64Array;
  readonly highPct: Float64Array;
  private readonly bins = new Uint32Array(BINS);
  private readonly quantiles = new Float64Array(SHARES.length);
  private last = -1;

  constructor(private readonly days: number) {
    this.lowPct = new Float64Array(days + 1);
    this.tenthPct = new Float64Array(days + 1);
    this.likelyPct = new Float64Array(days + 1);
    this.highPct = new Float64Array(days + 1);
  }

  /** Whether this day is one that has to be looked at though nothing happens. */
  isDue(day: number): boolean {
    return this.last < 0 || day === this.days || day - this.last >= LOOK_DAYS;
  }

  /** Looks at all draws on a day; the days since the last look are drawn straight. */
  look(day: number, level: Float64Array): void {
    const { bins, quantiles, last } = this;
    bins.fill(0);
    for (let i = 0; i < level.length; i++) {
      const bin = binOf(level[i]!);
      bins[bin] = bins[bin]! + 1;
    }
    quantilesIn(bins, level.length, quantiles);
    const series = [this.lowPct, this.tenthPct, this.likelyPct, this.highPct];
    series.forEach((one, i) => {
      const now = quantiles[i]!;
      one[day] = now;
      for (let d = Math.max(0, last + 1); d < day; d++) {
        one[d] = one[last]! + ((now - one[last]!) * (d - last)) / (day - last);
      }
    });
    this.last = day;
  }

  /** Share of the draws of the last look that are full. */
  get full(): number {
    let sum = 0;
    let count = 0;
    for (let bin = 0; bin < BINS; bin++) {
      count += this.bins[bin]!;
      if (bin >= (FULL_FROM_PCT - MIN_PCT) * BINS_A_PCT) sum += this.bins[bin]!;
    }
    return count === 0 ? 0 : sum / count;
  }
}

/** Values under which 5, 10, 50 and 95 % lie, straight within a bin. */
function quantilesIn(bins: Uint32Array, count: number, out: Float64Array): void {
  let seen = 0;
  let next = 0;
  for (let bin = 0; bin < BINS && next < SHARES.length; bin++) {
    const here = bins[bin]!;
    while (next < SHARES.length && here > 0 && seen + here >= SHARES[next]! * count) {
      out[next] = MIN_PCT + (bin + (SHARES[next]! * count - seen) / here) / BINS_A_PCT;
      next++;
    }
    seen += here;
  }
}
