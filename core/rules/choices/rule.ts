import { msg, withWords } from '../../language';
import type { z } from 'zod';

/** One way of doing it, with the reason that those who do it so give. */
export interface School<T> {
  readonly value: T;
  readonly label: string;
  readonly reason: string;
}

export const RULE_GROUPS = withWords({
  reading: msg`Reading`,
  charging: msg`Keeping charged`,
  draw: msg`Parasitic draw`,
  care: msg`Levels and cleaning`,
  charger: msg`At the charger`,
  back: msg`Handing back`,
  place: msg`The place`,
  money: msg`What it costs`,
  door: msg`Who is signed in`,
} as const);
export type RuleGroup = keyof typeof RULE_GROUPS;

/** A rule of one choice: what it may be, what it is at first and why, and its schools. */
export interface RuleCard<T = unknown> {
  readonly schema: z.ZodType<T>;
  /** What holds until somebody chooses. */
  readonly standard: T;
  readonly group: RuleGroup;
  readonly label: string;
  readonly unit: string;
  readonly why: string;
  readonly schools: readonly School<T>[];
}

export const rule = <S extends z.ZodType>(
  card: RuleCard<z.output<S>> & { readonly schema: S },
): RuleCard<z.output<S>> & { readonly schema: S } => card;
