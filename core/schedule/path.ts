import { ahead } from './ahead';
import type { Market } from './market';
import { MISS, UNDER, WANT, labels } from './labels';
import { chargeWorth } from './besides';
import { CONNECT, DISCONNECT, HAND_BACK, LAMP, LEVELS, READING } from './job-bits';
import { NEVER, dueRound, firstRoundFrom } from './round-days';
import { readyDay, socAt, type Unit } from './unit';
import type { Problem } from './problem';
import type { PathVisit, Path } from './visits';

/**
 * The cheapest way to keep one battery through the season at a market's prices: a shortest path
 * over the rounds, whose labels carry when it was full, when it is next looked at, and what it
 * hangs on; a label that is no better than another in anything is dropped, so the path is the
 * very best. `strict`: null where some rule must be broken; otherwise breaking one costs a
 * penalty, and the answer leaves the least wanting. What costs more than `limit` is not looked
 * at; with `most` labels in a round the path is a good one, and not surely the best.
 */
export function bestPath(
  problem: Problem,
  unit: Unit,
  market: Market,
  strict: boolean,
  limit = Infinity,
  most = Infinity,
): Path | null {
  return new PathSearch(problem, unit, market, strict).best(limit, most);
}

/** A search for one battery's best path: labels by round, each put where a decision leads. */
class PathSearch {
  /** Holding to the end needs no charge, unless a charge were a cheaper look. */
  private readonly restCounts: boolean;
  private readonly chargeMinutes: number;
  private readonly waters: boolean;
  private readonly firstFullDue: number;
  // The round that is decided.
  private r = 0;
  private day = 0;
  /** The day of the round before. */
  private before = -1;
  private wants = 0;
  private pinnedTo = -1;
  /** Minutes of coming there, infinite where nobody can; those left; what one costs. */
  private way = Infinity;
  private left = 0;
  private rate = 1;
  private isLast = false;
  // The label that is followed, with what it has cost so far.
  private cost = 0;
  private penalty = 0;
  private wanted = 0;

  constructor(
    private readonly problem: Problem,
    private readonly unit: Unit,
    private readonly market: Market,
    private readonly strict: boolean,
  ) {
    const { jobMinutes } = problem;
    this.chargeMinutes = jobMinutes[CONNECT | DISCONNECT]!;
    this.restCounts = jobMinutes[READING]! <= this.chargeMinutes;
    this.waters = unit.levelsEvery < 10 * NEVER;
    this.firstFullDue = this.dueFirst(unit.lastFull, unit.rechargeEvery);
  }

  best(limit: number, most: number): Path | null {
    const { problem, unit, market } = this;
    if (this.strict) ahead.fill(problem, unit, market, limit + 1e-9);
    else ahead.nothing();
    this.begin();
    let from = 0;
    let to = 1;
    for (let r = 0; r <= unit.lastRound; r++) {
      this.come(r);
      labels.openRound(to, r, market.dearer);
      for (let i = from; i < to; i++) {
        this.cost = labels.cost[i]!;
        this.penalty = labels.penalty[i]!;
        this.wanted = labels.wanted[i]!;
        const hung = labels.charger[i]!;
        if (hung < 0) this.off(i);
        else this.hanging(i, hung);
      }
      labels.closeRound(most);
      from = labels.begin;
      to = labels.size;
      if (from === to) return null;
    }
    return this.cheapest(from, to);
  }

  private due(last: number, every: number): number {
    return dueRound(this.problem, last, every, this.unit.until);
  }

  /** The same for what was last done before today. */
  private dueFirst(last: number, every: number): number {
    return Math.max(this.unit.firstRound, this.due(last, every));
  }

  private fullDueOf(day: number): number {
    return day < 0 ? this.firstFullDue : this.due(day, this.unit.rechargeEvery);
  }

