import { msg, withWords } from '../language';

export const CRANKING_STANDARDS = ['sae', 'en', 'din', 'iec', 'jis', 'ca'] as const;
/** The standard by which a battery's cranking amps were measured. */
export type CrankingStandard = (typeof CRANKING_STANDARDS)[number];

/**
 * What the same battery is rated by SAE J537, for each ampere of another standard. From memory, no
 * single source: EN 50342-1 asks 7.5 V after 10 s where SAE asks 7.2 V after 30 s; DIN and IEC ask
 * far longer; cranking amps (CA) are measured at 0 °C.
 */
const TO_SAE: Readonly<Record<CrankingStandard, number>> = {
  sae: 1,
  en: 1.05,
  din: 1.7,
  iec: 1.5,
  jis: 1,
  ca: 0.8,
};

export const STANDARD_WORDS: Readonly<Record<CrankingStandard, string>> = withWords({
  sae: msg`SAE (CCA)`,
  en: 'EN',
  din: 'DIN',
  iec: 'IEC',
  jis: 'JIS',
  ca: msg`CA, at 0 °C`,
});

/** Cold cranking amps by SAE J537 of a battery that is rated so many amps by `standard`. */
export const saeAmps = (amps: number, standard: CrankingStandard): number =>
  amps * TO_SAE[standard];
