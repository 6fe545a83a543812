import { correctionOf, correctionWords } from '../../facts/fact';
import { VEHICLE_FACTS } from '../../facts/vehicle';
import { entryKind } from '../kind';

/** What was written down of a vehicle was wrong, or has changed. */
export const vehicleCorrected = entryKind({
  subject: 'vehicle',
  version: 1,
  data: correctionOf(VEHICLE_FACTS),
  words: (data) => correctionWords(VEHICLE_FACTS, data),
});