  /** What distinguishes days of having been full: once it holds to the end, nothing. */
  private fullKey(day: number): number {
    const { unit } = this;
    return this.restCounts &&
      unit.failsAt(day) > unit.until &&
      this.fullDueOf(day) === NEVER &&
      // Nor would one more save in wear what it costs in time.
      this.endWorth(day) <= this.chargeMinutes &&
      (!unit.collected || socAt(unit, day, unit.until) >= unit.collectSocPct)
      ? NEVER - 1
      : day;
  }

  private begin(): void {
    const { unit, problem, market } = this;
    const hangs = unit.onCharge ?? unit.kept;
    labels.size = 1;
    labels.cost[0] = 0;
    labels.penalty[0] = 0;
    labels.wanted[0] = 0;
    labels.parent[0] = -1;
    labels.jobs[0] = 0;
    labels.look[0] = this.dueFirst(unit.lastRead, unit.readingEvery);
    labels.levels[0] = this.waters
      ? this.dueFirst(Math.max(-NEVER, unit.lastLevels), unit.levelsEvery)
      : NEVER;
    labels.charger[0] = hangs ? market.chargers.indexOf(hangs.charger) : -1;
    labels.ready[0] = unit.onCharge ? unit.onCharge.ready : 0;
    labels.lamp[0] = unit.onCharge
      ? this.dueFirst(unit.onCharge.since, unit.lampEvery)
      : unit.kept
        ? this.dueFirst(unit.lastRead, unit.lampEvery)
        : NEVER;
    labels.full[0] = unit.onCharge
      ? offBy(problem, this.firstFullDue, unit.onCharge.ready)
      : hangs
        ? NEVER
        : this.fullKey(-1);
    if (labels.full[0] === NEVER - 1) labels.cost[0] = this.endWorth(-1);
  }

  /** What is missing at its end, besides time: known as soon as nothing more is to be charged. */
  private endWorth(full: number): number {
    return chargeWorth(this.unit, full, this.unit.until);
  }

  private come(r: number): void {
    const { unit, market, problem } = this;
    const pin = unit.pins.get(r);
    this.r = r;
    ahead.at(r);
    this.day = problem.roundDay[r]!;
    this.before = r > 0 ? problem.roundDay[r - 1]! : -1;
    this.wants = pin ? pin.jobs : 0;
    this.pinnedTo = pin ? pin.charger : -1;
    this.way = r < unit.firstRound ? Infinity : market.entry[r]!;
    this.left = market.room[r]!;
    this.rate = market.minute ? market.minute[r]! : 1;
    this.isLast = r === unit.lastRound;
  }

  private fine(amount: number): void {
    const sum = amount + (this.wanted ? 0 : WANT);
    this.wanted = 1;
    this.cost += sum;
    this.penalty += sum;
  }

  /** When it is next looked at after these jobs, and when its levels are. */
  private lookAfter(i: number, jobs: number): number {
    return jobs & READING ? this.due(this.day, this.unit.readingEvery) : labels.look[i]!;
  }
  private levelsAfter(i: number, jobs: number): number {
    return jobs & LEVELS && this.waters
      ? this.due(this.day, this.unit.levelsEvery)
      : labels.levels[i]!;
  }

  /** It hangs on nothing. */
  private off(i: number): void {
    const { unit, strict, wants, r, day } = this;
    const full = labels.full[i]!;
    if (full < NEVER - 1 && unit.failsAt(full) <= day) {
      const days = failingDays(unit, full, this.before, day);
      if (days > 0) {
        if (strict) return;
        this.fine(days * UNDER);
      }
    }
    if (wants & DISCONNECT) {
      if (strict) return;
      this.fine(MISS);
    }
    const must =
      (labels.look[i]! <= r ? READING : 0) |
      (labels.levels[i]! <= r ? LEVELS : 0) |
      (wants & ~(CONNECT | DISCONNECT | HAND_BACK)) |
      (this.isLast && unit.collected ? HAND_BACK : 0);
    const fullDue = full === NEVER - 1 ? NEVER : this.fullDueOf(full);
    const canWait = !(wants & CONNECT) && (fullDue > r || (full < 0 && r > unit.firstRound));
    const isFirst = full < 0 && fullDue <= unit.firstRound && r === unit.firstRound;
    const tooLate = fullDue <= r && !isFirst;
    if (tooLate && strict) return;
    if (canWait || !strict) {
      const fines = (canWait ? 0 : MISS) + (tooLate ? MISS : 0);
      this.stayOff(i, must, full, fines);
    }
    if (this.isLast || this.way === Infinity || (wants && !(wants & CONNECT))) return;
    if (full === NEVER - 1 && !(wants & CONNECT)) return;
    this.hangOn(i, must, full, fullDue);
  }

