import type { Chemistry } from './chemistry';
import { agm } from './chemistries/agm';
import { efb } from './chemistries/efb';
import { flooded } from './chemistries/flooded';
import { gel } from './chemistries/gel';
import { lfp } from './chemistries/lfp';

/** Every chemistry. To add one is to write its file and to name it here. */
export const CHEMISTRIES = { flooded, efb, agm, gel, lfp } as const satisfies Readonly<
  Record<string, Chemistry>
>;

export type ChemistryId = keyof typeof CHEMISTRIES;
export const CHEMISTRY_IDS = Object.keys(CHEMISTRIES) as [ChemistryId, ...ChemistryId[]];

/** So many batteries of 12 V lie in a battery's cells: figures of chargers are written for one. */
export const batteriesOf12V = ({ chemistry, cells }: { chemistry: ChemistryId; cells: number }) =>
  cells / cellsFor(chemistry, 12);

/** Cells in a battery of this chemistry and nominal voltage: 6 for 12 V lead-acid, 4 lithium. */
export function cellsFor(chemistry: ChemistryId, nominalVolts: number): number {
  return Math.max(1, Math.round(nominalVolts / CHEMISTRIES[chemistry].nominalVoltsPerCell));
}
