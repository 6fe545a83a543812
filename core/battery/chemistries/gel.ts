import { msg, withWords } from '../../language';
import type { Chemistry } from '../chemistry';
import { SEALED } from '../lead-acid';

/** Its acid is a gel. Data sheets, from memory. */
export const gel: Chemistry = withWords({
  ...SEALED,
  label: msg`Gel`,
  short: msg`Gel`,
  inWords: msg`gel`,
  scales: ['gel', 'sealed-school', 'cautious'],
  selfDischargePctPerMonthAt20C: { value: 1.5, low: 1, high: 2 },
  mostVolts: 14.4,
  makersMostVolts: 14.6,
  overVolts: msg`it dries out for good`,
  absorptionVolts: { usual: 14.1, most: 14.4 },
  fullChargeRule: 'fullChargeDays',
  mostRate: 0.25,
  acceptance: { hours: 1.15, factor: 1.07 },
  programmes: ['gel', 'small'],
  price: 1.9,
  lifeYears: { open: 6, sealed: 6 },
  dearer: null,
  lineSocPct: 54,
});
