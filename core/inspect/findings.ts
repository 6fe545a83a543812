import type { InspectionPointId, Inspection, Level } from './points';

/** What a finding makes the program do. */
export type Consequence =
  /** Never charged again; on the replace list; out of the hall before frost. */
  | 'condemned'
  /** Not charged until it was put right and looked at again. */
  | 'mend-before-charge'
  /** Water before any charge. */
  | 'water-before-charge'
  /** Water after the next charge. */
  | 'water-after-charge'
  /** Cleaned in the next round. */
  | 'clean'
  /** Cleaned, dried, and looked at again in the next round. */
  | 'second-look'
  /** A word to the owner. */
  | 'tell-owner';

export interface Finding {
  readonly id: string;
  /** What was seen, as a clause: `its case is cracked`. */
  readonly seen: string;
  readonly consequence: Consequence;
  readonly todo: string;
}

const CONDEMNED =
  'Not to be charged. Isolate it, bag it, replace it, recycle it by local rules, and have it out of the hall before frost.';

/** What follows from each answer that is not the sound one. Common practice. */
const FINDINGS: readonly (Finding & { point: InspectionPointId; answer: string })[] = [
  {
    point: 'case',
    answer: 'cracked',
    id: 'cracked',
    seen: 'its case is cracked',
    consequence: 'condemned',
    todo: CONDEMNED,
  },
  {
    point: 'case',
    answer: 'leaking',
    id: 'leaking',
    seen: 'it leaks',
    consequence: 'condemned',
    todo: CONDEMNED,
  },
  {
    point: 'walls',
    answer: 'swollen',
    id: 'swollen',
    seen: 'its walls are swollen',
    consequence: 'condemned',
    todo: CONDEMNED,
  },
  {
    point: 'case',
    answer: 'damp',
    id: 'damp',
    seen: 'its case was damp',
    consequence: 'second-look',
    todo: 'Clean and dry it, stand it somewhere dry, and look again in the next round.',
  },
  {
    point: 'vent',
    answer: 'blocked',
    id: 'vent',
    seen: 'its vent tube is kinked or blocked',
    consequence: 'mend-before-charge',
    todo: 'Free the vent tube before any charge: the gas has nowhere to go. Then inspect again.',
  },
  {
    point: 'posts',
    answer: 'growth',
    id: 'growth',
    seen: 'growth on its posts or clamps',
    consequence: 'clean',
    todo: 'Neutralise, clean bright and protect.',
  },
  {
    point: 'posts',
    answer: 'loose',
    id: 'loose-clamp',
    seen: 'a clamp turns by hand',
    consequence: 'clean',
    todo: 'Clean the post, seat the clamp fully down and tighten it: it must not turn by hand.',
  },
  {
    point: 'tray',
    answer: 'acid',
    id: 'tray',
    seen: 'acid or rust in its tray',
    consequence: 'second-look',
    todo: 'Neutralise and clean the tray; find out whether the case leaks.',
  },
  {
    point: 'insulation',
    answer: 'damaged',
    id: 'insulation',
    seen: 'damaged cable insulation',
    consequence: 'tell-owner',
    todo: 'Keep the cable off the body until it is mended; tell the owner.',
  },
  {
    point: 'holdDown',
    answer: 'loose',
    id: 'hold-down',
    seen: 'its hold-down does not hold',
    consequence: 'tell-owner',
    todo: 'Fasten it before the vehicle moves; tell the owner.',
  },
  {
    point: 'belt',
    answer: 'worn',
    id: 'belt',
    seen: 'a worn or slack alternator belt',
    consequence: 'tell-owner',
    todo: 'Tell the owner: on the road it may not be charged.',
  },
];

const PLATES: Finding = {
  id: 'plates-show',
  seen: 'plates show in a cell',
  consequence: 'water-before-charge',
  todo: 'Cover the plates with distilled or demineralised water before charging; the rest after it. Never acid.',
};
const LOW: Finding = {
  id: 'level-low',
  seen: 'a level is low',
  consequence: 'water-after-charge',
  todo: 'Top up after the next charge, which makes the level rise.',
};

/** Findings of an inspection, the gravest first as the table has them. An eye is no finding. */
export function findingsOf(inspection: Inspection): Finding[] {
  const seen = FINDINGS.filter(({ point, answer }) => inspection.answers[point] === answer).map(
    ({ id, seen, consequence, todo }) => ({ id, seen, consequence, todo }),
  );
  return [...seen, ...levelFindings(inspection.levels)];
}

/** What levels by cell ask for. */
export function levelFindings(levels: readonly Level[] | null): Finding[] {
  if (levels?.includes('plates')) return [PLATES];
  return levels?.includes('low') ? [LOW] : [];
}
