/** The same value with its keys in order, so that two of equal content compare equal. */
function inKeyOrder(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(inKeyOrder);
  if (value === null || typeof value !== 'object') return value;
  return Object.fromEntries(
    Object.entries(value)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, inner]) => [key, inKeyOrder(inner)]),
  );
}

/** A value as JSON text that is the same for equal content, in whatever order its keys came. */
export const canonical = (value: unknown): string => JSON.stringify(inKeyOrder(value));
