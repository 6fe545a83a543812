import type { Market } from './market';
import { chargeWorth } from './besides';
import { CONNECT, DISCONNECT, LAMP, LEVELS, READING } from './job-bits';
import { NEVER, dueRound, firstRoundFrom } from './round-days';
import { readyDay, socAt, type Unit } from './unit';
import type { Problem } from './problem';

/**
 * The least that is still to come for one battery, at a market's prices: its looks by their interval
 * and the way to each, and besides the jobs of its levels and charges. Nothing that a path can do costs
 * less, so what is dearer with it than a limit leads nowhere, and of labels those are promising that are
 * cheap with it.
 */
class Ahead {
  /** What is dearer than this leads nowhere. */
  limit = Infinity;
  /** The round that is decided. */
  private round = 0;
  private isKnown = false;
  private isKept = false;
  /** How many rounds there are for it. */
  private rounds = 0;
  private problem!: Problem;
  /** Of looks and of levels, by the round in which the next one is due. */
  private looks = new Float64Array(0);
  private levels: Float64Array | null = null;
  /** Of charges, by the round in which it became full (0: as today, from 1 on). */
  private charges = new Float64Array(0);
  /** By charger and round: what it has cost to hang there from the first one on. */
  private held: Float64Array[] = [];
  /** Likewise, the least of `held` and all charges that follow, taken off in that round or later. */
  private after: Float64Array[] = [];

  /** Nothing is known of what is to come, where rules may be broken. */
  nothing(): void {
    this.isKnown = false;
    this.limit = Infinity;
  }

  /** Fills it for one battery. */
  fill(problem: Problem, unit: Unit, market: Market, limit: number): void {
    this.isKnown = true;
    this.isKept = unit.kept !== null;
    this.limit = limit;
    this.rounds = unit.lastRound + 1;
    this.problem = problem;
    this.fillLooks(problem, unit, market);
    this.fillLevels(problem, unit);
    if (!this.isKept) this.fillCharges(problem, unit, market);
  }

  at(round: number): void {
    this.round = round;
  }

  /** For what hangs (or not: −1), is full since (or taken off by), and is next looked at. */
  least(charger: number, full: number, look: number, levels: number, ready: number): number {
    if (!this.isKnown) return 0;
    const { rounds } = this;
    let least = look < rounds ? this.looks[look]! : 0;
    if (this.levels && levels < rounds) least += this.levels[levels]!;
    if (this.isKept) return least;
    if (charger < 0) {
      if (full >= NEVER - 1) return least;
      return least + this.charges[full < 0 ? 0 : this.problem.roundUpTo[full]! + 1]!;
    }
    const off = Math.max(this.round + 1, ready > 0 ? firstRoundFrom(this.problem, ready) : 0);
    if (off >= rounds) return Infinity;
    return least + this.after[charger]![off]! - this.held[charger]![this.round]!;
  }

  /** Looks by interval, one after another. */
  private fillLooks(problem: Problem, unit: Unit, { entry }: Market): void {
    const { rounds } = this;
    const job = leastLook(problem);
    if (this.looks.length < rounds) this.looks = new Float64Array(rounds);
    // From the last round back: a look there, and all that follow it; then the least up to each.
    const from = new Float64Array(rounds);
    for (let r = rounds - 1; r >= 0; r--) {
      const due = dueRound(problem, problem.roundDay[r]!, unit.readingEvery, unit.until);
      let next = 0;
      if (due < rounds) {
        next = Infinity;
        for (let q = r + 1; q <= due; q++) next = Math.min(next, from[q]!);
      }
      from[r] = entry[r]! + job + next;
    }
    let best = Infinity;
    for (let r = 0; r < rounds; r++) {
      best = Math.min(best, from[r]!);
      this.looks[r] = best;
    }
  }

  /** Levels by interval, each as late as may be. */
  private fillLevels(problem: Problem, unit: Unit): void {
    this.levels = null;
    if (unit.levelsEvery >= 10 * NEVER) return;
    const { rounds } = this;
    const levels = new Float64Array(rounds);
    for (let r = rounds - 1; r >= 0; r--) {
      const due = dueRound(problem, problem.roundDay[r]!, unit.levelsEvery, unit.until);
      levels[r] = problem.jobMinutes[LEVELS]! + (due < rounds ? levels[due]! : 0);
    }
    this.levels = levels;
  }

