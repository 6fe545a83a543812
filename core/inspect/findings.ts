import { msg, withWords } from '../language';
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

const NEVER_CHARGE = msg`Not to be charged. Isolate it, bag it, replace it, recycle it by local rules, and have it out of the hall before frost.`;

/** What follows from each answer that is not the sound one. Common practice. */
const FINDINGS: readonly (Finding & { point: InspectionPointId; answer: string })[] = withWords([
  {
    point: 'case',
    answer: 'cracked',
    id: 'cracked',
    seen: msg`its case is cracked`,
    consequence: 'condemned',
    todo: NEVER_CHARGE,
  },
  {
    point: 'case',
    answer: 'leaking',
    id: 'leaking',
    seen: msg`it leaks`,
    consequence: 'condemned',
    todo: NEVER_CHARGE,
  },
  {
    point: 'walls',
    answer: 'swollen',
    id: 'swollen',
    seen: msg`its walls are swollen`,
    consequence: 'condemned',
    todo: NEVER_CHARGE,
  },
  {
    point: 'case',
    answer: 'damp',
    id: 'damp',
    seen: msg`its case was damp`,
    consequence: 'second-look',
    todo: msg`Clean and dry it, stand it somewhere dry, and look again in the next round.`,
  },
  {
    point: 'vent',
    answer: 'blocked',
    id: 'vent',
    seen: msg`its vent tube is kinked or blocked`,
    consequence: 'mend-before-charge',
    todo: msg`Free the vent tube before any charge: the gas has nowhere to go. Then inspect again.`,
  },
  {
    point: 'posts',
    answer: 'growth',
    id: 'growth',
    seen: msg`growth on its posts or clamps`,
    consequence: 'clean',
    todo: msg`Neutralise, clean bright and protect.`,
  },
  {
    point: 'posts',
    answer: 'loose',
    id: 'loose-clamp',
    seen: msg`a clamp turns by hand`,
    consequence: 'clean',
    todo: msg`Clean the post, seat the clamp fully down and tighten it: it must not turn by hand.`,
  },
  {
    point: 'tray',
    answer: 'acid',
    id: 'tray',
    seen: msg`acid or rust in its tray`,
    consequence: 'second-look',
    todo: msg`Neutralise and clean the tray; find out whether the case leaks.`,
  },
  {
    point: 'insulation',
    answer: 'damaged',
    id: 'insulation',
    seen: msg`damaged cable insulation`,
    consequence: 'tell-owner',
    todo: msg`Keep the cable off the body until it is mended; tell the owner.`,
  },
  {
    point: 'holdDown',
    answer: 'loose',
    id: 'hold-down',
    seen: msg`its hold-down does not hold`,
    consequence: 'tell-owner',
    todo: msg`Fasten it before the vehicle moves; tell the owner.`,
  },
  {
    point: 'belt',
    answer: 'worn',
    id: 'belt',
    seen: msg`a worn or slack alternator belt`,
    consequence: 'tell-owner',
    todo: msg`Tell the owner: on the road it may not be charged.`,
  },
]);

const PLATES: Finding = withWords({
  id: 'plates-show',
  seen: msg`plates show in a cell`,
  consequence: 'water-before-charge',
  todo: msg`Cover the plates with distilled or demineralised water before charging; the rest after it. Never acid.`,
});
const LOW: Finding = withWords({
  id: 'level-low',
  seen: msg`a level is low`,
  consequence: 'water-after-charge',
  todo: msg`Top up after the next charge, which makes the level rise.`,
});

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
