import { CHEMISTRIES, type ChemistryId } from '../battery/chemistries';

/** Whether a resting voltage is that of a flat battery; lithium has its own end. */
export const isFlat = (chemistry: ChemistryId, cells: number, volts: number) =>
  volts < flatBelow(chemistry, cells);

/** The resting voltage under which a battery of so many cells counts as found flat. */
export const flatBelow = (chemistry: ChemistryId, cells: number) =>
  cells * CHEMISTRIES[chemistry].flatVoltsPerCell;
