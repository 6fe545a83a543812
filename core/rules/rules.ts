import { z } from 'zod';
import { CHEMISTRIES, CHEMISTRY_IDS, type ChemistryId } from '../battery/chemistries';
import { SCALE_IDS } from '../battery/scales';
import { WEEKDAYS } from '../day';

const line = z.number().min(10, 'a line under 10 % lets the battery go flat').max(95);
const interval = z.int().min(7, 'at least a week').max(365, 'at most a year');
const perChemistry = <T extends z.ZodType>(value: T) => z.strictObject(eachChemistry(() => value));

/** The house rules of a site: a flat record, so that a change names just what it changes. */
export const Rules = z.strictObject({
  roundWeekdays: z
    .array(z.enum(WEEKDAYS))
    .min(1, 'at least one weekday, or there are no rounds')
    .transform((days) => WEEKDAYS.filter((day) => days.includes(day))),
  /** The longest that a round may take. */
  roundMinutes: z.int().min(15, 'at least a quarter of an hour').max(720, 'at most twelve hours'),
  /** Chance that is accepted in the season's plan that a battery falls under its line, percent. */
  planRiskPct: z.number().min(1).max(50),
  restHours: z.number().min(1).max(72),
  lineSocPct: perChemistry(line),
  scale: perChemistry(z.enum(SCALE_IDS)),
  readingDays: z.int().min(1).max(120),
  /** 1: in each round. */
  lampDays: z.int().min(1).max(60),
  /** How long, and from what charge, a battery may be left alone. */
  leaveAlone: z.enum(['by-forecast', 'four-weeks', 'two-weeks']),
  /** From this age, or where nobody knows, a battery counts as old. */
  oldYears: z.int().min(2).max(10),
  oldReadingDays: z.int().min(1).max(120),
  fullChargeDays: z.int().min(7).max(365),
  agmFullChargeDays: z.int().min(7).max(365),
  /** Share at which lithium is stored, percent. */
  lithiumStorePct: z.number().min(30).max(80),
  drawLimitMa: z.number().min(5).max(500),
  /** The same for motorcycles, quads and mowers. */
  smallDrawLimitMa: z.number().min(0.5).max(50),
  drawTest: z.enum(['always', 'at-lay-up', 'in-doubt']),
  levelsMaintainedDays: interval,
  /** null: at lay-up and hand-back. */
  levelsDays: interval.nullable(),
  /** null: at lay-up and hand-back. */
  terminalsDays: interval.nullable(),
  wholeCleanYears: z.int().min(1).max(5),
  cleaner: z.enum(['bicarbonate', 'cola-then-rinse']),
  /** Volts of a 12 V battery at 25 °C. The maker's figure wins. */
  absorptionVolts: perChemistry(z.number().min(13.6).max(15)),
  floatVolts: z.number().min(13.2).max(13.8),
  negativeClamp: z.enum(['body', 'post-when-out']),
  cablesOnCharge: z.enum(['on', 'off']),
  capsOnCharge: z.enum(['on', 'off']),
  recondition: z.enum(['out', 'in-vehicle']),
  maintainerCycle: z.enum(['no-need', 'monthly']),
  insulation: z.enum(['fit', 'leave']),
  floor: z.enum(['board', 'off-concrete']),
  outletReachMetres: z.number().min(1).max(50),
  /** Share of the sun's light that reaches the ground in the dark months, percent. */
  clearSkyPct: z.number().min(10, 'at least a tenth').max(75, 'no sky lets more through'),
  /** Hour at which the attendant goes home. */
  shiftEndHour: z.int().min(10).max(23),
  /** In the site's own money. */
  moneyPerKwh: z.number().min(0).max(10),
  moneyPerHour: z.number().min(0).max(500),
  /** A new flooded battery, for each ampere-hour. */
  moneyPerAh: z.number().min(0.1).max(50),
  /** What a day on one of the site's chargers or maintainers is worth. */
  moneyPerChargerDay: z.number().min(0).max(20),
  /** What it costs when a vehicle does not start on its day. */
  moneyNotReady: z.number().min(0).max(5000),
  /** What a silent tracker, a lost code or the like is worth. */
  moneyPerConcern: z.number().min(0).max(500),
  /** Which ways of ageing count in a comparison of storage plans. */
  lifeSulfation: z.enum(['count', 'leave']),
  lifeFreezing: z.enum(['count', 'leave']),
  lifeHeat: z.enum(['count', 'leave']),
  lifeCycles: z.enum(['count', 'leave']),
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
        message: `over ${most.toFixed(1)} V, ${inWords}: ${overVolts}; ${usual.toFixed(1)} V is usual`,
      });
    }
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
  roundMinutes: 240,
  planRiskPct: 10,
  restHours: 4,
  lineSocPct: eachChemistry((id) => CHEMISTRIES[id].lineSocPct),
  scale: eachChemistry((id) => CHEMISTRIES[id].scales[0]!),
  readingDays: 30,
  lampDays: 1,
  leaveAlone: 'by-forecast',
  oldYears: 5,
  oldReadingDays: 21,
  fullChargeDays: 35,
  agmFullChargeDays: 35,
  lithiumStorePct: 60,
  drawLimitMa: 50,
  smallDrawLimitMa: 5,
  drawTest: 'always',
  levelsMaintainedDays: 60,
  levelsDays: null,
  terminalsDays: null,
  wholeCleanYears: 3,
  cleaner: 'bicarbonate',
  absorptionVolts: eachChemistry((id) => CHEMISTRIES[id].absorptionVolts.usual),
  floatVolts: 13.5,
  negativeClamp: 'body',
  cablesOnCharge: 'on',
  capsOnCharge: 'on',
  recondition: 'out',
  maintainerCycle: 'no-need',
  insulation: 'leave',
  floor: 'board',
  outletReachMetres: 5,
  clearSkyPct: 30,
  shiftEndHour: 17,
  moneyPerKwh: 0.3,
  moneyPerHour: 25,
  moneyPerAh: 1.6,
  moneyPerChargerDay: 0.15,
  moneyNotReady: 120,
  moneyPerConcern: 6,
  lifeSulfation: 'count',
  lifeFreezing: 'count',
  lifeHeat: 'count',
  lifeCycles: 'count',
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
