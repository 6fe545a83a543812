import fc from 'fast-check';
import { monotoneCurve, type Point } from './curve';

/** Tables that rise throughout, as voltage scales do. */
const risingTable = fc
  .array(
    fc.tuple(
      fc.double({ min: 0.5, max: 30, noNaN: true }),
      fc.double({ min: 0.01, max: 5, noNaN: true }),
    ),
    {
      minLength: 2,
      maxLength: 8,
    },
  )
  .map((steps) => {
    let x = -50;
    let y = 1;
    return steps.map(([dx, dy]): Point => [(x += dx), (y += dy)]);
  });

describe('monotoneCurve', () => {
  it('goes through its points', () => {
    fc.assert(
      fc.property(risingTable, (points) => {
        const curve = monotoneCurve(points);
        for (const [x, y] of points) expect(curve.at(x)).toBeCloseTo(y, 9);
      }),
    );
  });

  it('never falls where the table rises, inside and outside it', () => {
    fc.assert(
      fc.property(risingTable, fc.double({ min: -120, max: 250, noNaN: true }), (points, at) => {
        const curve = monotoneCurve(points);
        expect(curve.at(at + 0.5)).toBeGreaterThan(curve.at(at) - 1e-12);
      }),
    );
  });

  it('is undone by its inverse', () => {
    fc.assert(
      fc.property(risingTable, fc.double({ min: -80, max: 150, noNaN: true }), (points, at) => {
        const curve = monotoneCurve(points, { below: 0.3, above: 0.3 });
        expect(curve.at(curve.inverse(curve.at(at)))).toBeCloseTo(curve.at(at), 7);
      }),
    );
  });

  it('keeps its end slopes outside the table', () => {
    const curve = monotoneCurve(
      [
        [0, 0],
        [10, 10],
      ],
      { below: 3, above: 0.5 },
    );
    expect(curve.at(-2)).toBeCloseTo(-6, 9);
    expect(curve.at(14)).toBeCloseTo(12, 9);
    expect(curve.inverse(-6)).toBeCloseTo(-2, 9);
  });

  it('has no inverse where it turns, and says so', () => {
    const curve = monotoneCurve([
      [0, 0],
      [1, -5],
      [2, 3],
    ]);
    expect(() => curve.inverse(-1)).toThrow('turns');
  });

  it('refuses tables that are not in order', () => {
    expect(() => monotoneCurve([[0, 1]])).toThrow('two points');
    expect(() =>
      monotoneCurve([
        [1, 1],
        [0, 2],
      ]),
    ).toThrow('rising order');
  });
});
