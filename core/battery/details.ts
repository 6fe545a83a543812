import { t, msg, withWords } from '../language';
import { z } from 'zod';
import { Line } from '../text';
import { CRANKING_STANDARDS, saeAmps } from './ratings';

const volts = z
  .number()
  .min(1, { error: () => t`at least 1 V` })
  .max(120, { error: () => t`at most 120 V` })
  .nullable()
  .default(null);

/**
 * What else is written on a battery's case or found around it. Whether caps open is a fact of
 * its own: there are sealed flooded batteries, and it decides about levels and the hydrometer.
 */
export const BatteryDetails = z.strictObject({
  capsOpen: z.boolean(),
  /** Rated cold cranking amps. */
  coldCrankingAmps: z
    .number()
    .min(10, { error: () => t`at least 10 A` })
    .max(3000, { error: () => t`at most 3000 A` })
    .nullable(),
  /** The standard of that rating. */
  crankingStandard: z.enum(CRANKING_STANDARDS).default('sae'),
  caseSize: Line(0, 20),
  terminals: z.enum(['posts', 'bolts', 'side', 'tabs']),
  /** Sizes of the tools, as `10 mm and 13 mm`. */
  tools: Line(0, 60),
  /** What comes off to reach it. */
  access: Line(0, 120),
  /** It has a coloured indicator eye. */
  eye: z.boolean(),
  ventTube: z.boolean(),
  /** A charging lead is fitted already. */
  chargeLead: z.boolean(),
  /** Metres to the next outlet; null where there is none. */
  outletMetres: z.number().min(0).max(200).nullable(),
  /** Month in which it was fitted, 1–12, where the case says so. */
  fittedMonth: z.int().min(1).max(12).nullable(),
  /** The maker's own figures win over the house's; null: not written anywhere. At its posts. */
  makerAbsorptionVolts: volts,
  makerFloatVolts: volts,
  makerMaxAmps: z
    .number()
    .min(0.1, { error: () => t`at least 0.1 A` })
    .max(500, { error: () => t`at most 500 A` })
    .nullable()
    .default(null),
  /** Coldest at which it may be charged. */
  makerLeastCelsius: z.number().min(-40).max(30).nullable().default(null),
});
export type BatteryDetails = z.infer<typeof BatteryDetails>;

/** Rated cranking amps by SAE, whatever standard stands on the case; null: none do. */
export const saeAmpsOf = ({
  coldCrankingAmps,
  crankingStandard,
}: Pick<BatteryDetails, 'coldCrankingAmps' | 'crankingStandard'>): number | null =>
  coldCrankingAmps === null ? null : saeAmps(coldCrankingAmps, crankingStandard);

export const TERMINAL_WORDS: Readonly<Record<BatteryDetails['terminals'], string>> = withWords({
  posts: msg`posts with clamps`,
  bolts: msg`bolts through eyelets`,
  side: msg`side bolts`,
  tabs: msg`push-on tabs`,
});
