import type { Highs, Model } from 'highs';
import { besidesOf } from './besides';
import type { Crowd } from './crowds';
import type { Path } from './path';
import { Prices, type Held, type Scarce } from './prices';
import type { Unit } from './problem';

/** What leaving a battery without any of its paths costs in the programme, minutes. */
export const NO_PATH = 1e4;
const NO_ROW = -1;
/** Of the solver's strategies: the primal simplex. */
const PRIMAL = 4;
const DUAL = 1;

/** What a solved programme says of its prices. */
export interface Solved {
  /** Least minutes with the paths that it has, fractions of paths allowed. */
  readonly minutes: number;
  readonly prices: Prices;
  /** By battery: a path that costs less at those prices would help. */
  readonly worth: Float64Array;
  /** By battery: of its paths the one that is walked the most. */
  readonly paths: readonly (Path | null)[];
  /** How much of each path is walked, and of what is entered on the way. */
  readonly values: Float64Array;
}

/** How often something on the way is entered up to a round. */
export interface Entered {
  readonly way: number;
  readonly company: number;
  readonly round: number;
}

/** That it is entered at least, and at most, so often. */
export interface Demand extends Entered {
  readonly least: number;
  readonly most: number;
}

/** A path as a column of the programme. */
interface Column {
  readonly unit: Unit;
  readonly path: Path;
  readonly held: readonly Held[];
}

/** Whether it hangs on one of the sorts of a crowd, in its slot. */
const isIn = (crowd: Crowd, unit: Unit, held: readonly Held[]) =>
  held.some(
    ({ sort, from, to }) =>
      from <= crowd.slot &&
      crowd.slot < to &&
      crowd.members.some((one) => one.unit === unit && one.sort === sort),
  );

/**
 * The season as a linear programme over whole paths: of those that it has, each battery walks one, and
 * together they keep within what is scarce. It only grows.
 *
 * Dantzig and Wolfe, "Decomposition Principle for Linear Programs", Operations Research 8, 1960.
 */
export class Master {
  private readonly model: Model;
  private columns = 0;
  private rows = 0;
  private readonly known = new Set<string>();
  /** By column of the programme: the path that it is, or null: something else. */
  private readonly paths: (Column | null)[] = [];
  private readonly oneOf: Int32Array;
  private readonly minuteRow: Int32Array;
  private readonly channelRow: Int32Array;
  private readonly outletRow: Int32Array;
  private readonly airRow: Int32Array;
  /** By way, battery and round: who comes there enters. */
  private readonly entersRow: readonly Int32Array[];
  /** By way, company and round: it is entered. */
  private readonly entered: readonly (readonly Int32Array[])[];
  /** By way and battery: its company. */
  private readonly companyOf: readonly Int32Array[];
  /** Rows of what is demanded of entering, and of crowds. */
  private readonly demanded: (Entered & { readonly row: number })[] = [];
  private readonly crowded: { readonly crowd: Crowd; readonly row: number }[] = [];
  /** Nothing is entered twice in a round: said only where something is demanded. */
  private enteredMost: number;
  private demands: readonly Demand[] = [];
  private isAnother = false;

  constructor(
    private readonly highs: Highs,
    private readonly scarce: Scarce,
  ) {
    const { rounds, problem, companies } = scarce;
    const { units } = problem;
    const halls = problem.outlets.length;
    const none = (length: number) => new Int32Array(length).fill(NO_ROW);
    this.model = highs.createModel();
    this.enteredMost = highs.infinity;
    // Columns are added: the basis stays a feasible one of the primal simplex.
    this.model.options.set({ output_flag: false, simplex_strategy: PRIMAL });
    this.minuteRow = none(rounds);
    this.channelRow = none(scarce.sorts * rounds);
    this.outletRow = none(halls * rounds);
    this.airRow = none(halls * rounds);
    this.entersRow = companies.map(() => none(units.length * rounds));
    this.entered = companies.map((list) => list.map(() => none(rounds)));
    this.companyOf = companies.map((list) => {
      const of = none(units.length);
      list.forEach((company, n) => company.units.forEach(({ index }) => (of[index] = n)));
      return of;
    });
    this.oneOf = Int32Array.from(units, () => this.row(1, 1));
    for (const row of this.oneOf) this.column(NO_PATH, [row], [1]);
  }

  dispose(): void {
    this.model.dispose();
  }

  private column(
    cost: number,
    indices: number[],
    values: number[],
    most = this.highs.infinity,
  ): number {
    this.model.addCol(cost, 0, most, { indices, values });
    this.paths.push(null);
    return this.columns++;
  }

  private row(least: number, most: number, indices: number[] = [], values: number[] = []): number {
    this.model.addRow(least, most, { indices, values });
    return this.rows++;
  }

  /** The row at a place of a table, made when it is first needed: at most so much. */
  private limit(table: Int32Array, at: number, most: number): number {
    if (table[at] === NO_ROW) table[at] = this.row(-this.highs.infinity, most);
    return table[at]!;
  }

  private minutesOf(round: number): number {
    return this.limit(this.minuteRow, round, this.scarce.problem.roundMinutes);
  }

