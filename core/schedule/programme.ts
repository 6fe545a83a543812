import type { Highs, Model } from 'highs';

/** There is no such row, or column, yet. */
export const NONE = -1;
/** Of the solver's strategies. */
const DUAL = 1;
const PRIMAL = 4;

/** A linear programme that grows by rows and columns, each known by its number. */
export class Programme {
  readonly model: Model;
  columns = 0;
  private rows = 0;
  /** Its rows ask for something else than they did: the last solution may not keep them. */
  private isAnother = false;

  constructor(readonly highs: Highs) {
    this.model = highs.createModel();
    this.model.options.set({ output_flag: false });
  }

  dispose(): void {
    this.model.dispose();
  }

  get infinity(): number {
    return this.highs.infinity;
  }

  column(cost: number, indices: number[], values: number[], most = this.infinity): number {
    this.model.addCol(cost, 0, most, { indices, values });
    return this.columns++;
  }

  row(least: number, most: number, indices: number[] = [], values: number[] = []): number {
    this.model.addRow(least, most, { indices, values });
    return this.rows++;
  }

  /** A row that counts columns. */
  count(columns: readonly number[], most: number): number {
    this.isAnother = true;
    const ones = columns.map(() => 1);
    return this.row(-this.infinity, most, [...columns], ones);
  }

  between(row: number, least: number, most: number): void {
    this.isAnother = true;
    this.model.changeRowBounds(row, least, most);
  }

  /** Solves it, fractions allowed; null: the solver came to no end. */
  solve(): { readonly rowDual: Float64Array; readonly colValue: Float64Array } | null {
    // Where only columns were added the last solution still keeps every row.
    this.model.options.set({ simplex_strategy: this.isAnother ? DUAL : PRIMAL });
    this.isAnother = false;
    this.model.run();
    const { optimal } = this.highs.constants.modelStatus;
    return this.model.getModelStatus() === optimal ? this.model.getSolution() : null;
  }

  /** The best solution in whole numbers, as far as it is found within `spanMs`; null: none. */
  whole(spanMs: number, now: () => number): Float64Array | null {
    const { model, highs } = this;
    const { variableType, callbackType, solutionStatus } = highs.constants;
    const all = { kind: 'range', from: 0, to: this.columns - 1 } as const;
    const kind = (type: typeof variableType.integer | typeof variableType.continuous) =>
      model.changeColsIntegrality(all, new Array<typeof type>(this.columns).fill(type));
    model.run();
    const basis = model.getBasis();
    kind(variableType.integer);
    const until = now() + spanMs;
    model.run({
      [callbackType.mipInterrupt](event) {
        if (now() > until) event.interrupt();
      },
    });
    const isFound = model.info.get('primal_solution_status') === solutionStatus.feasible;
    const values = isFound ? model.getSolution().colValue : null;
    kind(variableType.continuous);
    model.setBasis(basis);
    return values;
  }
}
