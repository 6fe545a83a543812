import { bestPath, type Market } from './path';
import { CONNECT, type Problem, type Unit } from './problem';
import { hangings } from './usage';

/**
 * Minutes that no legal plan can do without, proven step by step.
 *
 * Places and halls entered, stops made, minutes of a round and channels are what couples the
 * batteries. Each is given a price; then every battery finds its own shortest path at those prices,
 * and the sum of their costs, less the worth of what there is to sell, is under every legal plan
 * (Lagrange's relaxation: M. L. Fisher, Management Science 27, 1981). What a place, a hall or a stop
 * costs is shared out among the batteries that may be visited there in that round: shares that
 * sum to the whole keep the bound true. Prices climb by subgradients, with a step after Polyak
 * toward the best plan known.
 */
export class LowerBound {
  /** The best so far; −Infinity before the first step. */
  value = -Infinity;
  /** Some battery cannot be kept by the rules whatever the others do: no plan is legal. */
  impossible = false;
  private readonly rounds: number;
  /** What is entered on each way: who may come there, what it takes, and by battery and round what each pays. */
  private readonly ways: readonly {
    readonly groups: readonly { readonly units: readonly Unit[]; readonly minutes: number }[];
    readonly shares: Float64Array;
  }[];
  /** Prices of a minute of each round, and of a channel of each sort of charger in each slot. */
  private readonly minutePrice: Float64Array;
  private readonly channelPrice: Float64Array;
  private readonly channels: Float64Array;
  private readonly sortOf: Int32Array;
  private eager = 1;
  private stale = 0;

  constructor(private readonly problem: Problem) {
    const rounds = problem.roundDay.length;
    this.rounds = rounds;
    const many = problem.units.length * rounds;
    this.minutePrice = new Float64Array(rounds);
    this.sortOf = Int32Array.from(problem.chargers, ({ sort }) => sort);
    this.channelPrice = new Float64Array(problem.sorts * rounds);
    this.channels = new Float64Array(problem.sorts * rounds);
    problem.chargers.forEach(({ channels, from, sort }) => {
      for (let r = Math.min(from, rounds); r < rounds; r++) {
        this.channels[sort * rounds + r] = this.channels[sort * rounds + r]! + channels;
      }
    });
    this.ways = problem.ways.map(({ minutes, of }) => ({
      groups: Array.from(minutes, (takes, n) => ({
        units: problem.units.filter(({ index }) => of[index] === n),
        minutes: takes,
      })).filter((group) => group.minutes > 0),
      shares: new Float64Array(many),
    }));
    for (const { groups, shares } of this.ways) {
      for (const { units, minutes } of groups) {
        for (let r = 0; r < rounds; r++) {
          const there = units.filter(({ lastRound }) => lastRound >= r);
          for (const unit of there) shares[unit.index * rounds + r] = minutes / there.length;
        }
      }
    }
  }

  /** One step of the prices; `upper` is the cost of the best plan known. */
  step(upper: number): void {
    const { problem, rounds } = this;
    if (this.impossible || rounds === 0) return;
    const visits = new Uint8Array(problem.units.length * rounds);
    const used = new Float64Array(this.channels.length);
    const minutes = new Float64Array(rounds);
    let sum = 0;
    for (const unit of problem.units) {
      const market = this.marketOf(unit);
      const guess = bestPath(problem, unit, market, true, Infinity, 16);
      const path = bestPath(problem, unit, market, true, guess ? guess.cost : Infinity) ?? guess;
      if (!path) {
        this.impossible = true;
        this.value = -Infinity;
        return;
      }
      sum += path.cost;
      for (const { round, jobs } of path.visits) {
        visits[unit.index * rounds + round] = 1;
        minutes[round] = minutes[round]! + problem.jobMinutes[jobs]!;
      }
      for (const { charger, from, to } of hangings(problem, unit, path)) {
        const sort = this.sortOf[charger]!;
        for (let slot = from; slot < to; slot++) {
          used[sort * rounds + slot] = used[sort * rounds + slot]! + 1;
        }
      }
    }
    for (let r = 0; r < rounds; r++) sum -= this.minutePrice[r]! * problem.roundMinutes;
    for (let i = 0; i < used.length; i++) sum -= this.channelPrice[i]! * this.channels[i]!;
    if (sum > this.value + 1e-6) {
      if (sum > this.value + 0.01) this.stale = 0;
      this.value = sum;
    } else if (++this.stale >= 5) {
      this.eager *= 0.7;
      this.stale = 0;
    }
    this.climb(upper, sum, visits, used, minutes);
  }

