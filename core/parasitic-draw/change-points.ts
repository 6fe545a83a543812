/**
 * Where the level of a noisy series changes, by optimal partitioning with pruning (PELT).
 *
 * Of all ways to cut the series into pieces it finds the one with the least sum of squares about
 * the pieces' means, in units of `sd`², plus `penalty` for each piece; a piece has at least
 * `least` values. Answers the index at which each piece begins, the first one 0.
 *
 * Killick, Fearnhead, Eckley: Optimal detection of changepoints with a linear computational cost
 * (2012). The values must be finite; an empty series has no pieces.
 */
export function changePoints(
  values: Float64Array,
  sd: number,
  penalty: number,
  least = 2,
): number[] {
  const n = values.length;
  if (n === 0) return [];
  if (n < 2 * least) return [0];
  const sum = new Float64Array(n + 1);
  const squares = new Float64Array(n + 1);
  // About the first value, so that the squares do not swallow the differences.
  const origin = values[0]!;
  for (let i = 0; i < n; i++) {
    const x = (values[i]! - origin) / sd;
    sum[i + 1] = sum[i]! + x;
    squares[i + 1] = squares[i]! + x * x;
  }
  const best = new Float64Array(n + 1).fill(Infinity);
  best[0] = -penalty;
  const before = new Int32Array(n + 1);
  let open = new Int32Array(n + 1);
  let kept = new Int32Array(n + 1);
  let opens = 1;
  open[0] = 0;
  const costs = new Float64Array(n + 1);
  for (let to = least; to <= n; to++) {
    let least_ = Infinity;
    let from = 0;
    for (let k = 0; k < opens; k++) {
      const at = open[k]!;
      const s = sum[to]! - sum[at]!;
      const cost = best[at]! + squares[to]! - squares[at]! - (s * s) / (to - at);
      costs[k] = cost;
      if (cost < least_) {
        least_ = cost;
        from = at;
      }
    }
    best[to] = least_ + penalty;
    before[to] = from;
    let left = 0;
    for (let k = 0; k < opens; k++) {
      if (costs[k]! <= best[to]!) kept[left++] = open[k]!;
    }
    const next = to - least + 1;
    if (next >= least) kept[left++] = next;
    [open, kept] = [kept, open];
    opens = left;
  }
  const starts: number[] = [];
  for (let to = n; to > 0; to = before[to]!) starts.push(before[to]!);
  return starts.reverse();
}
