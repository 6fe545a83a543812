import { msg, withWords } from '../language';

/** Points of the way, from the plug in the wall to the post, in the order in which one looks. */
export const DARK_CHECKS = withWords([
  { id: 'outlet', label: msg`Outlet`, look: msg`Is it live? Plug a lamp in; look at its breaker.` },
  {
    id: 'switch',
    label: msg`Switch`,
    look: msg`On the outlet, the reel or the charger: knocked off?`,
  },
  {
    id: 'fuse',
    label: msg`Fuse`,
    look: msg`In the plug, and the one in the lead at the positive.`,
  },
  {
    id: 'clamp',
    label: msg`Clamp`,
    look: msg`Mains off first. Both clamps on bright metal, lead whole.`,
  },
  { id: 'charger', label: msg`None of these`, look: msg`Then the charger itself: mark it broken.` },
] as const);
export type DarkCause = (typeof DARK_CHECKS)[number]['id'];
export const DARK_CAUSES = DARK_CHECKS.map(({ id }) => id) as [DarkCause, ...DarkCause[]];
