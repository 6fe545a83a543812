import type { Chemistry } from '../chemistry';
import { FLOODED_ACID, LEAD_ACID } from '../lead-acid';

/** Flooded, with plates that bear cycling. Data sheets, from memory. */
export const efb: Chemistry = {
  ...LEAD_ACID,
  label: 'Enhanced flooded',
  short: 'EFB',
  inWords: 'enhanced flooded',
  scales: ['calcium', 'published', 'sealed-school', 'cautious'],
  selfDischargePctPerMonthAt20C: { value: 3, low: 2, high: 4 },
  acid: FLOODED_ACID,
  surfaceVoltsPerCell: 2.14,
  wet: true,
  mayRecondition: true,
  mostVolts: 14.9,
  makersMostVolts: 15,
  overVolts: 'it boils its water off',
  absorptionVolts: { usual: 14.4, most: 15 },
  gasMaPerAh: 20,
  takesManual: true,
  fullChargeRule: 'fullChargeDays',
  capsUsuallyOpen: false,
  mostRate: 0.35,
  acceptance: { hours: 0.95, factor: 1.1 },
  programmes: ['normal', 'agm', 'cold', 'small', 'recondition'],
  price: 1.25,
  lineSocPct: 65,
};
