import fc from 'fast-check';
import { CHEMISTRIES } from '../battery/chemistries';
import { scaleAt } from '../battery/state-of-charge';
import { foreseenVolts } from './foreseen-volts';
import {
  BULGE,
  CHARGE,
  DRAW,
  EXCESS,
  OFFSET,
  SELF,
  SIZE,
  STEEPER,
  copyOf,
  resetComponent,
  independent,
  measurementUpdate,
  predict,
  rootOf,
  sumOf,
  type Gaussian,
} from './gaussian';

const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const prior = fc
  .array(fc.tuple(number(-5, 5), number(0.1, 3)), { minLength: SIZE, maxLength: SIZE })
  .map((rows) => independent(rows));
const weights = fc
  .array(number(-2, 2), { minLength: SIZE, maxLength: SIZE })
  .map((all) => Float64Array.from(all));
/** A measurement: of what, what it showed, and its doubt. */
const seen = fc.record({ of: weights, value: number(-10, 10), variance: number(0.01, 4) });
type Seen = typeof seen extends fc.Arbitrary<infer T> ? T : never;

/** What is believed once a measurement has been learnt, and how likely it was. */
function after(belief: Gaussian, { of, value, variance }: Seen): { belief: Gaussian; log: number } {
  const learnt = copyOf(belief);
  const log = measurementUpdate(learnt, of, value - sumOf(belief, of).mean, variance);
  return { belief: learnt, log };
}
const near = (one: Gaussian, other: Gaussian) => {
  one.mean.forEach((value, i) => expect(value).toBeCloseTo(other.mean[i]!, 6));
  one.cov.forEach((value, i) => expect(value).toBeCloseTo(other.cov[i]!, 6));
};

describe('a belief about a battery', () => {
  it('learns the same in whatever order it is told', () => {
    fc.assert(
      fc.property(prior, seen, seen, (belief, one, other) => {
        const [a, b] = [after(belief, one), after(belief, other)];
        const [ab, ba] = [after(a.belief, other), after(b.belief, one)];
        near(ab.belief, ba.belief);
        // The chance of both is the chance of one, times that of the other once it is known.
        expect(a.log + ab.log).toBeCloseTo(b.log + ba.log, 6);
      }),
    );
  });

  it('is never less sure of anything for having learnt', () => {
    fc.assert(
      fc.property(prior, seen, weights, (belief, one, of) => {
        const { variance } = sumOf(after(belief, one).belief, of);
        expect(variance).toBeLessThanOrEqual(sumOf(belief, of).variance + 1e-9);
      }),
    );
  });

  it('weighs what it believed against what it is shown, as two measurements are weighed', () => {
    const belief = independent(Array.from({ length: SIZE }, () => [0, 1] as const));
    resetComponent(belief, CHARGE, 80, 3);
    const of = new Float64Array(SIZE);
    of[CHARGE] = 1;
    const { belief: learnt, log } = after(belief, { of, value: 86, variance: 16 });
    // By hand: (80/9 + 86/16) / (1/9 + 1/16) = 82.16, 1 / (1/9 + 1/16) = 5.76.
    expect(learnt.mean[CHARGE]).toBeCloseTo(82.16, 9);
    expect(learnt.cov[0]).toBeCloseTo(5.76, 9);
    // The normal density at 6 with a variance of 25.
    expect(log).toBeCloseTo(-0.5 * (36 / 25) - 0.5 * Math.log(2 * Math.PI * 25), 9);
  });

  it('that has moved and moved back is what it was, but for the doubt of the way', () => {
    const terms = fc.tuple(number(-3, 3), number(-3, 3), number(-3, 3));
    fc.assert(
      fc.property(prior, terms, number(-20, 20), (belief, [draw, self, excess], shift) => {
        const there = copyOf(belief);
        const way = [
          [DRAW, draw],
          [SELF, self],
          [EXCESS, excess],
        ] as const;
        predict(there, way, shift, 0.3);
        expect(there.cov[DRAW]).toBeCloseTo(
          draw * belief.cov[DRAW * SIZE + DRAW]! + belief.cov[DRAW]!,
          6,
        );
        const back = way.map(([of, by]) => [of, -by] as const);
        predict(there, back, -shift, 0);
        there.cov[0] = there.cov[0]! - 0.3;
        near(there, belief);
      }),
    );
  });

  it('forgets one thing and keeps the others', () => {
    fc.assert(
      fc.property(prior, seen, fc.integer({ min: 0, max: SIZE - 1 }), (belief, one, i) => {
        const { belief: learnt } = after(belief, one);
        const other = copyOf(learnt);
        resetComponent(other, i, 4, 2);
        expect(other.mean[i]).toBe(4);
        for (let a = 0; a < SIZE; a++) {
          for (let b = 0; b < SIZE; b++) {
            const held = a === i || b === i ? (a === b ? 4 : 0) : learnt.cov[a * SIZE + b]!;
            expect(other.cov[a * SIZE + b]).toBeCloseTo(held, 9);
          }
        }
      }),
    );
  });

  it('has a root whose product with itself it is', () => {
    fc.assert(
      fc.property(prior, seen, seen, (belief, one, other) => {
        const { belief: learnt } = after(after(belief, one).belief, other);
        const root = rootOf(learnt);
        for (let a = 0; a < SIZE; a++) {
          for (let b = 0; b < SIZE; b++) {
            let sum = 0;
            for (let k = 0; k < SIZE; k++) sum += root[a * SIZE + k]! * root[b * SIZE + k]!;
            expect(sum).toBeCloseTo(learnt.cov[a * SIZE + b]!, 6);
          }
        }
      }),
    );
  });
});

describe('the volts that a belief foresees', () => {
  const at = scaleAt({
    chemistry: 'agm',
    cells: 6,
    scale: CHEMISTRIES.agm.scales[0]!,
    celsius: 12,
  });
  const volts = (belief: Gaussian, charge: number) =>
    foreseenVolts(belief, at, charge, charge - 1e-3);

  it('are those of the scale where the battery is as the scale says', () => {
    const plain = independent(Array.from({ length: SIZE }, () => [0, 1] as const));
    for (const charge of [20, 55, 80, 100]) {
      expect(volts(plain, charge).volts).toBeCloseTo(at.voltsOf(charge), 9);
    }
  });

  it('change with each of the unknowns as its weight says', () => {
    fc.assert(
      fc.property(
        number(20, 99),
        number(-0.05, 0.05),
        number(-0.1, 0.1),
        number(-0.03, 0.03),
        (charge, offset, steeper, bulge) => {
          const belief = independent([
            [charge, 1],
            [offset, 1],
            [steeper, 1],
            [bulge, 1],
            [0, 1],
            [0, 1],
            [0, 1],
          ]);
          const { volts: here, weights: slopes } = volts(belief, charge);
          for (const [of, step] of [
            [CHARGE, 1e-4],
            [OFFSET, 1e-5],
            [STEEPER, 1e-5],
            [BULGE, 1e-5],
          ] as const) {
            const moved = copyOf(belief);
            moved.mean[of] = moved.mean[of]! + step;
            const then = volts(moved, of === CHARGE ? charge + step : charge).volts;
            expect((then - here) / step).toBeCloseTo(slopes[of]!, 4);
          }
        },
      ),
    );
  });
});
