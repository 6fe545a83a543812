/** The part of `odex` that the tests use; the package ships sources instead of declarations. */
export class Solver {
  constructor(equations: number);
  /** No step is longer; 0: as long as the whole way. */
  maxStepSize: number;
  solve(
    derivative: (x: number, y: number[]) => number[],
    x: number,
    y: number[],
    xEnd: number,
  ): { readonly y: number[] };
}
