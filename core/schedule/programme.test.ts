import fc from 'fast-check';
import loadHighs, { type Highs } from 'highs';
import { Programme } from './programme';

let highs: Highs;
beforeAll(async () => {
  highs = await loadHighs();
});

/** The programme of its test, disposed of when that ends. */
const open: Programme[] = [];
const programme = () => {
  const one = new Programme(highs);
  open.push(one);
  return one;
};
afterEach(() => open.splice(0).forEach((one) => one.dispose()));

/**
 * Two products and three plants: most of 3x + 5y with x ≤ 4, 2y ≤ 12, 3x + 2y ≤ 18. Hillier and
 * Lieberman, Introduction to Operations Research, the Wyndor Glass example: x = 2, y = 6, 36, and the
 * plants worth 0, 3/2 and 1 (from memory).
 */
function twoProducts() {
  const made = programme();
  const plants = [4, 12, 18].map((most) => made.row(-made.infinity, most));
  made.column(-3, [plants[0]!, plants[2]!], [1, 3]);
  made.column(-5, [plants[1]!, plants[2]!], [2, 2]);
  return { made, plants };
}

describe('a linear programme', () => {
  it('comes to the published optimum, with what each row is worth', () => {
    const { colValue, rowDual } = twoProducts().made.solve()!;
    [2, 6].forEach((value, i) => expect(colValue[i]).toBeCloseTo(value, 9));
    [0, -1.5, -1].forEach((value, i) => expect(rowDual[i]).toBeCloseTo(value, 9));
  });

  it('that a column is added to goes on from there', () => {
    const { made, plants } = twoProducts();
    made.solve();
    // A third product that needs the third plant alone and sells for less than an hour there costs.
    made.column(-0.9, [plants[2]!], [1]);
    expect(made.solve()!.colValue[2]).toBeCloseTo(0, 9);
    // One that sells for more takes what the first one used.
    made.column(-1.1, [plants[2]!], [1]);
    const { colValue } = made.solve()!;
    expect(colValue[3]).toBeCloseTo(6, 9);
    expect(colValue[0]).toBeCloseTo(0, 9);
  });

  it('whose rows ask for something else, and then for the same again, is the same again', () => {
    const { made, plants } = twoProducts();
    const before = [...made.solve()!.colValue];
    made.between(plants[1]!, -made.infinity, 6);
    expect(made.solve()!.colValue[1]).toBeCloseTo(3, 9);
    made.between(plants[1]!, -made.infinity, 12);
    made.solve()!.colValue.forEach((value, i) => expect(value).toBeCloseTo(before[i]!, 9));
  });

  it('that cannot be kept has no solution, and has one again once it can', () => {
    const { made, plants } = twoProducts();
    made.between(plants[0]!, 5, 5);
    made.between(plants[2]!, -made.infinity, 12);
    expect(made.solve()).toBeNull();
    made.between(plants[2]!, -made.infinity, 18);
    expect(made.solve()!.colValue[0]).toBeCloseTo(5, 9);
  });

  it('counts columns in a row of its own', () => {
    const { made } = twoProducts();
    made.count([0, 1], 5);
    const { colValue } = made.solve()!;
    expect(colValue[0]! + colValue[1]!).toBeCloseTo(5, 9);
    expect(colValue[1]).toBeCloseTo(5, 9);
  });

  it('costs exactly what its rows are worth (strong duality)', () => {
    const share = fc.double({ min: 0.1, max: 5, noNaN: true });
    const cases = fc.record({
      needs: fc.array(share, { minLength: 1, maxLength: 4 }),
      columns: fc.array(fc.tuple(share, fc.array(share, { minLength: 4, maxLength: 4 })), {
        minLength: 1,
        maxLength: 6,
      }),
    });
    fc.assert(
      fc.property(cases, ({ needs, columns }) => {
        const made = programme();
        const rows = needs.map((least) => made.row(least, made.infinity));
        for (const [cost, gives] of columns) made.column(cost, rows, gives.slice(0, rows.length));
        const { colValue, rowDual } = made.solve()!;
        const cost = columns.reduce((sum, [price], i) => sum + price * colValue[i]!, 0);
        const worth = needs.reduce((sum, least, i) => sum + least * rowDual[i]!, 0);
        expect(worth).toBeCloseTo(cost, 6);
        // Nothing that may be bought is cheaper than what it gives is worth.
        for (const [price, gives] of columns) {
          const value = rows.reduce((sum, _, i) => sum + gives[i]! * rowDual[i]!, 0);
          expect(value).toBeLessThanOrEqual(price + 1e-6);
        }
      }),
      { numRuns: 60 },
    );
  });
});

describe('in whole numbers', () => {
  /** A rucksack of 10 kg: things of 5, 4, 6 and 3 kg for 10, 40, 30 and 50; the best is 90 (by hand). */
  function rucksack() {
    const made = programme();
    const weight = made.row(-made.infinity, 10);
    [
      [10, 5],
      [40, 4],
      [30, 6],
      [50, 3],
    ].forEach(([worth, kilos]) => made.column(-worth!, [weight], [kilos!], 1));
    return made;
  }

  it('nothing is packed by halves, though that would pay', () => {
    const made = rucksack();
    const halves = made.solve()!.colValue;
    expect(halves[2]).toBeCloseTo(0.5, 9);
    const whole = made.whole(10_000, () => performance.now())!;
    expect([...whole].map(Math.round)).toEqual([0, 1, 0, 1]);
    whole.forEach((value) => expect(value).toBeCloseTo(Math.round(value), 9));
  });

  it('asked in between, it goes on allowing fractions as before', () => {
    const made = rucksack();
    const before = [...made.solve()!.colValue];
    made.whole(10_000, () => performance.now());
    made.solve()!.colValue.forEach((value, i) => expect(value).toBeCloseTo(before[i]!, 9));
  });
});