  private marketOf(unit: Unit): Market {
    const { problem, rounds } = this;
    const entry = new Float64Array(rounds);
    const minute = new Float64Array(rounds);
    for (let r = 0; r < rounds; r++) {
      const at = unit.index * rounds + r;
      minute[r] = 1 + this.minutePrice[r]!;
      // Coming there takes minutes of the round as well.
      entry[r] = this.shareAt(at) * minute[r]!;
    }
    const hangs = unit.onCharge ?? unit.kept;
    const sorts = [...new Set(unit.chargers.map((charger) => this.sortOf[charger]!))];
    const chargers = sorts.map((sort) =>
      unit.chargers.find((charger) => this.sortOf[charger] === sort)!,
    );
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
    const price = chargers.map((charger) => {
      const sort = this.sortOf[charger]!;
      return this.channelPrice.subarray(sort * rounds, (sort + 1) * rounds);
    });
    const offered = chargers.flatMap((charger, k) => (unit.chargers.includes(charger) ? [k] : []));
    return {
      entry,
      room: new Float64Array(rounds).fill(Infinity),
      minute,
      chargers,
      open,
      price,
      offers: Array.from({ length: rounds }, (_, r) => offered.filter((k) => open[k]![r])),
    };
  }

  /** What a battery pays in a round for all that is entered on the way to it. */
  private shareAt(at: number): number {
    let sum = 0;
    for (const { shares } of this.ways) sum += shares[at]!;
    return sum;
  }

  private climb(
    upper: number,
    sum: number,
    visits: Uint8Array,
    used: Float64Array,
    minutes: Float64Array,
  ): void {
    const { problem, rounds } = this;
    const gap = Math.max(0.01 * Math.abs(upper), upper - sum);
    // Subgradients: who comes where more than his share, and what is sold more than there is.
    let square = 0;
    for (const { groups } of this.ways) {
      for (const { units } of groups) {
        for (let r = 0; r < rounds; r++) {
          let came = 0;
          for (const { index } of units) came += visits[index * rounds + r]!;
          if (units.length > 1) square += came * (1 - came / units.length);
        }
      }
    }
    const overMinutes = new Float64Array(rounds);
    for (let r = 0; r < rounds; r++) {
      let entered = 0;
      for (const unit of problem.units) {
        const at = unit.index * rounds + r;
        if (visits[at]) entered += this.shareAt(at);
      }
      overMinutes[r] = minutes[r]! + entered - problem.roundMinutes;
      if (overMinutes[r]! > 0 || this.minutePrice[r]! > 0) square += (overMinutes[r]! / 30) ** 2;
    }
    for (let i = 0; i < used.length; i++) {
      const over = used[i]! - this.channels[i]!;
      if (over > 0 || this.channelPrice[i]! > 0) square += over * over;
    }
    if (square === 0) return;
    const step = (this.eager * gap) / square;
    for (const { groups, shares } of this.ways) {
      for (const { units, minutes: takes } of groups) {
        const there: number[] = [];
        for (let r = 0; r < rounds; r++) {
          there.length = 0;
          for (const { index, lastRound } of units)
            if (lastRound >= r) there.push(index * rounds + r);
          if (there.length < 2) continue;
          for (const at of there) shares[at] = shares[at]! + step * visits[at]!;
          ontoSimplex(shares, there, takes);
        }
      }
    }
    for (let r = 0; r < rounds; r++) {
      this.minutePrice[r] = Math.max(0, this.minutePrice[r]! + (step * overMinutes[r]!) / 900);
    }
    for (let i = 0; i < used.length; i++) {
      this.channelPrice[i] = Math.max(
        0,
        this.channelPrice[i]! + step * (used[i]! - this.channels[i]!),
      );
    }
  }
}

/** The nearest shares that are not negative and sum to `total`. */
function ontoSimplex(shares: Float64Array, at: readonly number[], total: number): void {
  const sorted = at.map((i) => shares[i]!).sort((a, b) => b - a);
  let sum = 0;
  let level = 0;
  for (let i = 0; i < sorted.length; i++) {
    sum += sorted[i]!;
    const next = (sum - total) / (i + 1);
    if (sorted[i]! > next) level = next;
    else break;
  }
  for (const i of at) shares[i] = Math.max(0, shares[i]! - level);
}
