import { msg, withWords } from '../language';

/** How each storage plan is called, in short; what it is and asks for is none of the logbook's business. */
export const STORAGE_PLAN_NAMES = withWords({
  'maintained-connected': msg`maintainer`,
  'maintained-off': msg`off, maintainer`,
  'off-recharged': msg`negative off`,
  bench: msg`bench`,
  'bench-maintained': msg`bench, maintainer`,
  'swap-pair': msg`swap pair`,
  'hook-up': 'hook-up',
  solar: msg`solar`,
  'connected-recharged': msg`connected`,
  driven: msg`driven`,
} satisfies Record<string, string>);

export type StoragePlanId = keyof typeof STORAGE_PLAN_NAMES;
export const STORAGE_PLAN_IDS = Object.keys(STORAGE_PLAN_NAMES) as StoragePlanId[];

/** Those on which a maintainer hangs on it between visits. */
export const MAINTAINED_PLANS: readonly StoragePlanId[] = [
  'maintained-connected',
  'maintained-off',
  'bench-maintained',
];
