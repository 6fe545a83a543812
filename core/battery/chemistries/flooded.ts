import { msg, withWords } from '../../language';
import type { Chemistry } from '../chemistry';
import { FLOODED } from '../lead-acid';

/** Self-discharge spans calcium plates (2–4) and antimony (5–10): what the plates are made of is
 * seldom written on the case. Data sheets, from memory. */
export const flooded: Chemistry = withWords({
  ...FLOODED,
  label: msg`Flooded lead-acid`,
  short: msg`Flooded`,
  inWords: msg`flooded lead-acid`,
  scales: ['published', 'calcium', 'sealed-school', 'cautious'],
  selfDischargePctPerMonthAt20C: { value: 5, low: 2.5, high: 9 },
  surfaceVoltsPerCell: 2.135,
  capsUsuallyOpen: true,
  mostRate: 0.3,
  acceptance: { hours: 1, factor: 1.1 },
  programmes: ['normal', 'cold', 'small', 'recondition'],
  price: 1,
  lifeYears: { open: 5, sealed: 3.5 },
  dearer: 'agm',
  lineSocPct: 69,
});
