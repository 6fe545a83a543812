import { CHEMISTRIES, type ChemistryId } from './chemistries';
import type { BatteryDetails } from './details';

/** What is likely of a battery of this chemistry until somebody has looked. */
export function usualDetails(chemistry: ChemistryId): BatteryDetails {
  return {
    capsOpen: CHEMISTRIES[chemistry].capsUsuallyOpen,
    coldCrankingAmps: null,
    crankingStandard: 'sae',
    caseSize: '',
    terminals: 'posts',
    tools: '10 mm',
    access: '',
    eye: false,
    ventTube: false,
    chargeLead: false,
    outletMetres: null,
    fittedMonth: null,
    makerAbsorptionVolts: null,
    makerFloatVolts: null,
    makerMaxAmps: null,
    makerLeastCelsius: null,
  };
}
