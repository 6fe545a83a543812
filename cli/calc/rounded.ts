/** A figure with as many decimals as it is worth. */
export function rounded(value: number, digits: number): number {
  const factor = 10 ** digits;
  const result = Math.round(value * factor) / factor;
  return Object.is(result, -0) ? 0 : result;
}
