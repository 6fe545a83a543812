import { meanOf, student95 } from './mean';

test('Student’s quantiles: printed tables, one side 0.95 (from memory)', () => {
  const table = [
    [1, 6.314],
    [2, 2.92],
    [3, 2.353],
    [4, 2.132],
    [9, 1.833],
    [19, 1.729],
    [49, 1.677],
  ] as const;
  for (const [freedom, quantile] of table) {
    expect(Math.abs(student95(freedom) / quantile - 1)).toBeLessThan(0.005);
  }
});

test('a mean holds nine of ten truths, and knows nothing of one figure', () => {
  expect(meanOf([5])).toEqual({ value: 5, low: -Infinity, high: Infinity });
  expect(meanOf([2, 2, 2])).toEqual({ value: 2, low: 2, high: 2 });
  // Park and Miller's generator, and twelve uniforms for a normal.
  let state = 7;
  const uniform = () => (state = (state * 48271) % 2147483647) / 2147483647;
  const normal = () => Array.from({ length: 12 }, uniform).reduce((a, b) => a + b, -6);
  let held = 0;
  const TIMES = 3000;
  for (let i = 0; i < TIMES; i++) {
    const { low, high } = meanOf(Array.from({ length: 6 }, () => 10 + 3 * normal()));
    if (low <= 10 && high >= 10) held++;
  }
  expect(held / TIMES).toBeGreaterThan(0.88);
  expect(held / TIMES).toBeLessThan(0.92);
});
