import { MISS, UNDER, WANT, labels, lookAhead, lookNowhere, put, thin } from './labels';
import {
  CONNECT,
  DISCONNECT,
  HAND_BACK,
  LAMP,
  LEVELS,
  NEVER,
  READING,
  dueRound,
  firstRoundFrom,
  readyDay,
  socAt,
  type Problem,
  type Unit,
} from './problem';

/** One visit to a battery; the charger it is hung on, if it is. */
export interface PathVisit {
  readonly round: number;
  readonly jobs: number;
  readonly charger: number;
}

/** All that is done for one battery, and what that leaves wanting. */
export interface Path {
  readonly visits: readonly PathVisit[];
  /** What it costs at the prices it was found for, penalties in it. */
  readonly cost: number;
  readonly penalty: number;
}

/** What the rest of the season leaves to one battery, and at which prices. */
export interface Market {
  /** By round: minutes of coming there at all. Infinite: closed. */
  readonly entry: Float64Array;
  /** By round: minutes that are left for its jobs. */
  readonly room: Float64Array;
  /** By round: what a minute of jobs costs. */
  readonly minute: Float64Array | null;
  /** Chargers that it may hang on. */
  readonly chargers: readonly number[];
  /** By charger (in that order) and round: a channel is free from that round to the next. */
  readonly open: readonly Uint8Array[];
  /** Likewise, what that costs. */
  readonly price: readonly Float64Array[] | null;
  /** By round: which of them are worth beginning a charge on. */
  readonly offers: readonly (readonly number[])[];
}

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
  const { roundDay, jobMinutes } = problem;
  const { entry, room, minute, open, price, offers } = market;
  const { until, firstRound, lastRound, tooCold } = unit;
  const all = labels;
  const minutesOfReading = jobMinutes[READING]!;
  // Holding to the end needs no charge, unless a charge were a cheaper look.
  const restCounts = minutesOfReading <= jobMinutes[CONNECT | DISCONNECT]!;
  const waters = unit.levelsEvery < 10 * NEVER;
  const due = (last: number, every: number) => dueRound(problem, last, every, until);
  /** What was last done before today. */
  const dueFirst = (last: number, every: number) => Math.max(firstRound, due(last, every));

  if (strict) lookAhead(problem, unit, market.entry, limit + 1e-9);
  else lookNowhere();
  all.size = 1;
  all.cost[0] = 0;
  all.penalty[0] = 0;
  all.wanted[0] = 0;
  all.parent[0] = -1;
  all.jobs[0] = 0;
  all.look[0] = dueFirst(unit.lastRead, unit.readingEvery);
  all.levels[0] = waters ? dueFirst(Math.max(-NEVER, unit.lastLevels), unit.levelsEvery) : NEVER;
  const hangs = unit.onCharge ?? unit.kept;
  all.charger[0] = hangs ? market.chargers.indexOf(hangs.charger) : -1;
  all.full[0] = hangs ? NEVER : -1;
  all.ready[0] = unit.onCharge ? unit.onCharge.ready : 0;
  all.lamp[0] = unit.onCharge
    ? dueFirst(unit.onCharge.since, unit.lampEvery)
    : unit.kept
      ? dueFirst(unit.lastRead, unit.lampEvery)
      : NEVER;
  const firstFullDue = dueFirst(unit.lastFull, unit.rechargeEvery);
  if (unit.onCharge) all.full[0] = offBy(problem, firstFullDue, all.ready[0]!);
  /** What distinguishes days of having been full: once it holds to the end, nothing. */
  const fullKey = (day: number): number =>
    restCounts &&
    unit.failsAt(day) > until &&
    fullDueOf(day) === NEVER &&
    (!unit.collected || socAt(unit, day, until) >= unit.collectSocPct)
      ? NEVER - 1
      : day;
  const fullDueOf = (day: number) => (day < 0 ? firstFullDue : due(day, unit.rechargeEvery));
  const holds = fullKey(-1);
  if (!hangs) all.full[0] = holds;

  let from = 0;
  let to = 1;
  for (let r = 0; r <= lastRound; r++) {
    const day = roundDay[r]!;
    const before = r > 0 ? roundDay[r - 1]! : -1;
    const pin = unit.pins.get(r);
    const wants = pin ? pin.jobs : 0;
    const way = r < firstRound ? Infinity : entry[r]!;
    const left = room[r]!;
    const rate = minute ? minute[r]! : 1;
    const isLast = r === lastRound;
    all.begin = to;
    all.size = to;
    for (let i = from; i < to; i++) {
      let cost = all.cost[i]!;
      let penalty = all.penalty[i]!;
      let wanted = all.wanted[i]!;
      const hung = all.charger[i]!;
      const fine = (amount: number) => {
        const sum = amount + (wanted ? 0 : WANT);
        wanted = 1;
        cost += sum;
        penalty += sum;
      };
      const lookDue = all.look[i]! <= r;
      const levelsDue = all.levels[i]! <= r;
      if (hung < 0) {
        const full = all.full[i]!;
        if (full < NEVER - 1 && unit.failsAt(full) <= day) {
          const days = failingDays(unit, full, before, day);
          if (days > 0) {
            if (strict) continue;
            fine(days * UNDER);
          }
        }
        if (wants & DISCONNECT) {
          if (strict) continue;
          fine(MISS);
        }
        const handBack = isLast && unit.collected ? HAND_BACK : 0;
        const must =
          (lookDue ? READING : 0) |
          (levelsDue ? LEVELS : 0) |
          (wants & ~(CONNECT | DISCONNECT | HAND_BACK)) |
          handBack;
        const fullDue = full === NEVER - 1 ? NEVER : fullDueOf(full);
        const canWait = !(wants & CONNECT) && (fullDue > r || (full < 0 && r > firstRound));
        const tooLate = fullDue <= r && !(full < 0 && fullDue <= firstRound && r === firstRound);
        if (tooLate && strict) continue;
        // Off, and not hung on.
        if (canWait || !strict) {
          const fines = (canWait ? 0 : MISS) + (tooLate ? MISS : 0);
          const base = fines > 0 ? fines + (wanted ? 0 : WANT) : 0;
          const w = fines > 0 ? 1 : wanted;
          if (must === 0) {
            put(
              cost + base,
              penalty + base,
              w,
              -1,
              full,
              all.look[i]!,
              all.levels[i]!,
              NEVER,
              0,
              i,
              0,
            );
          } else if (!strict && !(jobMinutes[must]! <= left && way < Infinity)) {
            const more = base + MISS + (w ? 0 : WANT);
            put(
              cost + more,
              penalty + more,
              1,
              -1,
              full,
              all.look[i]!,
              all.levels[i]!,
              NEVER,
              0,
              i,
              0,
            );
          }
          if (way < Infinity) {
            for (let extra = 0; extra < 4; extra++) {
              const jobs = must | (extra & 1 ? READING : 0) | (extra & 2 ? LEVELS : 0);
              if (jobs === 0 || (extra & 1 && must & READING) || (extra & 2 && must & LEVELS))
                continue;
              if (extra & 2 && !waters) continue;
              const minutes = jobMinutes[jobs]!;
              if (minutes > left) continue;
              put(
                cost + base + way + minutes * rate,
                penalty + base,
                w,
                -1,
                full,
                jobs & READING ? due(day, unit.readingEvery) : all.look[i]!,
                jobs & LEVELS && waters ? due(day, unit.levelsEvery) : all.levels[i]!,
                NEVER,
                0,
                i,
                jobs,
              );
            }
          }
        }
        if (isLast || way === Infinity || (wants && !(wants & CONNECT))) continue;
        if (full === NEVER - 1 && !(wants & CONNECT)) continue;
        // Hung on a charger.
        const soc = socAt(unit, full === NEVER - 1 ? fullOf(i) : full, day);
        for (const k of offers[r]!) {
          if (wants & CONNECT && pin!.charger >= 0 && market.chargers[k] !== pin!.charger) continue;
          const ready = readyDay(unit, soc, unit.ampsOn[market.chargers[k]!]!, day);
          if (ready > roundDay[lastRound]!) continue;
          const asap = full < 0 && fullDue <= firstRound && r === firstRound;
          const off = asap ? firstRoundFrom(problem, ready) : fullDue;
          const late = off < NEVER && roundDay[Math.min(off, lastRound)]! < ready;
          if (late && strict) continue;
          const fines = late ? MISS + (wanted ? 0 : WANT) : 0;
          const w = late ? 1 : wanted;
          const takenOff = late ? firstRoundFrom(problem, ready) : off;
          for (let extra = 0; extra < 4; extra++) {
            if ((extra & 1 && must & READING) || (extra & 2 && (must & LEVELS || !waters)))
              continue;
            const jobs = must | CONNECT | (extra & 1 ? READING : 0) | (extra & 2 ? LEVELS : 0);
            const minutes = jobMinutes[jobs]!;
            if (minutes > left) continue;
            put(
              cost + fines + way + minutes * rate,
              penalty + fines,
              w,
              k,
              takenOff,
              jobs & READING ? due(day, unit.readingEvery) : all.look[i]!,
              jobs & LEVELS && waters ? due(day, unit.levelsEvery) : all.levels[i]!,
              due(day, unit.lampEvery),
              ready,
              i,
              jobs,
            );
          }
        }
        continue;
      }
      // It hangs on a charger.
      if (r > 0) {
        if (!open[hung]![r - 1]) continue;
        if (price) cost += price[hung]![r - 1]!;
        if (tooCold && unit.kept === null && coldBetween(tooCold, before, day)) continue;
      }
      if (wants & CONNECT) {
        if (strict) continue;
        fine(MISS);
      }
      const lampDue = all.lamp[i]! <= r;
      const offBefore = all.full[i]!;
      const must =
        (lampDue ? LAMP : 0) |
        (lookDue ? READING : 0) |
        (levelsDue ? LEVELS : 0) |
        (wants & ~(CONNECT | DISCONNECT | HAND_BACK));
      const ends = isLast && (unit.collected || !unit.kept);
      const stays = !ends && !(wants & DISCONNECT) && offBefore > r;
      if (stays || (!strict && !ends)) {
        const fines = stays ? 0 : MISS + (wanted ? 0 : WANT);
        const w = stays ? wanted : 1;
        const keep = (jobs: number, more: number, nextW: number) =>
          put(
            cost + fines + more + (jobs ? way + jobMinutes[jobs]! * rate : 0),
            penalty + fines + more,
            nextW,
            hung,
            offBefore,
            jobs & READING ? due(day, unit.readingEvery) : all.look[i]!,
            jobs & LEVELS && waters ? due(day, unit.levelsEvery) : all.levels[i]!,
            jobs & LAMP ? due(day, unit.lampEvery) : all.lamp[i]!,
            all.ready[i]! <= day ? 0 : all.ready[i]!,
            i,
            jobs,
          );
        if (must === 0) keep(0, 0, w);
        else if (!strict && !(jobMinutes[must]! <= left && way < Infinity)) {
          keep(0, MISS + (w ? 0 : WANT), 1);
        }
        if (way < Infinity) {
          for (let extra = 0; extra < 8; extra++) {
            const more =
              (extra & 1 ? LAMP : 0) | (extra & 2 ? READING : 0) | (extra & 4 ? LEVELS : 0);
            if (more & must || (more & LEVELS && !waters)) continue;
            if (more & LAMP && unit.lampEvery >= NEVER) continue;
            if (more & READING && unit.kept) continue;
            const jobs = must | more;
            if (jobs === 0 || jobMinutes[jobs]! > left) continue;
            keep(jobs, 0, w);
          }
        }
      }
      if ((unit.kept && !ends) || day < all.ready[i]! || way === Infinity) continue;
      // Taken off: that is a look, and it is full.
      const takeOff =
        (must & ~(LAMP | READING)) |
        (wants & (LAMP | READING)) |
        DISCONNECT |
        (isLast && unit.collected ? HAND_BACK : 0);
      for (let extra = 0; extra < 2; extra++) {
        if (extra && (takeOff & LEVELS || !waters)) continue;
        const jobs = takeOff | (extra ? LEVELS : 0);
        const minutes = jobMinutes[jobs]!;
        if (minutes > left) continue;
        put(
          cost + way + minutes * rate,
          penalty,
          wanted,
          -1,
          fullKey(day),
          due(day, unit.readingEvery),
          jobs & LEVELS && waters ? due(day, unit.levelsEvery) : all.levels[i]!,
          NEVER,
          0,
          i,
          jobs,
        );
      }
    }
    thin(most);
    from = all.begin;
    to = all.size;
    if (from === to) return null;
  }

  let best = -1;
  let bestCost = Infinity;
  let bestPenalty = 0;
  for (let i = from; i < to; i++) {
    let extra = 0;
    const needs = (amount: number) => {
      extra += amount + (all.wanted[i] || extra > 0 ? 0 : WANT);
    };
    if (all.charger[i]! >= 0) {
      if (!unit.kept || unit.collected) needs(MISS);
    } else {
      const full = all.full[i]! === NEVER - 1 ? fullOf(i) : all.full[i]!;
      const last = lastRound >= 0 ? roundDay[lastRound]! : -1;
      const days = unit.failsAt(full) <= until ? failingDays(unit, full, last, until) : 0;
      if (days > 0) needs(days * UNDER);
      if (unit.collected && socAt(unit, full, until) < unit.collectSocPct) needs(MISS);
    }
    if (lastRound < 0 && unit.collected) needs(MISS);
    if (strict && extra > 0) continue;
    if (all.cost[i]! + extra < bestCost) {
      bestCost = all.cost[i]! + extra;
      bestPenalty = all.penalty[i]! + extra;
      best = i;
    }
  }
  if (best < 0) return null;
  const visits: PathVisit[] = [];
  for (let i = best, r = lastRound; i > 0; i = all.parent[i]!, r--) {
    const jobs = all.jobs[i]!;
    if (jobs === 0) continue;
    visits.push({
      round: r,
      jobs,
      charger: jobs & CONNECT ? market.chargers[all.charger[i]!]! : -1,
    });
  }
  visits.reverse();
  return { visits, cost: bestCost, penalty: bestPenalty };

  /** The day on which a label's battery was full, where the label only says that it holds. */
  function fullOf(label: number): number {
    let at = label;
    for (let r = roundOf(label); at > 0; at = all.parent[at]!, r--) {
      if (all.jobs[at]! & DISCONNECT) return roundDay[r]!;
    }
    return -1;
  }

  function roundOf(label: number): number {
    let depth = -1;
    for (let at = label; at > 0; at = all.parent[at]!) depth++;
    return depth;
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
