import { CHEMISTRIES, type ChemistryId } from '../battery/chemistries';
import { hydrometer, type HydrometerAnswer } from '../battery/acid';
import { overcharge } from './ventilation';

/** Float current that only makes gas, milliamps for each ampere-hour: young and old. Data sheets. */
const FLOAT_MA_PER_AH = { low: 0.3, high: 3 };
/** Without any charge a vented battery dries by so many grams a cell and year. From memory. */
const DRIES_GRAMS = 4;

export interface WaterQuestion {
  readonly chemistry: ChemistryId;
  readonly cells: number;
  readonly capacityAh: number;
  /** Days since water was last seen at the mark. */
  readonly days: number;
  /** Of these on a maintainer. */
  readonly maintainedDays: number;
  /** Ampere-hours that charges gave since, as far as known. */
  readonly chargedAh: number;
  /** What was added now, millilitres by cell. */
  readonly addedMl: readonly number[];
}

export interface WaterAnswer {
  readonly addedMl: number;
  readonly expectedMl: { readonly low: number; readonly high: number };
  readonly finding: 'as-expected' | 'overcharged' | 'one-cell' | 'nothing-used';
  /** The cell that took much more than the others, counted from 1. */
  readonly cell: number | null;
}

/** Twice the others, and enough to matter. Our own choice. */
const ONE_CELL_SHARE = 2;
const MIN_ML = 8;

/**
 * Water that was added against what the charges since account for: each ampere-hour beyond full
 * takes apart 0.336 g in every cell (Faraday). One cell that takes twice the others is shorted
 * or leaks; all of them far more than expected were overcharged.
 */
export function waterLost(question: WaterQuestion): WaterAnswer {
  const { cells, capacityAh, addedMl } = question;
  const beyondFull = (CHEMISTRIES[question.chemistry].acceptance.factor - 1) * question.chargedAh;
  const floated = (mA: number) => (mA / 1000) * capacityAh * 24 * question.maintainedDays;
  const grams = (mA: number, share: number) =>
    overcharge(share * beyondFull + floated(mA), cells).waterGrams;
  const dried = (DRIES_GRAMS * cells * question.days) / 365;
  const expectedMl = {
    low: grams(FLOAT_MA_PER_AH.low, 0.4),
    high: grams(FLOAT_MA_PER_AH.high, 1.5) + 2 * dried + 2 * cells,
  };
  const total = addedMl.reduce((sum, ml) => sum + ml, 0);
  const most = Math.max(...addedMl, 0);
  const others = cells > 1 ? (total - most) / (cells - 1) : most;
  const one = most > MIN_ML && most > ONE_CELL_SHARE * Math.max(others, MIN_ML / 2);
  return {
    addedMl: total,
    expectedMl,
    finding: one
      ? 'one-cell'
      : total > 1.5 * expectedMl.high
        ? 'overcharged'
        : total === 0
          ? 'nothing-used'
          : 'as-expected',
    cell: one ? addedMl.indexOf(most) + 1 : null,
  };
}

/** A hydrometer row judged: corrected gravities, their spread, and the cell that stands out. */
export function gravities(
  cells: readonly number[],
  celsius: number,
): HydrometerAnswer & { readonly weakCell: number } {
  const answer = hydrometer(cells, celsius);
  return { ...answer, weakCell: cells.indexOf(Math.min(...cells)) + 1 };
}

/** Whether a hydrometer can be used: caps that open over liquid. */
export const hasLiquid = (chemistry: ChemistryId, capsOpen: boolean) =>
  capsOpen && CHEMISTRIES[chemistry].wet;
