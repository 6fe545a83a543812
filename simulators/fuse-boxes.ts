import type { Random } from './random';

/** A fuse box with its hidden culprits, for hunts by the thousand. */
export interface AnyBox {
  /** Kind of load on each circuit, by number of the kinds given. */
  readonly kinds: readonly number[];
  readonly feeders: readonly (readonly number[])[];
}

/** A box of so many fuses, some of them behind main fuses. */
export function anyBox(fuses: number, kinds: number, chance: Random): AnyBox {
  const feeders = Math.floor(chance.between(0, fuses > 12 ? 6 : 4));
  const groups: number[][] = Array.from({ length: feeders }, () => []);
  for (let i = 0; i < fuses; i++) {
    // Some hang straight on the battery.
    groups[Math.floor(chance.uniform() * (feeders + 0.7))]?.push(i);
  }
  return {
    kinds: Array.from({ length: fuses }, () => Math.floor(chance.uniform() * kinds)),
    feeders: groups.filter((group) => group.length > 1),
  };
}
