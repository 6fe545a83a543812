import { msg, withWords } from '../../language';
import type { Chemistry } from '../chemistry';
import { FLOODED } from '../lead-acid';

/** Flooded, with plates that bear cycling. Data sheets, from memory. */
export const efb: Chemistry = withWords({
  ...FLOODED,
  label: msg`Enhanced flooded`,
  short: msg`EFB`,
  inWords: msg`enhanced flooded`,
  scales: ['calcium', 'published', 'sealed-school', 'cautious'],
  selfDischargePctPerMonthAt20C: { value: 3, low: 2, high: 4 },
  surfaceVoltsPerCell: 2.14,
  capsUsuallyOpen: false,
  mostRate: 0.35,
  acceptance: { hours: 0.95, factor: 1.1 },
  programmes: ['normal', 'agm', 'cold', 'small', 'recondition'],
  price: 1.25,
  lifeYears: { open: 5, sealed: 4.5 },
  dearer: 'agm',
  lineSocPct: 65,
});
