import type { Market } from './market';
import type { Path } from './visits';
import { CONNECT } from './job-bits';
import type { Problem } from './problem';
import type { Unit } from './unit';
import { hangings } from './usage';

/** Who shares what is entered on a way, and what entering it takes. */
export interface Company {
  readonly units: readonly Unit[];
  readonly minutes: number;
}

/** From one round to another on a sort of charger. */
export interface Held {
  readonly sort: number;
  readonly from: number;
  readonly to: number;
}

/**
 * What couples the batteries of a season, with how much of it there is: minutes of rounds, channels
 * of each sort of charger, outlets and air of halls, and the ways that are entered once for all who
 * are visited on them. Every legal plan keeps within it; what a plan is granted here and not there
 * (a charger stands in one hall, its channels are whole) only makes what is proven with it smaller.
 */
export class Scarce {
  readonly rounds: number;
  readonly sorts: number;
  /** By sort and slot. */
  readonly channels: Float64Array;
  /** By hall; infinite: not limited. */
  readonly outlets: Float64Array;
  readonly air: Float64Array;
  /** The most channels of a charger of each sort: so many batteries take one outlet at least. */
  readonly channelsOfOne: Float64Array;
  readonly sortOf: Int32Array;
  /** By sort and slot: chargers of it that may be in use. */
  readonly standing: Float64Array;
  /** By way: those who share what is entered, and those who enter it alone. */
  readonly companies: readonly (readonly Company[])[];

  constructor(readonly problem: Problem) {
    const rounds = problem.roundDay.length;
    this.rounds = rounds;
    this.sorts = problem.sorts;
    this.sortOf = Int32Array.from(problem.chargers, ({ sort }) => sort);
    this.channels = new Float64Array(problem.sorts * rounds);
    this.channelsOfOne = new Float64Array(problem.sorts).fill(1);
    this.standing = new Float64Array(problem.sorts * rounds);
    for (const { channels, from, sort } of problem.chargers) {
      this.channelsOfOne[sort] = Math.max(this.channelsOfOne[sort]!, channels);
      for (let r = Math.min(from, rounds); r < rounds; r++) {
        this.more(sort, r, channels);
        this.standing[sort * rounds + r]!++;
      }
    }
    this.outlets = Float64Array.from(problem.outlets);
    this.air = Float64Array.from(problem.ventilation);
    // What hangs today does so whatever there is.
    const hangs = problem.outlets.length;
    const plugged = Array.from({ length: hangs }, () => new Set<number>());
    const breathed = new Float64Array(hangs);
    const standsToday = new Map<number, Set<string>>();
    for (const unit of problem.units) {
      const hung = unit.onCharge ?? unit.kept;
      if (!hung) continue;
      const { from, sort } = problem.chargers[hung.charger]!;
      for (let r = 0; r < Math.min(from, rounds); r++) this.more(sort, r, 1);
      plugged[unit.hall]!.add(hung.charger);
      // One that hangs in two halls today counts as two.
      const stands = standsToday.get(sort) ?? new Set();
      standsToday.set(sort, stands.add(`${hung.charger}/${unit.hall}`));
      breathed[unit.hall] = breathed[unit.hall]! + unit.air;
    }
    for (let hall = 0; hall < hangs; hall++) {
      this.outlets[hall] = Math.max(this.outlets[hall]!, plugged[hall]!.size);
      this.air[hall] = Math.max(this.air[hall]!, breathed[hall]!);
    }
    for (const [sort, { size }] of standsToday) {
      for (let at = sort * rounds; at < (sort + 1) * rounds; at++) {
        this.standing[at] = Math.max(this.standing[at]!, size);
      }
    }
    this.companies = problem.ways.map(({ minutes, of }) =>
      Array.from(minutes, (takes, n) => ({
        units: problem.units.filter(({ index }) => of[index] === n),
        minutes: takes,
      })).filter((company) => company.minutes > 0),
    );
  }

  private more(sort: number, round: number, channels: number): void {
    const at = sort * this.rounds + round;
    this.channels[at] = this.channels[at]! + channels;
  }

  /** What a path holds of chargers, by sort; nothing is held after a battery's last round. */
  heldBy(unit: Unit, path: Pick<Path, 'visits'>): Held[] {
    return hangings(this.problem, unit, path).map(({ charger, from, to }) => ({
      sort: this.sortOf[charger]!,
      from,
      to: Math.min(to, Math.max(unit.lastRound, from)),
    }));
  }
}

/**
 * A price for everything that is scarce. At any prices that are not negative, and shares of each
 * way that sum to the whole, what the batteries pay on their own cheapest paths, less the worth of
 * all that there is to sell, is under every legal plan (Lagrange's relaxation: M. L. Fisher,
 * Management Science 27, 1981).
 */
export class Prices {
  /** Of a minute, over itself, by round. */
  readonly minute: Float64Array;
  /** By sort and slot. */
  readonly channel: Float64Array;
  /** By hall and slot. */
  readonly outlet: Float64Array;
  readonly air: Float64Array;
  /** By way: what each battery pays of it in each round, minutes. */
  readonly shares: readonly Float64Array[];
  /** By battery, sort and slot: what hanging there costs where a crowd of them cannot. */
  readonly crowd: Float64Array;
  /** What those crowds pay that may hang there. */
  crowds = 0;

