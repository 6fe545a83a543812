import { t } from '../../language';
import { z } from 'zod';
import { LEVELS, LEVEL_WORDS, levelsProblem, type Level } from '../../inspect/points';
import { entryKind } from '../kind';

/** `at the mark`, or how many cells stand how. */
function levelsInWords(cells: readonly Level[]): string {
  const kinds = [...new Set(cells)];
  if (kinds.length === 1) return LEVEL_WORDS[kinds[0]!];
  return kinds
    .map((kind) => `${cells.filter((cell) => cell === kind).length} ${LEVEL_WORDS[kind]}`)
    .join(', ');
}

/** Levels cell by cell, as they were left. */
export const levels = entryKind({
  subject: 'battery',
  least: 'helper',
  version: 1,
  data: z.strictObject({
    cells: z.array(z.enum(LEVELS)).min(1).max(48),
    /** Water was added. */
    toppedUp: z.boolean(),
    /** Millilitres, cell by cell, where they were measured. */
    addedMl: z.array(z.number().min(0).max(3000)).max(48).optional(),
  }),
  words: ({ toppedUp, cells }) => ({
    what: toppedUp ? t`topped up` : t`levels`,
    value: levelsInWords(cells),
  }),
  fold: {
    battery: (state, { at, data: { cells, addedMl } }) => ({
      ...state,
      levels: { at, cells },
      water: addedMl ? [...state.water, { at, addedMl }] : state.water,
    }),
  },
  check: (data, { cells }) => {
    if (cells === null) return null;
    const problem = levelsProblem(data.cells, cells);
    if (problem) return `cells: ${problem}.`;
    return data.addedMl && data.addedMl.length !== cells
      ? t`addedMl: this battery has ${cells} cells, and ${data.addedMl.length} were given.`
      : null;
  },
  visit: 'work',
});
