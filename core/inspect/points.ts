import { z } from 'zod';
import type { BatteryDetails } from '../battery/details';
import type { VehicleKindId } from '../site/vehicle-kinds';

export interface Answer {
  readonly value: string;
  readonly label: string;
}

/** One thing to look at, and what can be seen there. The first answer is the sound one. */
export interface InspectionPoint {
  readonly label: string;
  readonly look: string;
  readonly answers: readonly [Answer, ...Answer[]];
  /** Whether there is such a thing at all here. */
  readonly has: (details: BatteryDetails, kind: VehicleKindId) => boolean;
}

const always = () => true;
/** Kinds whose alternator is driven by a belt that can be seen. */
const BELTED: ReadonlySet<VehicleKindId> = new Set(['car', 'pickup', 'camper', 'generator']);

/** What is looked at, in the order of looking. To add a point is to add a record. */
export const INSPECTION_POINTS = {
  case: {
    label: 'Case',
    look: 'Cracks, leaks and damp patches on all sides, lid and corners.',
    answers: [
      { value: 'sound', label: 'Sound and dry' },
      { value: 'damp', label: 'Damp' },
      { value: 'leaking', label: 'Leaking' },
      { value: 'cracked', label: 'Cracked' },
    ],
    has: always,
  },
  walls: {
    label: 'Walls',
    look: 'Lay a straight edge along the long side: overcharge or frost makes it belly.',
    answers: [
      { value: 'straight', label: 'Straight' },
      { value: 'swollen', label: 'Swollen' },
    ],
    has: always,
  },
  tray: {
    label: 'Tray',
    look: 'White crust or wet metal under the battery is acid.',
    answers: [
      { value: 'clean', label: 'Clean' },
      { value: 'acid', label: 'Acid or rust' },
    ],
    has: always,
  },
  posts: {
    label: 'Posts and clamps',
    look: 'White-green growth; clamps that turn by hand.',
    answers: [
      { value: 'bright', label: 'Bright and tight' },
      { value: 'growth', label: 'Growth' },
      { value: 'loose', label: 'Loose' },
    ],
    has: always,
  },
  insulation: {
    label: 'Cable insulation',
    look: 'Chafed, brittle or swollen sleeves near the clamps.',
    answers: [
      { value: 'sound', label: 'Sound' },
      { value: 'damaged', label: 'Damaged' },
    ],
    has: always,
  },
  vent: {
    label: 'Vent tube',
    look: 'Connected, open to the outside, not kinked.',
    answers: [
      { value: 'open', label: 'Open' },
      { value: 'blocked', label: 'Kinked or blocked' },
    ],
    has: (details) => details.ventTube,
  },
  holdDown: {
    label: 'Hold-down',
    look: 'The battery does not move when it is pushed.',
    answers: [
      { value: 'holds', label: 'Holds' },
      { value: 'loose', label: 'Loose or missing' },
    ],
    has: always,
  },
  belt: {
    label: 'Alternator belt',
    look: 'Cracks, shine, slack.',
    answers: [
      { value: 'sound', label: 'Sound' },
      { value: 'worn', label: 'Worn or slack' },
    ],
    has: (_, kind) => BELTED.has(kind),
  },
  eye: {
    label: 'Indicator eye',
    look: 'Recorded, never believed: it sees one cell, and can look good on a flat battery.',
    answers: [
      { value: 'green', label: 'Green' },
      { value: 'dark', label: 'Dark' },
      { value: 'clear', label: 'Clear or yellow' },
    ],
    has: (details) => details.eye,
  },
} as const satisfies Record<string, InspectionPoint>;

export type InspectionPointId = keyof typeof INSPECTION_POINTS;
export const INSPECTION_POINT_IDS = Object.keys(INSPECTION_POINTS) as [
  InspectionPointId,
  ...InspectionPointId[],
];

/** How high the liquid stands in a cell. */
export const LEVELS = ['over', 'mark', 'low', 'plates'] as const;
export type Level = (typeof LEVELS)[number];
export const LEVEL_WORDS: Readonly<Record<Level, string>> = {
  over: 'over the mark',
  mark: 'at the mark',
  low: 'low, plates covered',
  plates: 'plates show',
};

/** What was seen: an answer for each point that was looked at, and levels cell by cell. */
export const Inspection = z.strictObject({
  answers: z
    .partialRecord(z.enum(INSPECTION_POINT_IDS), z.string())
    .superRefine((answers, context) => {
      for (const [id, answer] of Object.entries(answers)) {
        const { answers: known } = INSPECTION_POINTS[id as InspectionPointId];
        if (known.some(({ value }) => value === answer)) continue;
        context.addIssue({
          code: 'custom',
          path: [id],
          message: `${answer} is not one of ${known.map(({ value }) => value).join(', ')}`,
        });
      }
    }),
  /** One for each cell, from the positive post; null where caps do not open. */
  levels: z.array(z.enum(LEVELS)).max(48).nullable(),
  note: z.string().trim().max(500),
});
export type Inspection = z.infer<typeof Inspection>;

/** What is wrong with the number of levels for a battery of so many cells; null when it fits. */
export function levelsProblem(levels: readonly Level[] | null, cells: number): string | null {
  if (levels === null || levels.length === cells) return null;
  return `${levels.length} ${levels.length === 1 ? 'level was' : 'levels were'} given for a battery of ${cells} ${cells === 1 ? 'cell' : 'cells'}: give one for each cell`;
}