  /** Off, and not hung on. */
  private stayOff(i: number, must: number, full: number, fines: number): void {
    const { cost, penalty, wanted, way, left, rate } = this;
    const { jobMinutes } = this.problem;
    const base = fines > 0 ? fines + (wanted ? 0 : WANT) : 0;
    const w = fines > 0 ? 1 : wanted;
    const stay = (more: number, nextW: number) =>
      labels.put(
        cost + base + more,
        penalty + base + more,
        nextW,
        -1,
        full,
        labels.look[i]!,
        labels.levels[i]!,
        NEVER,
        0,
        i,
        0,
      );
    if (must === 0) stay(0, w);
    else if (!this.strict && !(jobMinutes[must]! <= left && way < Infinity)) {
      stay(MISS + (w ? 0 : WANT), 1);
    }
    if (way === Infinity) return;
    for (let extra = 0; extra < 4; extra++) {
      const jobs = must | (extra & 1 ? READING : 0) | (extra & 2 ? LEVELS : 0);
      if (jobs === 0 || (extra & 1 && must & READING) || (extra & 2 && must & LEVELS)) continue;
      if (extra & 2 && !this.waters) continue;
      const minutes = jobMinutes[jobs]!;
      if (minutes > left) continue;
      labels.put(
        cost + base + way + minutes * rate,
        penalty + base,
        w,
        -1,
        full,
        this.lookAfter(i, jobs),
        this.levelsAfter(i, jobs),
        NEVER,
        0,
        i,
        jobs,
      );
    }
  }

  /** Hung on a charger. */
  private hangOn(i: number, must: number, full: number, fullDue: number): void {
    const { unit, market, problem, r, day, strict } = this;
    const { roundDay } = problem;
    const lastDay = roundDay[unit.lastRound]!;
    const isPinned = (this.wants & CONNECT) !== 0 && this.pinnedTo >= 0;
    const since = full === NEVER - 1 ? this.fullOf(i) : full;
    const soc = socAt(unit, since, day);
    const worth = chargeWorth(unit, since, day) - (full === NEVER - 1 ? this.endWorth(since) : 0);
    for (const k of market.offers[r]!) {
      const charger = market.chargers[k]!;
      if (isPinned && charger !== this.pinnedTo) continue;
      const ready = readyDay(unit, soc, unit.ampsOn[charger]!, day);
      if (ready > lastDay) continue;
      const asap = full < 0 && fullDue <= unit.firstRound && r === unit.firstRound;
      const off = asap ? firstRoundFrom(problem, ready) : fullDue;
      const late = off < NEVER && roundDay[Math.min(off, unit.lastRound)]! < ready;
      if (late && strict) continue;
      const takenOff = late ? firstRoundFrom(problem, ready) : off;
      this.hangThere(i, must, k, ready, takenOff, late, worth);
    }
  }