  /**
   * Charges, one after another: each begun before it fails, ended when it is full and before it is due;
   * of taking off what is more than a look, and of hanging the lamps that a week of it asks for.
   */
  private fillCharges(problem: Problem, unit: Unit, market: Market): void {
    const { rounds } = this;
    const { jobMinutes, roundDay } = problem;
    const many = market.chargers.length;
    this.makeRoom(many);
    const { charges, held, after } = this;
    const lamp = unit.lampEvery < NEVER ? jobMinutes[LAMP]! : 0;
    const hungDay = unit.worth?.hungDay ?? 0;
    for (let k = 0; k < many; k++) {
      const price = market.price?.[k];
      const mine = held[k]!;
      mine[0] = 0;
      for (let r = 1; r < rounds; r++) {
        const days = roundDay[r]! - roundDay[r - 1]!;
        mine[r] =
          mine[r - 1]! +
          (price ? price[r - 1]! : 0) +
          (lamp * days) / unit.lampEvery +
          hungDay * days;
      }
      after[k]![rounds] = Infinity;
    }
    const takeOff = jobMinutes[DISCONNECT]! - leastLook(problem);
    for (let since = rounds; since >= 0; since--) {
      const full = since > 0 ? roundDay[since - 1]! : -1;
      const next = this.nextCharge(problem, unit, market, since, full);
      charges[since] = next;
      if (since === 0) break;
      for (let k = 0; k < many; k++) {
        const mine = after[k]!;
        // The last lamp falls together with taking it off.
        const ended = held[k]![since - 1]! - lamp + takeOff + next;
        mine[since - 1] = Math.min(mine[since]!, ended);
      }
    }
  }

  /** The least that charges take of a battery that became full in the round before `since`. */
  private nextCharge(
    problem: Problem,
    unit: Unit,
    market: Market,
    since: number,
    full: number,
  ): number {
    const { rounds, held, after } = this;
    const { jobMinutes, roundDay } = problem;
    const lastFull = since > 0 ? full : unit.lastFull;
    const due = dueRound(problem, lastFull, unit.rechargeEvery, unit.until);
    const fails = unit.failsAt(full);
    const isFull = !unit.collected || socAt(unit, full, unit.until) >= unit.collectSocPct;
    if (fails > unit.until && due >= NEVER && isFull) return 0;
    // What is overdue today is charged at once, and ends when it may.
    const last = since === 0 && due <= unit.firstRound ? rounds - 1 : Math.min(due, rounds - 1);
    let least = Infinity;
    for (let r = Math.max(since, unit.firstRound); r < last && roundDay[r]! < fails; r++) {
      if (market.entry[r] === Infinity) continue;
      const socPct = socAt(unit, full, roundDay[r]!);
      for (const k of market.offers[r]!) {
        const ready = readyDay(unit, socPct, unit.ampsOn[market.chargers[k]!]!, roundDay[r]!);
        const off = firstRoundFrom(problem, ready);
        if (off > last) continue;
        const begun = jobMinutes[CONNECT]! + chargeWorth(unit, full, roundDay[r]!);
        least = Math.min(least, begun + after[k]![off]! - held[k]![r]!);
      }
    }
    return Math.max(0, least);
  }

  private makeRoom(chargers: number): void {
    const { rounds } = this;
    while (this.held.length < chargers) {
      this.held.push(new Float64Array(0));
      this.after.push(new Float64Array(0));
    }
    for (let k = 0; k < chargers; k++) {
      if (this.held[k]!.length > rounds) continue;
      this.held[k] = new Float64Array(rounds + 1);
      this.after[k] = new Float64Array(rounds + 1);
    }
    if (this.charges.length <= rounds) this.charges = new Float64Array(rounds + 1);
  }
}

/** The least job that is a look. */
const leastLook = ({ jobMinutes }: Problem) =>
  Math.min(jobMinutes[READING]!, jobMinutes[DISCONNECT]!);

/** For the search that is under way. */
export const ahead = new Ahead();
