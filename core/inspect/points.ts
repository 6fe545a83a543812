import { t, msg, withWords, counted } from '../language';
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
export const INSPECTION_POINTS = withWords({
  case: {
    label: msg`Case`,
    look: msg`Cracks, leaks and damp patches on all sides, lid and corners.`,
    answers: [
      { value: 'sound', label: msg`Sound and dry` },
      { value: 'damp', label: msg`Damp` },
      { value: 'leaking', label: msg`Leaking` },
      { value: 'cracked', label: msg`Cracked` },
    ],
    has: always,
  },
  walls: {
    label: msg`Walls`,
    look: msg`Lay a straight edge along the long side: overcharge or frost makes it belly.`,
    answers: [
      { value: 'straight', label: msg`Straight` },
      { value: 'swollen', label: msg`Swollen` },
    ],
    has: always,
  },
  tray: {
    label: msg`Tray`,
    look: msg`White crust or wet metal under the battery is acid.`,
    answers: [
      { value: 'clean', label: msg`Clean` },
      { value: 'acid', label: msg`Acid or rust` },
    ],
    has: always,
  },
  posts: {
    label: msg`Posts and clamps`,
    look: msg`White-green growth; clamps that turn by hand.`,
    answers: [
      { value: 'bright', label: msg`Bright and tight` },
      { value: 'growth', label: msg`Growth` },
      { value: 'loose', label: msg`Loose` },
    ],
    has: always,
  },
  insulation: {
    label: msg`Cable insulation`,
    look: msg`Chafed, brittle or swollen sleeves near the clamps.`,
    answers: [
      { value: 'sound', label: msg`Sound` },
      { value: 'damaged', label: msg`Damaged` },
    ],
    has: always,
  },
  vent: {
    label: msg`Vent tube`,
    look: msg`Connected, open to the outside, not kinked.`,
    answers: [
      { value: 'open', label: msg`Open` },
      { value: 'blocked', label: msg`Kinked or blocked` },
    ],
    has: (details) => details.ventTube,
  },
  holdDown: {
    label: msg`Hold-down`,
    look: msg`The battery does not move when it is pushed.`,
    answers: [
      { value: 'holds', label: msg`Holds` },
      { value: 'loose', label: msg`Loose or missing` },
    ],
    has: always,
  },
  belt: {
    label: msg`Alternator belt`,
    look: msg`Cracks, shine, slack.`,
    answers: [
      { value: 'sound', label: msg`Sound` },
      { value: 'worn', label: msg`Worn or slack` },
    ],
    has: (_, kind) => BELTED.has(kind),
  },
  eye: {
    label: msg`Indicator eye`,
    look: msg`Recorded, never believed: it sees one cell, and can look good on a flat battery.`,
    answers: [
      { value: 'green', label: msg`Green` },
      { value: 'dark', label: msg`Dark` },
      { value: 'clear', label: msg`Clear or yellow` },
    ],
    has: (details) => details.eye,
  },
} as const satisfies Record<string, InspectionPoint>);

export type InspectionPointId = keyof typeof INSPECTION_POINTS;
export const INSPECTION_POINT_IDS = Object.keys(INSPECTION_POINTS) as [
  InspectionPointId,
  ...InspectionPointId[],
];

/** How high the liquid stands in a cell. */
export const LEVELS = ['over', 'mark', 'low', 'plates'] as const;
export type Level = (typeof LEVELS)[number];
export const LEVEL_WORDS: Readonly<Record<Level, string>> = withWords({
  over: msg`over the mark`,
  mark: msg`at the mark`,
  low: msg`low, plates covered`,
  plates: msg`plates show`,
});

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
          message: t`${answer} is not one of ${known.map(({ value }) => value).join(', ')}`,
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
  return t`${counted(levels.length, 'level was', 'levels were')} given for a battery of ${counted(cells, 'cell', 'cells')}: give one for each cell`;
}
