import { msg, withWords } from '../../language';
import type { Chemistry } from '../chemistry';
import { SEALED } from '../lead-acid';

/** Its acid is held in glass mats. Data sheets, from memory. */
export const agm: Chemistry = withWords({
  ...SEALED,
  label: msg`AGM (absorbed glass mat)`,
  short: 'AGM',
  inWords: 'AGM',
  scales: ['agm', 'sealed-school', 'cautious'],
  selfDischargePctPerMonthAt20C: { value: 2, low: 1, high: 3 },
  mostVolts: 14.8,
  makersMostVolts: 15,
  overVolts: msg`it vents its water for good`,
  absorptionVolts: { usual: 14.6, most: 15 },
  fullChargeRule: 'agmFullChargeDays',
  mostRate: 0.35,
  acceptance: { hours: 0.8, factor: 1.07 },
  programmes: ['normal', 'agm', 'cold', 'small'],
  price: 1.7,
  lifeYears: { open: 6, sealed: 6 },
  dearer: null,
  lineSocPct: 58,
});
