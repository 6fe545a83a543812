import { MS_PER_DAY, MS_PER_HOUR } from '../day';

/** The house's rules of how long somebody stays signed in. */
export interface SessionRules {
  readonly signedInIdleHours: number;
  readonly signedInMostDays: number;
  readonly lockAfterMinutes: number;
}

/**
 * Whether somebody is signed in no more: it was not used for too long, or is too old, however much it
 * was used. All in UTC milliseconds.
 */
export const isSessionOver = (
  { beganAt, usedAt }: { readonly beganAt: number; readonly usedAt: number },
  now: number,
  { signedInIdleHours, signedInMostDays }: Omit<SessionRules, 'lockAfterMinutes'>,
): boolean =>
  now - usedAt > signedInIdleHours * MS_PER_HOUR || now - beganAt > signedInMostDays * MS_PER_DAY;

/** Whether nobody did anything for so long that it locks, where there is a PIN; UTC milliseconds. */
export const isIdle = (
  { usedAt }: { readonly usedAt: number },
  now: number,
  { lockAfterMinutes }: Pick<SessionRules, 'lockAfterMinutes'>,
): boolean => now - usedAt > lockAfterMinutes * 60_000;