  /** Gives it a path that keeps every rule; false: it has it. */
  add(unit: Unit, path: Path): boolean {
    const { scarce } = this;
    const { rounds, problem, sortOf } = scarce;
    const key = `${unit.index}:${path.visits
      .map(({ round, jobs, charger }) => `${round}.${jobs}.${charger < 0 ? '' : sortOf[charger]}`)
      .join()}`;
    if (this.known.has(key)) return false;
    this.known.add(key);
    const indices = [this.oneOf[unit.index]!];
    const values = [1];
    const takes = (row: number, amount: number) => {
      indices.push(row);
      values.push(amount);
    };
    let cost = besidesOf(problem, unit, path);
    for (const { round, jobs } of path.visits) {
      let minutes = problem.jobMinutes[jobs]!;
      for (const [w, companies] of scarce.companies.entries()) {
        const n = this.companyOf[w]![unit.index]!;
        if (n < 0) continue;
        if (companies[n]!.units.length === 1) minutes += companies[n]!.minutes;
        else takes(this.enters(w, n, unit, round), 1);
      }
      cost += minutes;
      takes(this.minutesOf(round), minutes);
    }
    const held = scarce.heldBy(unit, path);
    for (const { crowd, row } of this.crowded) if (isIn(crowd, unit, held)) takes(row, 1);
    for (const { sort, from, to } of held) {
      for (let slot = from; slot < to; slot++) {
        const channel = sort * rounds + slot;
        const hall = unit.hall * rounds + slot;
        takes(this.limit(this.channelRow, channel, scarce.channels[channel]!), 1);
        const outlets = scarce.outlets[unit.hall]!;
        if (outlets < Infinity) {
          takes(this.limit(this.outletRow, hall, outlets), 1 / scarce.channelsOfOne[sort]!);
        }
        const air = scarce.air[unit.hall]!;
        if (air < Infinity && unit.air > 0) takes(this.limit(this.airRow, hall, air), unit.air);
      }
    }
    const column = this.column(cost, indices, values);
    this.paths[column] = { unit, path, held };
    return true;
  }

  /** The row that says: who comes there enters what is on the way. */
  private enters(w: number, n: number, unit: Unit, round: number): number {
    const rows = this.entersRow[w]!;
    const at = unit.index * this.scarce.rounds + round;
    if (rows[at] === NO_ROW) {
      rows[at] = this.row(-this.highs.infinity, 0, [this.enteredIn(w, n, round)], [-1]);
    }
    return rows[at]!;
  }

  /** The column that says: it is entered in that round; made when it is first needed. */
  private enteredIn(w: number, n: number, round: number): number {
    const entered = this.entered[w]![n]!;
    if (entered[round] === NO_ROW) {
      const { minutes } = this.scarce.companies[w]![n]!;
      const rows = this.demanded.filter(
        (one) => one.way === w && one.company === n && one.round >= round,
      );
      entered[round] = this.column(
        minutes,
        [this.minutesOf(round), ...rows.map(({ row }) => row)],
        [minutes, ...rows.map(() => 1)],
        this.enteredMost,
      );
    }
    return entered[round]!;
  }

  /** From now on nothing is entered twice in a round, so that a demand cannot be met by that. */
  once(): void {
    this.enteredMost = 1;
    for (const column of this.entered.flat(1)) {
      for (const at of column) if (at !== NO_ROW) this.model.changeColBounds(at, 0, 1);
    }
  }

  /** Demands these, and nothing that was demanded before. */
  demand(demands: readonly Demand[]): void {
    if (demands === this.demands) return;
    this.demands = demands;
    this.isAnother = true;
    const { infinity } = this.highs;
    for (const { row } of this.demanded) this.model.changeRowBounds(row, -infinity, infinity);
    for (const { least, most, ...what } of demands) {
      this.model.changeRowBounds(this.rowOf(what), least, most);
    }
  }

  private rowOf({ way, company, round }: Entered): number {
    const known = this.demanded.find(
      (one) => one.way === way && one.company === company && one.round === round,
    );
    if (known) return known.row;
    // Those too that no path has asked for yet: a demand may be met by them.
    const columns = Array.from({ length: round + 1 }, (_, r) => this.enteredIn(way, company, r));
    const { infinity } = this.highs;
    const row = this.row(
      -infinity,
      infinity,
      columns,
      columns.map(() => 1),
    );
    this.demanded.push({ way, company, round, row });
    return row;
  }

  /** Keeps a crowd within what can hang. */
  keepApart(crowd: Crowd): void {
    const indices: number[] = [];
    this.paths.forEach((column, i) => {
      if (column && isIn(crowd, column.unit, column.held)) indices.push(i);
    });
    const row = this.row(
      -this.highs.infinity,
      crowd.most,
      indices,
      indices.map(() => 1),
    );
    this.crowded.push({ crowd, row });
    this.isAnother = true;
  }

