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
 * `count` points of `size` independent normal deviates that fill the space evenly, and are the
 * same each time: fewer of them say as much as many by chance. Row by row. The points are those
 * of a lattice by powers of one irrational number (the generalised golden ratio).
 *
 * Source: H. Niederreiter, Random Number Generation and Quasi-Monte Carlo Methods (1992), on
 * Kronecker sequences; the choice of number is common practice.
 */
export function evenNormals(count: number, size: number): Float64Array {
  const key = `${count}/${size}`;
  let table = tables.get(key);
  if (table) return table;
  let ratio = 2;
  for (let i = 0; i < 60; i++) ratio = (1 + ratio) ** (1 / (size + 1));
  const step = Array.from({ length: size }, (_, i) => (1 / ratio) ** (i + 1) % 1);
  table = new Float64Array(count * size);
  for (let n = 0; n < count; n++) {
    for (let i = 0; i < size; i++) {
      const share = (0.5 + (n + 1) * step[i]!) % 1;
      table[n * size + i] = normalQuantile(Math.min(1 - 1e-9, Math.max(1e-9, share)));
    }
  }
  tables.set(key, table);
  return table;
}
