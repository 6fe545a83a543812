import type { Terms, VehicleFacts } from './vehicle-facts';

/** A vehicle of which nothing special is known. */
export const PLAIN_VEHICLE: VehicleFacts = {
  earth: 'negative',
  alarm: 'none',
  tracker: false,
  tellWho: '',
  radioCode: 'none',
  poweredClosure: false,
  emergencyKey: false,
  keyless: false,
  hookUp: false,
  solarPanel: false,
  panelWatts: null,
  panelMount: 'flat',
  panelShade: 'some',
  plugIn: false,
  isolator: 'none',
  isolatorMa: null,
  isolatorAmps: null,
  displacementCc: null,
  fuel: null,
  looked: true,
};

/** What holds until something else is agreed. */
export const FRESH_TERMS: Omit<Terms, 'ownerId'> = {
  keys: 'key-rack',
  keyPlace: '',
  consent: 'ask',
  priceLimit: null,
};
export const NO_TERMS: Terms = { ...FRESH_TERMS, ownerId: null };
