/** Points of the way, from the plug in the wall to the post, in the order in which one looks. */
export const DARK_CHECKS = [
  { id: 'outlet', label: 'Outlet', look: 'Is it live? Plug a lamp in; look at its breaker.' },
  { id: 'switch', label: 'Switch', look: 'On the outlet, the reel or the charger: knocked off?' },
  { id: 'fuse', label: 'Fuse', look: 'In the plug, and the one in the lead at the positive.' },
  {
    id: 'clamp',
    label: 'Clamp',
    look: 'Mains off first. Both clamps on bright metal, lead whole.',
  },
  { id: 'charger', label: 'None of these', look: 'Then the charger itself: mark it broken.' },
] as const;
export type DarkCause = (typeof DARK_CHECKS)[number]['id'];
export const DARK_CAUSES = DARK_CHECKS.map(({ id }) => id) as [DarkCause, ...DarkCause[]];
