import { boundAt, type Bound } from './document';
import { bestPath } from './path';
import type { Path } from './visits';
import { Prices, type Scarce } from './prices';
import type { Problem } from './problem';
import type { Unit } from './unit';

/** Minutes over what a round has weigh as much as one channel over what there is. Our own choice. */
const MINUTES_OVER = 30;

/** What is proven to be needed, in minutes, and what else costs in it; `impossible`: no plan is legal. */
export interface Proven {
  readonly value: number;
  readonly impossible: boolean;
}

/** What is proven of a season's plans, as its document says it; null: nothing, or that none is legal. */
export const boundOf = (problem: Problem, { impossible, value }: Proven): Bound | null =>
  impossible || !Number.isFinite(value) ? null : boundAt(problem.document.prices, value);

/**
 * Minutes that no legal plan can do without, proven step by step: what is scarce is given a price, and
 * each battery finds its own cheapest path. Prices climb by subgradients, with a step after Polyak
 * toward the best plan known (M. L. Fisher, Management Science 27, 1981). It comes close slowly, but
 * each step takes no more than a path for each battery.
 */
export class LowerBound {
  /** The best so far; −Infinity before the first step. */
  value = -Infinity;
  /** Some battery cannot be kept by the rules whatever the others do: no plan is legal. */
  impossible = false;
  private readonly prices: Prices;
  private eager = 1;
  private stale = 0;

  constructor(private readonly scarce: Scarce) {
    this.prices = new Prices(scarce);
  }

  /** One step of the prices; `upper` is the cost of the best plan known. */
  step(upper: number): void {
    const { problem, rounds } = this.scarce;
    if (this.impossible || rounds === 0) return;
    const bought = new Bought(this.scarce);
    let sum = -this.prices.worth();
    for (const unit of problem.units) {
      const market = this.prices.market(unit);
      const guess = bestPath(problem, unit, market, true, Infinity, 16);
      const path = bestPath(problem, unit, market, true, guess ? guess.cost : Infinity) ?? guess;
      if (!path) {
        this.impossible = true;
        this.value = -Infinity;
        return;
      }
      sum += path.cost;
      bought.add(unit, path);
    }
    if (sum > this.value + 1e-6) {
      if (sum > this.value + 0.01) this.stale = 0;
      this.value = sum;
    } else if (++this.stale >= 5) {
      this.eager *= 0.7;
      this.stale = 0;
    }
    this.climb(bought, this.eager * Math.max(0.01 * Math.abs(upper), upper - sum));
  }

  /** Whoever comes oftener than his share pays more of it, and what is sold over what there is rises. */
  private climb(bought: Bought, gap: number): void {
    const { scarce, prices } = this;
    const { rounds } = scarce;
    const { visits } = bought;
    let square = 0;
    for (const companies of scarce.companies) {
      for (const { units } of companies) {
        if (units.length < 2) continue;
        for (let r = 0; r < rounds; r++) {
          let came = 0;
          for (const { index } of units) came += visits[index * rounds + r]!;
          square += came * (1 - came / units.length);
        }
      }
    }
    bought.enter(prices);
    const goods = [
      { price: prices.minute, over: bought.minute, weight: 1 / MINUTES_OVER },
      { price: prices.channel, over: bought.channel, weight: 1 },
      { price: prices.outlet, over: bought.outlet, weight: 1 },
      { price: prices.air, over: bought.air, weight: 1 },
    ];
    for (const { price, over, weight } of goods) {
      for (let i = 0; i < price.length; i++) {
        if (over[i]! > 0 || price[i]! > 0) square += (weight * over[i]!) ** 2;
      }
    }
    if (square === 0) return;
    const step = gap / square;
    scarce.companies.forEach((companies, w) => {
      const shares = prices.shares[w]!;
      for (const { units, minutes } of companies) {
        for (let r = 0; r < rounds; r++) {
          const there = units.filter(({ lastRound }) => lastRound >= r);
          if (there.length < 2) continue;
          const at = there.map(({ index }) => index * rounds + r);
          for (const i of at) shares[i] = shares[i]! + step * visits[i]!;
          ontoSimplex(shares, at, minutes);
        }
      }
    });
    for (const { price, over, weight } of goods) {
      for (let i = 0; i < price.length; i++) {
        if (over[i]! === -Infinity) continue;
        price[i] = Math.max(0, price[i]! + step * over[i]! * weight * weight);
      }
    }
  }
}

/** What the paths of all batteries buy together, over what there is; and who comes where. */
class Bought {
  readonly visits: Uint8Array;
  readonly minute: Float64Array;
  readonly channel: Float64Array;
  readonly outlet: Float64Array;
  readonly air: Float64Array;

  constructor(private readonly scarce: Scarce) {
    const { rounds, problem, channels, outlets, air } = scarce;
    const byHall = (there: Float64Array) =>
      Float64Array.from(
        { length: there.length * rounds },
        (_, i) => -there[Math.floor(i / rounds)]!,
      );
    this.visits = new Uint8Array(problem.units.length * rounds);
    this.minute = new Float64Array(rounds).fill(-problem.roundMinutes);
    this.channel = channels.map((there) => -there);
    this.outlet = byHall(outlets);
    this.air = byHall(air);
  }

  add(unit: Unit, path: Path): void {
    const { rounds, problem, channelsOfOne } = this.scarce;
    const more = (of: Float64Array, at: number, amount: number) => (of[at] = of[at]! + amount);
    for (const { round, jobs } of path.visits) {
      this.visits[unit.index * rounds + round] = 1;
      more(this.minute, round, problem.jobMinutes[jobs]!);
    }
    for (const { sort, from, to } of this.scarce.heldBy(unit, path)) {
      for (let slot = from; slot < to; slot++) {
        more(this.channel, sort * rounds + slot, 1);
        more(this.outlet, unit.hall * rounds + slot, 1 / channelsOfOne[sort]!);
        more(this.air, unit.hall * rounds + slot, unit.air);
      }
    }
  }

  /** Adds what they enter, at their shares of it. */
  enter({ shares }: Prices): void {
    const { rounds } = this.scarce;
    for (let at = 0; at < this.visits.length; at++) {
      if (!this.visits[at]) continue;
      for (const share of shares) {
        this.minute[at % rounds] = this.minute[at % rounds]! + share[at]!;
      }
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
