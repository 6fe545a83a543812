import type { Place } from './place';

/** Minutes on the road of a round that goes to `halls`: each place once. */
export function drivenMinutes(
  halls: Iterable<{ readonly place: string | null } | undefined>,
  places: readonly Place[],
): number {
  const there = new Set([...halls].map((hall) => hall?.place ?? null));
  return places.reduce(
    (sum, { name, driveMinutes }) => sum + (there.has(name) ? driveMinutes : 0),
    0,
  );
}
