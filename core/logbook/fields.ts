import { msg, t, withWords } from '../language';
import { z } from 'zod';

export { DayName } from '../time-limits';

/** What the data of several kinds of entry have in common. */

export const Id = z.string().min(1).max(64);
export const Text = z.string().trim().min(1).max(2000);

/** By a meter that the program reads, by hand, or out of a logger's file. */
export const SOURCES = ['meter', 'hand', 'file'] as const;
export const SOURCE_WORDS = withWords({
  meter: msg`, by meter`,
  hand: msg`, by hand`,
  file: msg`, from a file`,
} as const);

/** Why it was done all the same, where something spoke against it. */
export const Despite = z.string().trim().min(1).max(200);

export const Milliamps = z.number().min(0).max(20_000);

/** A voltage as a number a meter can show; whether it makes sense is for the judge to ask. */
export const Volts = z
  .number()
  .min(0, { error: () => t`volts are 0 or more: is the meter the wrong way round?` })
  .max(100, { error: () => t`no battery here has over 100 V: 12.52 V is written 12.52` });