  private hangThere(
    i: number,
    must: number,
    k: number,
    ready: number,
    takenOff: number,
    late: boolean,
    worth: number,
  ): void {
    const { cost, penalty, wanted, way, left, rate } = this;
    const fines = late ? MISS + (wanted ? 0 : WANT) : 0;
    const w = late ? 1 : wanted;
    for (let extra = 0; extra < 4; extra++) {
      if ((extra & 1 && must & READING) || (extra & 2 && (must & LEVELS || !this.waters))) continue;
      const jobs = must | CONNECT | (extra & 1 ? READING : 0) | (extra & 2 ? LEVELS : 0);
      const minutes = this.problem.jobMinutes[jobs]!;
      if (minutes > left) continue;
      labels.put(
        cost + fines + worth + way + minutes * rate,
        penalty + fines,
        w,
        k,
        takenOff,
        this.lookAfter(i, jobs),
        this.levelsAfter(i, jobs),
        this.due(this.day, this.unit.lampEvery),
        ready,
        i,
        jobs,
      );
    }
  }

  /** It hangs on a charger. */
  private hanging(i: number, hung: number): void {
    const { unit, market, wants, r, day, strict } = this;
    if (r > 0) {
      if (!market.open[hung]![r - 1]) return;
      if (market.price) this.cost += market.price[hung]![r - 1]!;
      if (unit.worth && !unit.kept) this.cost += unit.worth.hungDay * (day - this.before);
      const { tooCold } = unit;
      if (tooCold && unit.kept === null && coldBetween(tooCold, this.before, day)) return;
    }
    if (wants & CONNECT) {
      if (strict) return;
      this.fine(MISS);
    }
    const must =
      (labels.lamp[i]! <= r ? LAMP : 0) |
      (labels.look[i]! <= r ? READING : 0) |
      (labels.levels[i]! <= r ? LEVELS : 0) |
      (wants & ~(CONNECT | DISCONNECT | HAND_BACK));
    const ends = this.isLast && (unit.collected || !unit.kept);
    const stays = !ends && !(wants & DISCONNECT) && labels.full[i]! > r;
    if (stays || (!strict && !ends)) this.stayOn(i, hung, must, stays);
    if ((unit.kept && !ends) || day < labels.ready[i]! || this.way === Infinity) return;
    this.takeOff(i, must);
  }

  private stayOn(i: number, hung: number, must: number, stays: boolean): void {
    const { unit, cost, penalty, wanted, way, left, rate, day } = this;
    const { jobMinutes } = this.problem;
    const fines = stays ? 0 : MISS + (wanted ? 0 : WANT);
    const w = stays ? wanted : 1;
    const keep = (jobs: number, more: number, nextW: number) =>
      labels.put(
        cost + fines + more + (jobs ? way + jobMinutes[jobs]! * rate : 0),
        penalty + fines + more,
        nextW,
        hung,
        labels.full[i]!,
        this.lookAfter(i, jobs),
        this.levelsAfter(i, jobs),
        jobs & LAMP ? this.due(day, unit.lampEvery) : labels.lamp[i]!,
        labels.ready[i]! <= day ? 0 : labels.ready[i]!,
        i,
        jobs,
      );
    if (must === 0) keep(0, 0, w);
    else if (!this.strict && !(jobMinutes[must]! <= left && way < Infinity)) {
      keep(0, MISS + (w ? 0 : WANT), 1);
    }
    if (way === Infinity) return;
    for (let extra = 0; extra < 8; extra++) {
      const more = (extra & 1 ? LAMP : 0) | (extra & 2 ? READING : 0) | (extra & 4 ? LEVELS : 0);
      if (more & must || (more & LEVELS && !this.waters)) continue;
      if (more & LAMP && unit.lampEvery >= NEVER) continue;
      if (more & READING && unit.kept) continue;
      const jobs = must | more;
      if (jobs === 0 || jobMinutes[jobs]! > left) continue;
      keep(jobs, 0, w);
    }
  }

