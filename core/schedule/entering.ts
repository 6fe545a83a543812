import type { Prices, Scarce } from './prices';
import { NONE, type Programme } from './programme';
import type { Unit } from './unit';

/** How often something on the way is entered up to a round. */
export interface Entered {
  readonly way: number;
  readonly company: number;
  readonly round: number;
}

/** How often that is in a plan; in parts of plans not a whole number. */
export interface Times extends Entered {
  readonly times: number;
}

/** That it is entered at least, and at most, so often. */
export interface Demand extends Entered {
  readonly least: number;
  readonly most: number;
}

/**
 * What is entered on the way, in the programme of a season: once in a round for all of a company who are
 * visited then. It can be demanded how often.
 */
export class Entering {
  /** By way, battery and round: who comes there enters. */
  private readonly entersRow: readonly Int32Array[];
  /** By way, company and round: it is entered. */
  private readonly entered: readonly (readonly Int32Array[])[];
  /** By way and battery: its company. */
  private readonly companyOf: readonly Int32Array[];
  private readonly counted: (Entered & { readonly row: number })[] = [];
  /** Nothing is entered twice in a round: said only where something is demanded. */
  private most: number;
  private demands: readonly Demand[] = [];

  constructor(
    private readonly programme: Programme,
    private readonly scarce: Scarce,
    private readonly minutesOf: (round: number) => number,
  ) {
    const { rounds, problem, companies } = scarce;
    const none = (length: number) => new Int32Array(length).fill(NONE);
    this.most = programme.infinity;
    this.entersRow = companies.map(() => none(problem.units.length * rounds));
    this.entered = companies.map((list) => list.map(() => none(rounds)));
    this.companyOf = companies.map((list) => {
      const of = none(problem.units.length);
      list.forEach((company, n) => company.units.forEach(({ index }) => (of[index] = n)));
      return of;
    });
  }

  /** Minutes that a visit enters alone, and the rows of what it enters with others. */
  byVisit(unit: Unit, round: number): { readonly minutes: number; readonly rows: number[] } {
    let minutes = 0;
    const rows: number[] = [];
    for (const [way, companies] of this.scarce.companies.entries()) {
      const company = this.companyOf[way]![unit.index]!;
      if (company < 0) continue;
      if (companies[company]!.units.length === 1) minutes += companies[company]!.minutes;
      else rows.push(this.enters({ way, company, round }, unit));
    }
    return { minutes, rows };
  }

  /** The row that says: who comes there enters what is on the way. */
  private enters(what: Entered, unit: Unit): number {
    const rows = this.entersRow[what.way]!;
    const at = unit.index * this.scarce.rounds + what.round;
    if (rows[at] === NONE) {
      rows[at] = this.programme.row(-this.programme.infinity, 0, [this.column(what)], [-1]);
    }
    return rows[at]!;
  }

  /** The column that says: it is entered in that round; made when it is first needed. */
  private column({ way, company, round }: Entered): number {
    const entered = this.entered[way]![company]!;
    if (entered[round] === NONE) {
      const { minutes } = this.scarce.companies[way]![company]!;
      const rows = this.countedOf(way, company).filter((one) => one.round >= round);
      entered[round] = this.programme.column(
        minutes,
        [this.minutesOf(round), ...rows.map(({ row }) => row)],
        [minutes, ...rows.map(() => 1)],
        this.most,
      );
    }
    return entered[round]!;
  }

  private countedOf = (way: number, company: number) =>
    this.counted.filter((one) => one.way === way && one.company === company);

  /** From now on nothing is entered twice in a round, so that a demand cannot be met by that. */
  once(): void {
    this.most = 1;
    for (const columns of this.entered.flat(1)) {
      for (const at of columns) if (at !== NONE) this.programme.model.changeColBounds(at, 0, 1);
    }
  }

  /** Demands these, and nothing that was demanded before. */
  demand(demands: readonly Demand[]): void {
    if (demands === this.demands) return;
    this.demands = demands;
    const { infinity } = this.programme;
    for (const { row } of this.counted) this.programme.between(row, -infinity, infinity);
    for (const { least, most, ...what } of demands) {
      this.programme.between(this.countRow(what), least, most);
    }
  }

  private countRow({ way, company, round }: Entered): number {
    const known = this.countedOf(way, company).find((one) => one.round === round);
    if (known) return known.row;
    // Those too that no path has asked for yet: a demand may be met by them.
    const columns = Array.from({ length: round + 1 }, (_, r) =>
      this.column({ way, company, round: r }),
    );
    const row = this.programme.count(columns, this.programme.infinity);
    this.counted.push({ way, company, round, row });
    return row;
  }

  /** How often each is entered up to each round, where they share it. */
  *upTo(values: Float64Array): Generator<Times> {
    for (const [way, companies] of this.scarce.companies.entries()) {
      for (const [company, { units }] of companies.entries()) {
        if (units.length < 2) continue;
        let times = 0;
        for (const [round, column] of this.entered[way]![company]!.entries()) {
          if (column !== NONE) times += values[column]!;
          yield { way, company, round, times };
        }
      }
    }
  }

  /** Reads what each pays of what is entered, by the prices of minutes that stand there already. */
  readShares({ shares, minute }: Prices, rowDual: Float64Array): void {
    const { companies, rounds } = this.scarce;
    for (const [way, list] of companies.entries()) {
      const rows = this.entersRow[way]!;
      for (const [company, { units, minutes }] of list.entries()) {
        if (units.length < 2) continue;
        const counted = this.countedOf(way, company);
        for (let r = 0; r < rounds; r++) {
          const there: number[] = [];
          for (const { index, lastRound } of units) {
            if (lastRound >= r) there.push(index * rounds + r);
          }
          const rate = 1 + minute[r]!;
          // What a demand of a later round adds, or pays.
          let more = 0;
          for (const { round, row } of counted) if (round >= r) more -= rowDual[row]!;
          const whole = Math.max(0, minutes + more / rate);
          shareOut(shares[way]!, there, whole, rate, rows, rowDual, this.most === 1);
        }
      }
    }
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
    shares[at] = rows[at] === NONE ? 0 : Math.max(0, -rowDual[rows[at]!]!) / rate;
    sum += shares[at]!;
    if (rows[at] === NONE) open++;
  }
  if (sum > minutes && mayBeMore) return;
  if (sum > minutes) {
    for (const at of there) shares[at] = (shares[at]! * minutes) / sum;
    return;
  }
  const left = minutes - sum;
  for (const at of there) {
    if (open === 0) shares[at] = shares[at]! + left / there.length;
    else if (rows[at] === NONE) shares[at] = left / open;
  }
}
