/** The part of `odex` that the tests use; the package ships sources instead of declarations. */
export class Solver {
  constructor(equations: number);
  solve(
    derivative: (x: number, y: number[]) => number[],
    x: number,
    y: number[],
    xEnd: number,
  ): { readonly y: number[] };
}