  /** Taken off: that is a look, and it is full. */
  private takeOff(i: number, must: number): void {
    const { unit, wants, cost, penalty, wanted, way, left, rate, day } = this;
    const jobsOff =
      (must & ~(LAMP | READING)) |
      (wants & (LAMP | READING)) |
      DISCONNECT |
      (this.isLast && unit.collected ? HAND_BACK : 0);
    const full = this.fullKey(day);
    const worth = full === NEVER - 1 ? this.endWorth(day) : 0;
    for (let extra = 0; extra < 2; extra++) {
      if (extra && (jobsOff & LEVELS || !this.waters)) continue;
      const jobs = jobsOff | (extra ? LEVELS : 0);
      const minutes = this.problem.jobMinutes[jobs]!;
      if (minutes > left) continue;
      labels.put(
        cost + worth + way + minutes * rate,
        penalty,
        wanted,
        -1,
        full,
        this.due(day, unit.readingEvery),
        this.levelsAfter(i, jobs),
        NEVER,
        0,
        i,
        jobs,
      );
    }
  }

  /** The best of the last labels, with what the end leaves wanting. */
  private cheapest(from: number, to: number): Path | null {
    let best = -1;
    let bestCost = Infinity;
    let bestPenalty = 0;
    for (let i = from; i < to; i++) {
      const extra = this.leftAtEnd(i);
      if (this.strict && extra > 0) continue;
      const full = labels.full[i]!;
      const missing = labels.charger[i]! >= 0 || full === NEVER - 1 ? 0 : this.endWorth(full);
      if (labels.cost[i]! + missing + extra < bestCost) {
        bestCost = labels.cost[i]! + missing + extra;
        bestPenalty = labels.penalty[i]! + extra;
        best = i;
      }
    }
    if (best < 0) return null;
    return { visits: this.visitsTo(best), cost: bestCost, penalty: bestPenalty };
  }

  private leftAtEnd(i: number): number {
    const { unit, problem } = this;
    const { until, lastRound } = unit;
    let extra = 0;
    const needs = (amount: number) => {
      extra += amount + (labels.wanted[i] || extra > 0 ? 0 : WANT);
    };
    if (labels.charger[i]! >= 0) {
      if (!unit.kept || unit.collected) needs(MISS);
    } else {
      const full = labels.full[i]! === NEVER - 1 ? this.fullOf(i) : labels.full[i]!;
      const last = lastRound >= 0 ? problem.roundDay[lastRound]! : -1;
      const days = unit.failsAt(full) <= until ? failingDays(unit, full, last, until) : 0;
      if (days > 0) needs(days * UNDER);
      if (unit.collected && socAt(unit, full, until) < unit.collectSocPct) needs(MISS);
    }
    if (lastRound < 0 && unit.collected) needs(MISS);
    return extra;
  }

  private visitsTo(label: number): PathVisit[] {
    const visits: PathVisit[] = [];
    for (let i = label, r = this.unit.lastRound; i > 0; i = labels.parent[i]!, r--) {
      const jobs = labels.jobs[i]!;
      if (jobs === 0) continue;
      const charger = jobs & CONNECT ? this.market.chargers[labels.charger[i]!]! : -1;
      visits.push({ round: r, jobs, charger });
    }
    return visits.reverse();
  }

  /** The day on which a label's battery was full, where the label only says that it holds. */
  private fullOf(label: number): number {
    let depth = -1;
    for (let at = label; at > 0; at = labels.parent[at]!) depth++;
    for (let at = label, r = depth; at > 0; at = labels.parent[at]!, r--) {
      if (labels.jobs[at]! & DISCONNECT) return this.problem.roundDay[r]!;
    }
    return -1;
  }
}

/** Days in (`after`, `upTo`] on which it is under what it needs. */
export function failingDays(unit: Unit, full: number, after: number, upTo: number): number {
  let days = 0;
  for (let day = Math.max(after, full) + 1; day <= upTo; day++) {
    if (socAt(unit, full, day) < unit.floor[day]!) days++;
  }
  return days;
}

function coldBetween(tooCold: Uint8Array, from: number, to: number): boolean {
  for (let day = from; day < to; day++) if (tooCold[day]) return true;
  return false;
}

/** The round by which what hangs today is taken off: as due, or as soon as it may be. */
const offBy = (problem: Problem, due: number, ready: number): number =>
  due >= NEVER ? NEVER : Math.max(due, firstRoundFrom(problem, ready));
