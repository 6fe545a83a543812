import { correctionOf, correctionWords } from '../../facts/fact';
import { SITE_FACTS } from '../../facts/site';
import { entryKind } from '../kind';

/** The whole site goes by something else than was written down. */
export const siteCorrected = entryKind({
  subject: 'site',
  least: 'manager',
  version: 1,
  data: correctionOf(SITE_FACTS),
  words: (data) => correctionWords(SITE_FACTS, data),
});
