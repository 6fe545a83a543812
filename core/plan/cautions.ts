import type { JobKind } from './due';

/** The caution that stands at each job. Maker's instructions and local codes come first. */
export const CAUTIONS: Readonly<Record<Exclude<JobKind, 'procedure'>, string>> = {
  reading:
    'Rings and watch off, glasses on. Touch the posts with the probes only, and never bridge them.',
  lamp: 'Look, do not pull: mains off and lamps out before a clamp is touched.',
  recharge:
    'Never charge a frozen, cracked or swollen battery. Air the place, no flame. Charger unplugged: positive clamp to the positive post, negative clamp to bare metal away from the battery or the maker’s charging point, then mains. Tag the wheel. The maker’s instructions come first.',
  'take-off':
    'Mains off and lamps out first, then the negative clamp, then the positive. A hot case or a smell of rotten eggs: switch off at the mains, air, do not touch until cool.',
  mode: 'Look, do not pull. To change a programme: mains off first, lamps out, then set it, then mains.',
  inspect:
    'Glasses and gloves on. Acid in an eye: rinse long with water, then a doctor. No flame to see by.',
  replace:
    'Do not charge it. Gloves and glasses, upright, into a bag or tub; lead and acid are recycled by local rules.',
};
