import { correctionOf, correctionWords } from '../../facts/fact';
import { HALL_FACTS } from '../../facts/hall';
import { entryKind } from '../kind';

/** A hall is another one than was written down. */
export const hallCorrected = entryKind({
  subject: 'hall',
  least: 'manager',
  version: 1,
  data: correctionOf(HALL_FACTS),
  words: (data) => correctionWords(HALL_FACTS, data),
});
