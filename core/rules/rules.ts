import { decimal, t } from '../language';
import { z } from 'zod';
import { CHEMISTRIES, CHEMISTRY_IDS, type ChemistryId } from '../battery/chemistries';
import { SCALE_IDS } from '../battery/scales';
import { WEEKDAYS } from '../day';
import { ofEach } from './choices';

const line = z
  .number()
  .min(10, { error: () => t`a line under 10 % lets the battery go flat` })
  .max(95);
const perChemistry = <T extends z.ZodType>(value: T) => z.strictObject(eachChemistry(() => value));

/** The house rules of a site: a flat record, so that a change names just what it changes. */
export const Rules = z.strictObject({
  roundWeekdays: z
    .array(z.enum(WEEKDAYS))
    .min(1, { error: () => t`at least one weekday, or there are no rounds` })
    .transform((days) => WEEKDAYS.filter((day) => days.includes(day))),
  lineSocPct: perChemistry(line),
  scale: perChemistry(z.enum(SCALE_IDS)),
  /** Volts of a 12 V battery at 25 °C. The maker's figure wins. */
  absorptionVolts: perChemistry(z.number().min(13.6).max(15)),
  temperatureUnit: z.enum(['celsius', 'fahrenheit']),
  measureUnit: z.enum(['metric', 'us']),
  clock: z.enum(['24h', '12h']),
  /** The day in the first column of a calendar. */
  weekBegins: z.enum(['mon', 'sat', 'sun']),
  /** ISO 4217; whatever costs or saves is said in it, and nothing is converted. */
  currency: z
    .string()
    .regex(/^[A-Z]{3}$/, { error: () => t`a currency is three capitals, such as EUR` }),
  ...ofEach('schema'),
});
export type Rules = z.infer<typeof Rules>;

/** What a change of the rules says: any of them, and only known ones. */
export const RulePatch = Rules.partial()
  .extend({
    lineSocPct: perChemistry(line).partial().optional(),
    scale: perChemistry(z.enum(SCALE_IDS)).partial().optional(),
    absorptionVolts: Rules.shape.absorptionVolts.partial().optional(),
  })
  .superRefine((patch, context) => {
    for (const id of CHEMISTRY_IDS) {
      const { absorptionVolts, inWords, overVolts } = CHEMISTRIES[id];
      const { usual, most } = absorptionVolts;
      if ((patch.absorptionVolts?.[id] ?? 0) <= most) continue;
      context.addIssue({
        code: 'custom',
        path: ['absorptionVolts', id],
        message: t`over ${decimal(most, 1)} V, ${inWords}: ${overVolts}; ${decimal(usual, 1)} V is usual`,
      });
    }
    for (const [chemistry, scale] of Object.entries(patch.scale ?? {})) {
      if (!CHEMISTRIES[chemistry as ChemistryId].scales.includes(scale)) {
        context.addIssue({
          code: 'custom',
          path: ['scale', chemistry],
          message: t`the scale ${scale} is not one for ${chemistry}`,
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
  lineSocPct: eachChemistry((id) => CHEMISTRIES[id].lineSocPct),
  scale: eachChemistry((id) => CHEMISTRIES[id].scales[0]!),
  absorptionVolts: eachChemistry((id) => CHEMISTRIES[id].absorptionVolts.usual),
  temperatureUnit: 'celsius',
  measureUnit: 'metric',
  clock: '24h',
  weekBegins: 'mon',
  currency: 'EUR',
  ...ofEach('standard'),
};

/** The rules after a change. */
export function applyPatch(rules: Rules, patch: RulePatch): Rules {
  return Rules.parse({
    ...rules,
    ...patch,
    lineSocPct: { ...rules.lineSocPct, ...patch.lineSocPct },
    scale: { ...rules.scale, ...patch.scale },
    absorptionVolts: { ...rules.absorptionVolts, ...patch.absorptionVolts },
  });
}

/** The rules that hold, and since when: version 1 are the defaults, each change is one more. */
export interface RuleBook {
  readonly rules: Rules;
  readonly version: number;
  /** UTC milliseconds of the last change; null for the defaults. */
  readonly since: number | null;
}

export const DEFAULT_BOOK: RuleBook = { rules: DEFAULT_RULES, version: 1, since: null };
