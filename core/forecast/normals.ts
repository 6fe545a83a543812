/**
 * The normal deviate below which a share `p` of the distribution lies, 0 < p < 1. M. J. Wichura,
 * "Algorithm AS 241: The Percentage Points of the Normal Distribution", Applied Statistics 37
 * (1988), PPND7: good to about one part in 10⁷.
 */
export function normalQuantile(p: number): number {
  const q = p - 0.5;
  if (Math.abs(q) <= 0.425) {
    const r = 0.180625 - q * q;
    return (
      (q * (((59.10937472 * r + 159.29113202) * r + 50.434271938) * r + 3.3871327179)) /
      (((67.1875636 * r + 78.757757664) * r + 17.895169469) * r + 1)
    );
  }
  let r = Math.sqrt(-Math.log(q < 0 ? p : 1 - p));
  let z: number;
  if (r <= 5) {
    r -= 1.6;
    z =
      (((0.17023821103 * r + 1.3067284816) * r + 2.75681539) * r + 1.4234372777) /
      ((0.12021132975 * r + 0.7370016425) * r + 1);
  } else {
    r -= 5;
    z =
      (((0.017337203997 * r + 0.42868294337) * r + 3.081226386) * r + 6.657905115) /
      ((0.012258202635 * r + 0.24197894225) * r + 1);
  }
  return q < 0 ? -z : z;
}

const tables = new Map<string, Float64Array>();

/**
 * `count` points of `size` independent normal deviates, the same each time, row by row: evenly
 * spread in each of them, and scattered against each other, so that fewer of them say as much as
 * many by chance.
 *
 * Source: M. D. McKay, R. J. Beckman, W. J. Conover, "A Comparison of Three Methods for Selecting
 * Values of Input Variables", Technometrics 21 (1979): Latin hypercube sampling.
 */
export function evenNormals(count: number, size: number): Float64Array {
  const key = `${count}/${size}`;
  let table = tables.get(key);
  if (table) return table;
  table = new Float64Array(count * size);
  const scatter = shuffler(count * 31 + size);
  const column = new Float64Array(count);
  for (let i = 0; i < size; i++) {
    for (let n = 0; n < count; n++) column[n] = normalQuantile((n + 0.5) / count);
    scatter(column);
    for (let n = 0; n < count; n++) table[n * size + i] = column[n]!;
  }
  tables.set(key, table);
  return table;
}

/** Shuffles (Fisher and Yates) by a fixed stream of numbers (Lehmer's generator). */
function shuffler(seed: number): (list: Float64Array) => void {
  let state = (seed % 2147483646) + 1;
  const below = (most: number) => {
    state = (state * 48271) % 2147483647;
    return Math.floor((state / 2147483647) * most);
  };
  for (let i = 0; i < 10; i++) below(1);
  return (list) => {
    for (let n = list.length - 1; n > 0; n--) {
      const other = below(n + 1);
      [list[n], list[other]] = [list[other]!, list[n]!];
    }
  };
}
