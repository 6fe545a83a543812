export const STORAGE_PLAN_IDS = [
  'maintained-connected',
  'maintained-off',
  'off-recharged',
  'bench',
  'bench-maintained',
  'swap-pair',
  'hook-up',
  'solar',
  'connected-recharged',
  'driven',
] as const;
export type StoragePlanId = (typeof STORAGE_PLAN_IDS)[number];

/** Those on which a maintainer hangs on it between visits. */
export const MAINTAINED_PLANS: readonly StoragePlanId[] = [
  'maintained-connected',
  'maintained-off',
  'bench-maintained',
];
