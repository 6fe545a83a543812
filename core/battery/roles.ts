/** What a battery is to its vehicle. */
export const BATTERY_ROLES = ['starter', 'leisure', 'auxiliary', 'string'] as const;
export const ROLE_WORDS = {
  starter: 'Starter',
  leisure: 'Leisure',
  auxiliary: 'Auxiliary 12 V',
  string: 'Block of a string',
} as const satisfies Readonly<Record<(typeof BATTERY_ROLES)[number], string>>;
export type BatteryRole = (typeof BATTERY_ROLES)[number];
