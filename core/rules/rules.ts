import { z } from 'zod';
import { CHEMISTRIES, CHEMISTRY_IDS, type ChemistryId } from '../battery/chemistries';
import { SCALE_IDS } from '../battery/scales';
import { WEEKDAYS } from '../day';

const line = z.number().min(10, 'a line under 10 % lets the battery go flat').max(95);
const perChemistry = <T extends z.ZodType>(value: T) =>
  z.strictObject({ flooded: value, efb: value, agm: value, gel: value, lfp: value });

/** The house rules of a site: a flat record, so that a change names just what it changes. */
export const Rules = z.strictObject({
  roundWeekdays: z
    .array(z.enum(WEEKDAYS))
    .min(1, 'at least one weekday, or there are no rounds')
    .transform((days) => WEEKDAYS.filter((day) => days.includes(day))),
  restHours: z.number().min(1).max(72),
  lineSocPct: perChemistry(line),
  scale: perChemistry(z.enum(SCALE_IDS)),
  readingDays: z.int().min(1).max(120),
  fullChargeDays: z.int().min(7).max(365),
  temperatureUnit: z.enum(['celsius', 'fahrenheit']),
  measureUnit: z.enum(['metric', 'us']),
  clock: z.enum(['24h', '12h']),
});
export type Rules = z.infer<typeof Rules>;

/** What a change of the rules says: any of them, and only known ones. */
export const RulePatch = Rules.partial()
  .extend({
    lineSocPct: perChemistry(line).partial().optional(),
    scale: perChemistry(z.enum(SCALE_IDS)).partial().optional(),
  })
  .superRefine((patch, context) => {
    for (const [chemistry, scale] of Object.entries(patch.scale ?? {})) {
      if (!CHEMISTRIES[chemistry as ChemistryId].scales.includes(scale)) {
        context.addIssue({
          code: 'custom',
          path: ['scale', chemistry],
          message: `the scale ${scale} is not one for ${chemistry}`,
        });
      }
    }
  });
export type RulePatch = z.infer<typeof RulePatch>;

function eachChemistry<T>(value: (id: ChemistryId) => T): Record<ChemistryId, T> {
  return Object.fromEntries(CHEMISTRY_IDS.map((id) => [id, value(id)])) as Record<ChemistryId, T>;
}

/** The one rule set of a site: what its entries are about. */
export const HOUSE_RULES = 'house';

export const DEFAULT_RULES: Rules = {
  roundWeekdays: ['mon', 'thu'],
  restHours: 4,
  lineSocPct: eachChemistry((id) => CHEMISTRIES[id].lineSocPct),
  scale: eachChemistry((id) => CHEMISTRIES[id].scales[0]!),
  readingDays: 30,
  fullChargeDays: 35,
  temperatureUnit: 'celsius',
  measureUnit: 'metric',
  clock: '24h',
};

/** The rules after a change. */
export function applyPatch(rules: Rules, patch: RulePatch): Rules {
  return Rules.parse({
    ...rules,
    ...patch,
    lineSocPct: { ...rules.lineSocPct, ...patch.lineSocPct },
    scale: { ...rules.scale, ...patch.scale },
  });
}

export interface School<T> {
  readonly value: T;
  readonly label: string;
  readonly reason: string;
}

/** How a rule is put to the attendant: its schools, and why the default is the default. */
export interface RuleCard<T> {
  readonly label: string;
  readonly unit: string;
  readonly why: string;
  readonly schools: readonly School<T>[];
}

export const REST_HOURS: RuleCard<number> = {
  label: 'Rest before a reading counts',
  unit: 'h',
  why: 'After four hours most of the surface charge is gone and a round still fits into the day. What is left of it widens the stated range; it is never ignored.',
  schools: [
    { value: 4, label: '4 h', reason: 'Read on the day of the charge; the range is wide.' },
    {
      value: 12,
      label: '12 h',
      reason: 'Overnight. Hardly any surface charge is left on lead-acid.',
    },
    {
      value: 24,
      label: '24 h',
      reason: 'What the published open-circuit table assumes. The narrowest range.',
    },
  ],
};

export const READING_DAYS: RuleCard<number> = {
  label: 'Most days between two readings',
  unit: 'days',
  why: 'The forecast asks earlier where a battery falls fast. Thirty days is the longest that nobody should go without looking, since something may have been left on.',
  schools: [
    { value: 14, label: '2 weeks', reason: 'Finds a new drain early; twice the walking.' },
    { value: 21, label: '3 weeks', reason: 'A middle way.' },
    { value: 28, label: '4 weeks', reason: 'The monthly habit, kept on the same weekday.' },
    { value: 30, label: '30 days', reason: 'By forecast, at most a month.' },
  ],
};

export const FULL_CHARGE_DAYS: RuleCard<number> = {
  label: 'Most days between two full charges',
  unit: 'days',
  why: 'A battery that stands part charged sulfates slowly even above its line. Five weeks keeps it young without a charger for each. Lithium is left out: it likes to stand part charged.',
  schools: [
    { value: 7, label: 'Weekly', reason: 'The old advice for motorcycles; many charger hours.' },
    { value: 30, label: '30 days', reason: 'Monthly, on the calendar.' },
    { value: 35, label: '35 days', reason: 'By forecast, at most five weeks.' },
    {
      value: 90,
      label: '90 days',
      reason: 'Start, midpoint and close of the season, for batteries that hold.',
    },
  ],
};

export const ROUND_WEEKDAYS = {
  label: 'Days of the round',
  why: 'Two rounds a week, three and four days apart: a charge put on in one is off in the next, and no warning is older than four days.',
} as const;

export const LINE = {
  label: 'Recharge line',
  why: 'At or under it, recharge within days. The default stands for 12.4 V at rest in each lead-acid chemistry: below that, plates sulfate. Lithium has a line of its own, since its voltage says little.',
} as const;

/** Volts of a 12 V battery that schools name as the line; the share follows from the scale. */
export const LINE_SCHOOLS: readonly School<number>[] = [
  { value: 12.4, label: '12.40 V', reason: 'Default. Stops sulfation before it starts.' },
  { value: 12.1, label: '12.10 V', reason: 'Fewer charges; plates suffer each time.' },
  { value: 12.6, label: '12.60 V', reason: 'Kept nearly full, for batteries that must be ready.' },
];

export const SCALE = {
  label: 'Voltage scale',
  why: 'The published table is measured and has a named source, so it is the default where it applies; sealed types have scales of their own.',
} as const;
