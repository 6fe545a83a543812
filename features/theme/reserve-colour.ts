/** The one scale of reserve: cold aubergine for none, pale straw for ninety days or more. */
export const RESERVE_STOPS = [
  '#33244a',
  '#6b2a5c',
  '#a83a52',
  '#d95b32',
  '#f0a040',
  '#f8dc9a',
] as const;

export const FULL_RESERVE_DAYS = 90;

const channels = RESERVE_STOPS.map((hex) =>
  [1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16)),
);

/** Colour of a share of the scale, 0 … 1; outside it, the nearer end. */
export function scaleColour(share: number): string {
  const at = Math.min(1, Math.max(0, share)) * (RESERVE_STOPS.length - 1);
  const i = Math.min(RESERVE_STOPS.length - 2, Math.floor(at));
  const t = at - i;
  const mixed = channels[i]!.map((value, c) =>
    Math.round(value + (channels[i + 1]![c]! - value) * t),
  );
  return `rgb(${mixed.join(' ')})`;
}

/** Colour of a reserve in days. */
export const reserveColour = (days: number) => scaleColour(days / FULL_RESERVE_DAYS);
