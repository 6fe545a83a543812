import type { Highs } from 'highs';
import { besidesOf } from './besides';
import type { Crowd } from './crowds';
import { Entering } from './entering';
import type { Path } from './visits';
import { Prices, type Held, type Scarce } from './prices';
import { NONE, Programme } from './programme';
import type { Unit } from './unit';

/** What leaving a battery without any of its paths costs in the programme, minutes. */
export const NO_PATH = 1e4;

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
  /** What is entered on the way. */
  readonly entering: Entering;
  private readonly programme: Programme;
  private readonly known = new Set<string>();
  /** By column of the programme: the path that it is, if it is one. */
  private readonly paths: (Column | undefined)[] = [];
  private readonly oneOf: Int32Array;
  private readonly minuteRow: Int32Array;
  private readonly channelRow: Int32Array;
  private readonly outletRow: Int32Array;
  private readonly airRow: Int32Array;
  private readonly crowded: { readonly crowd: Crowd; readonly row: number }[] = [];
  constructor(
    highs: Highs,
    private readonly scarce: Scarce,
  ) {
    const { rounds, problem } = scarce;
    const { units } = problem;
    const halls = problem.outlets.length;
    const none = (length: number) => new Int32Array(length).fill(NONE);
    this.programme = new Programme(highs);
    this.minuteRow = none(rounds);
    this.channelRow = none(scarce.sorts * rounds);
    this.outletRow = none(halls * rounds);
    this.airRow = none(halls * rounds);
    this.entering = new Entering(this.programme, scarce, (round) => this.minutesOf(round));
    this.oneOf = Int32Array.from(units, () => this.programme.row(1, 1));
    for (const row of this.oneOf) this.programme.column(NO_PATH, [row], [1]);
  }

  dispose(): void {
    this.programme.dispose();
  }

  /** The row at a place of a table, made when it is first needed: at most so much. */
  private limit(table: Int32Array, at: number, most: number): number {
    if (table[at] === NONE) table[at] = this.programme.row(-this.programme.infinity, most);
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
      const entered = this.entering.byVisit(unit, round);
      for (const row of entered.rows) takes(row, 1);
      const minutes = problem.jobMinutes[jobs]! + entered.minutes;
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
    const column = this.programme.column(cost, indices, values);
    this.paths[column] = { unit, path, held };
    return true;
  }

  /** Keeps a crowd within what can hang. */
  keepApart(crowd: Crowd): void {
    const indices: number[] = [];
    this.paths.forEach((column, i) => {
      if (column && isIn(crowd, column.unit, column.held)) indices.push(i);
    });
    const row = this.programme.count(indices, crowd.most);
    this.crowded.push({ crowd, row });
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

  /** Solves it, fractions of paths allowed; null: the solver came to no end. */
  solve(): Solved | null {
    const solved = this.programme.solve();
    if (!solved) return null;
    const { rowDual, colValue } = solved;
    return {
      minutes: this.programme.model.getObjectiveValue(),
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
        into[i] = rows[i] === NONE ? 0 : Math.max(0, -rowDual[rows[i]!]!);
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
    this.entering.readShares(prices, rowDual);
    return prices;
  }

  /**
   * The best whole plan of the paths that it has, as far as it is found within `spanMs`; null:
   * none. Which charger of a sort each hangs on is left open.
   */
  whole(spanMs: number, now: () => number): (Path | null)[] | null {
    const values = this.programme.whole(spanMs, now);
    return values && this.mostWalked(values);
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
