import { msg, withWords } from '../language';

/** What a battery is to its vehicle. */
export const BATTERY_ROLES = ['starter', 'leisure', 'auxiliary', 'string'] as const;
export const ROLE_WORDS = withWords({
  starter: msg`Starter`,
  leisure: msg`Leisure`,
  auxiliary: msg`Auxiliary 12 V`,
  string: msg`Block of a string`,
} as const satisfies Readonly<Record<(typeof BATTERY_ROLES)[number], string>>);
export type BatteryRole = (typeof BATTERY_ROLES)[number];