  /** By battery, sort and slot: how much of it hangs there. */
  held(values: Float64Array): Float64Array {
    const { scarce } = this;
    const { rounds, sorts, problem } = scarce;
    const held = new Float64Array(problem.units.length * sorts * rounds);
    this.paths.forEach((column, i) => {
      if (!column || values[i]! < 1e-9) return;
      for (const { sort, from, to } of column.held) {
        const at = (column.unit.index * sorts + sort) * rounds;
        for (let slot = from; slot < to; slot++) held[at + slot]! += values[i]!;
      }
    });
    return held;
  }

  /** How often each is entered up to each round, where they share it. */
  *enteredUpTo(values: Float64Array): Generator<Entered & { readonly times: number }> {
    for (const [way, companies] of this.scarce.companies.entries()) {
      for (const [company, { units }] of companies.entries()) {
        if (units.length < 2) continue;
        let times = 0;
        for (const [round, column] of this.entered[way]![company]!.entries()) {
          if (column !== NO_ROW) times += values[column]!;
          yield { way, company, round, times };
        }
      }
    }
  }

  /** Solves it, fractions of paths allowed; null: the solver came to no end. */
  solve(): Solved | null {
    const { model } = this;
    model.options.set({ simplex_strategy: this.isAnother ? DUAL : PRIMAL });
    this.isAnother = false;
    model.run();
    if (model.getModelStatus() !== this.highs.constants.modelStatus.optimal) return null;
    const { rowDual, colValue } = model.getSolution();
    return {
      minutes: model.getObjectiveValue(),
      prices: this.pricesOf(rowDual),
      worth: Float64Array.from(this.oneOf, (row) => rowDual[row]!),
      paths: this.mostWalked(colValue),
      values: colValue,
    };
  }

  private pricesOf(rowDual: Float64Array): Prices {
    const { scarce } = this;
    const { rounds } = scarce;
    const prices = new Prices(scarce);
    const read = (rows: Int32Array, into: Float64Array) => {
      for (let i = 0; i < rows.length; i++) {
        into[i] = rows[i] === NO_ROW ? 0 : Math.max(0, -rowDual[rows[i]!]!);
      }
    };
    read(this.minuteRow, prices.minute);
    read(this.channelRow, prices.channel);
    read(this.outletRow, prices.outlet);
    read(this.airRow, prices.air);
    for (const { crowd, row } of this.crowded) {
      const price = Math.max(0, -rowDual[row]!);
      prices.crowds += price * crowd.most;
      for (const { unit, sort } of crowd.members) {
        prices.crowd[(unit.index * scarce.sorts + sort) * rounds + crowd.slot]! += price;
      }
    }
    for (const [w, companies] of scarce.companies.entries()) {
      const shares = prices.shares[w]!;
      const rows = this.entersRow[w]!;
      for (const [n, { units, minutes }] of companies.entries()) {
        if (units.length < 2) continue;
        const demanded = this.demanded.filter(({ way, company }) => way === w && company === n);
        for (let r = 0; r < rounds; r++) {
          const there: number[] = [];
          for (const { index, lastRound } of units) {
            if (lastRound >= r) there.push(index * rounds + r);
          }
          const rate = 1 + prices.minute[r]!;
          // What a demand of a later round adds, or pays.
          let more = 0;
          for (const { round, row } of demanded) if (round >= r) more -= rowDual[row]!;
          const whole = Math.max(0, minutes + more / rate);
          shareOut(shares, there, whole, rate, rows, rowDual, this.enteredMost === 1);
        }
      }
    }
    return prices;
  }

  /**
   * The best whole plan of the paths that it has, as far as it is found within `spanMs`; null:
   * none. Which charger of a sort each hangs on is left open.
   */
  whole(spanMs: number, now: () => number): (Path | null)[] | null {
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
    if (!values) return null;
    return this.mostWalked(values);
  }

  private mostWalked(values: Float64Array): (Path | null)[] {
    const { units } = this.scarce.problem;
    const chosen: (Path | null)[] = units.map(() => null);
    const share = new Float64Array(units.length).fill(1e-6);
    this.paths.forEach((column, i) => {
      if (!column || values[i]! <= share[column.unit.index]!) return;
      share[column.unit.index] = values[i]!;
      chosen[column.unit.index] = column.path;
    });
    return chosen;
  }
}

/**
 * Shares of what is entered in a round, as the programme has them; what it says nothing of, evenly. They
 * may be more than the whole where it is entered once and more would come (`mayBeMore`).
 */
function shareOut(
  shares: Float64Array,
  there: readonly number[],
  minutes: number,
  rate: number,
  rows: Int32Array,
  rowDual: Float64Array,
  mayBeMore: boolean,
): void {
  let sum = 0;
  let open = 0;
  for (const at of there) {
    shares[at] = rows[at] === NO_ROW ? 0 : Math.max(0, -rowDual[rows[at]!]!) / rate;
    sum += shares[at]!;
    if (rows[at] === NO_ROW) open++;
  }
  if (sum > minutes && mayBeMore) return;
  if (sum > minutes) {
    for (const at of there) shares[at] = (shares[at]! * minutes) / sum;
    return;
  }
  const left = minutes - sum;
  for (const at of there) {
    if (open === 0) shares[at] = shares[at]! + left / there.length;
    else if (rows[at] === NO_ROW) shares[at] = left / open;
  }
}
