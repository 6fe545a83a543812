/** What a battery is to its vehicle. */
export const BATTERY_ROLES = ['starter', 'leisure', 'auxiliary', 'string'] as const;
export type BatteryRole = (typeof BATTERY_ROLES)[number];