  constructor(readonly scarce: Scarce) {
    const { rounds, problem } = scarce;
    this.crowd = new Float64Array(problem.units.length * scarce.sorts * rounds);
    const halls = problem.outlets.length;
    this.minute = new Float64Array(rounds);
    this.channel = new Float64Array(scarce.sorts * rounds);
    this.outlet = new Float64Array(halls * rounds);
    this.air = new Float64Array(halls * rounds);
    this.shares = scarce.companies.map((companies) => {
      const shares = new Float64Array(problem.units.length * rounds);
      for (const { units, minutes } of companies) {
        for (let r = 0; r < rounds; r++) {
          const there = units.filter(({ lastRound }) => lastRound >= r);
          for (const unit of there) shares[unit.index * rounds + r] = minutes / there.length;
        }
      }
      return shares;
    });
  }

  private get all(): readonly Float64Array[] {
    return [this.minute, this.channel, this.outlet, this.air, this.crowd, ...this.shares];
  }

  /** Becomes `weight` of others and the rest of these. */
  toward(others: Prices, weight: number): this {
    const theirs = others.all;
    this.crowds += weight * (others.crowds - this.crowds);
    this.all.forEach((mine, i) => {
      const other = theirs[i]!;
      for (let at = 0; at < mine.length; at++) {
        mine[at] = mine[at]! + weight * (other[at]! - mine[at]!);
      }
    });
    return this;
  }

  /** What all that there is to sell is worth. */
  worth(): number {
    const { rounds, problem, channels, outlets, air } = this.scarce;
    let sum = this.crowds;
    for (let r = 0; r < rounds; r++) sum += this.minute[r]! * problem.roundMinutes;
    for (let i = 0; i < channels.length; i++) sum += this.channel[i]! * channels[i]!;
    for (let i = 0; i < this.outlet.length; i++) {
      const hall = Math.floor(i / rounds);
      if (this.outlet[i]! > 0) sum += this.outlet[i]! * outlets[hall]!;
      if (this.air[i]! > 0) sum += this.air[i]! * air[hall]!;
    }
    return sum;
  }

  /** What one battery finds at these prices. */
  market(unit: Unit): Market {
    const { scarce } = this;
    const { rounds } = scarce;
    const { chargers, open, offers } = standOf(scarce, unit);
    const entry = new Float64Array(rounds);
    const minute = new Float64Array(rounds);
    for (let r = 0; r < rounds; r++) {
      minute[r] = 1 + this.minute[r]!;
      let share = 0;
      for (const shares of this.shares) share += shares[unit.index * rounds + r]!;
      // Coming there takes minutes of the round as well.
      entry[r] = share * minute[r]!;
    }
    const price = chargers.map((charger) => {
      const sort = scarce.sortOf[charger]!;
      const each = new Float64Array(rounds);
      const crowd = (unit.index * scarce.sorts + sort) * rounds;
      for (let r = 0; r < rounds; r++) {
        const hall = unit.hall * rounds + r;
        each[r] =
          this.channel[sort * rounds + r]! +
          this.outlet[hall]! / scarce.channelsOfOne[sort]! +
          this.air[hall]! * unit.air +
          this.crowd[crowd + r]!;
      }
      return each;
    });
    return {
      entry,
      room: FREE(rounds),
      minute,
      chargers,
      open,
      price,
      dearer: dearerOf(price, open),
      offers,
    };
  }
}

/** What each may cost more at most than each other one, from each round on. */
function dearerOf(
  price: readonly Float64Array[],
  open: readonly Uint8Array[],
): readonly (readonly Float64Array[])[] {
  return price.map((mine, k) =>
    price.map((other, l) => {
      const more = new Float64Array(mine.length + 1);
      for (let r = mine.length - 1; r >= 0; r--) {
        const isShut = !open[k]![r] && open[l]![r];
        more[r] = more[r + 1]! + (isShut ? Infinity : Math.max(0, mine[r]! - other[r]!));
      }
      return more;
    }),
  );
}

const FREE = (rounds: number) => new Float64Array(rounds).fill(Infinity);

/** Where a battery may hang if nobody else were there: one charger of each sort. */
function standOf(scarce: Scarce, unit: Unit): Pick<Market, 'chargers' | 'open' | 'offers'> {
  const { problem, rounds, sortOf } = scarce;
  const hangs = unit.onCharge ?? unit.kept;
  const sorts = [...new Set(unit.chargers.map((charger) => sortOf[charger]!))];
  const chargers = sorts.map((sort) => unit.chargers.find((charger) => sortOf[charger] === sort)!);
  if (hangs && !chargers.includes(hangs.charger)) chargers.push(hangs.charger);
  // A pinned charger is offered by name.
  for (const { jobs, charger } of unit.pins.values()) {
    if (
      jobs & CONNECT &&
      charger >= 0 &&
      unit.chargers.includes(charger) &&
      !chargers.includes(charger)
    ) {
      chargers.push(charger);
    }
  }
  const open = chargers.map((charger) => {
    const from = hangs?.charger === charger ? 0 : problem.chargers[charger]!.from;
    const free = new Uint8Array(rounds);
    for (let slot = from; slot < rounds; slot++) free[slot] = 1;
    return free;
  });
  const offered = chargers.flatMap((charger, k) => (unit.chargers.includes(charger) ? [k] : []));
  return {
    chargers,
    open,
    offers: Array.from({ length: rounds }, (_, r) => offered.filter((k) => open[k]![r])),
  };
}
