import {
  CONNECT,
  DISCONNECT,
  HAND_BACK,
  LAMP,
  LEVELS,
  NEVER,
  READING,
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

/** One battery left wanting weighs more than any time, then a day under the line, then a job missed. */
export const WANT = 1e8;
export const UNDER = 1e4;
const MISS = 500;

/** Labels of the search, in columns; grown as needed and used again. */
class Labels {
  size = 0;
  private room = 1 << 14;
  cost = new Float64Array(this.room);
  penalty = new Float64Array(this.room);
  wanted = new Uint8Array(this.room);
  /** On charge: on which of the market's chargers; −1: off. */
  charger = new Int16Array(this.room);
  /** Off: day on which it was full (−1: as today). On: round by which it is taken off. */
  full = new Int32Array(this.room);
  /** Rounds by which each is due. */
  look = new Int32Array(this.room);
  levels = new Int32Array(this.room);
  lamp = new Int32Array(this.room);
  /** On: day from which it may be taken off. */
  ready = new Int32Array(this.room);
  parent = new Int32Array(this.room);
  jobs = new Uint8Array(this.room);
  /** Cost with the least that is still to come. */
  least = new Float64Array(this.room);

  grow(): void {
    this.room *= 2;
    const wider = <T extends Float64Array | Int32Array | Int16Array | Uint8Array>(old: T): T => {
      const made = new (old.constructor as new (length: number) => T)(this.room);
      made.set(old as never);
      return made;
    };
    this.cost = wider(this.cost);
    this.penalty = wider(this.penalty);
    this.wanted = wider(this.wanted);
    this.charger = wider(this.charger);
    this.full = wider(this.full);
    this.look = wider(this.look);
    this.levels = wider(this.levels);
    this.lamp = wider(this.lamp);
    this.ready = wider(this.ready);
    this.parent = wider(this.parent);
    this.jobs = wider(this.jobs);
    this.least = wider(this.least);
  }

  /** Puts one label in the place of another. */
  move(from: number, to: number): void {
    this.cost[to] = this.cost[from]!;
    this.penalty[to] = this.penalty[from]!;
    this.wanted[to] = this.wanted[from]!;
    this.charger[to] = this.charger[from]!;
    this.full[to] = this.full[from]!;
    this.look[to] = this.look[from]!;
    this.levels[to] = this.levels[from]!;
    this.lamp[to] = this.lamp[from]!;
    this.ready[to] = this.ready[from]!;
    this.parent[to] = this.parent[from]!;
    this.jobs[to] = this.jobs[from]!;
    this.least[to] = this.least[from]!;
  }

  has(): void {
    if (this.size >= this.room) this.grow();
  }
}

const labels = new Labels();
/** Where the labels of the present round begin. */
let begin = 0;

/** The least that is still to come, for the search that is under way. */
const ahead = {
  /** Of looks, by the round in which the next one is due. */
  looks: new Float64Array(0),
  /** Of a charge that is still to begin, and of one that is still to end. */
  charge: 0,
  takeOff: 0,
  /** What is dearer than this leads nowhere. */
  limit: Infinity,
};

/** Puts a label in, unless another of this round is as good in everything; drops those it beats. */
function put(
  cost: number,
  penalty: number,
  wanted: number,
  charger: number,
  full: number,
  look: number,
  levels: number,
  lamp: number,
  ready: number,
  parent: number,
  jobs: number,
): void {
  const all = labels;
  const toCome =
    (look < ahead.looks.length ? ahead.looks[look]! : 0) +
    (charger >= 0 ? ahead.takeOff : full === NEVER - 1 ? 0 : ahead.charge);
  if (cost + toCome > ahead.limit) return;
  const { cost: costs, wanted: wants, charger: chargers, full: fulls } = all;
  const { look: looks, levels: waters, lamp: lamps, ready: readies } = all;
  for (let j = begin; j < all.size; j++) {
    if (chargers[j] !== charger) continue;
    const other = costs[j]!;
    // One that wants nothing yet may still have to pay for it.
    if (other + (wanted && !wants[j] ? WANT : 0) <= cost) {
      if (
        fulls[j]! >= full &&
        looks[j]! >= look &&
        waters[j]! >= levels &&
        lamps[j]! >= lamp &&
        readies[j]! <= ready
      ) {
        return;
      }
    }
    if (
      cost + (!wanted && wants[j] ? WANT : 0) <= other &&
      fulls[j]! <= full &&
      looks[j]! <= look &&
      waters[j]! <= levels &&
      lamps[j]! <= lamp &&
      readies[j]! >= ready
    ) {
      all.move(--all.size, j);
      j--;
    }
  }
  all.has();
  const at = all.size++;
  all.cost[at] = cost;
  all.penalty[at] = penalty;
  all.wanted[at] = wanted;
  all.charger[at] = charger;
  all.full[at] = full;
  all.look[at] = look;
  all.levels[at] = levels;
  all.lamp[at] = lamp;
  all.ready[at] = ready;
  all.parent[at] = parent;
  all.jobs[at] = jobs;
  all.least[at] = cost + toCome;
}

/** Keeps the most promising of this round's labels. */
function thin(most: number): void {
  const all = labels;
  const count = all.size - begin;
  if (count <= most) return;
  const sorted = all.least.slice(begin, all.size).sort();
  const edge = sorted[most - 1]!;
  let to = begin;
  for (let j = begin; j < all.size && to < begin + most; j++) {
    if (all.least[j]! > edge) continue;
    if (to !== j) all.move(j, to);
    to++;
  }
  all.size = to;
}

/** Fills what is still to come at least: looks by interval, one after another, at a market's prices. */
function lookAhead(problem: Problem, unit: Unit, { entry }: Market, limit: number): void {
  const { jobMinutes } = problem;
  const { lastRound, until } = unit;
  const cheapest = Math.min(jobMinutes[READING]!, jobMinutes[DISCONNECT]!);
  if (ahead.looks.length < lastRound + 1) ahead.looks = new Float64Array(lastRound + 1);
  const looks = ahead.looks;
  looks.fill(0);
  // From the last round back: a look there, and all that follow it; then the least up to each.
  const from = new Float64Array(lastRound + 1);
  const least = new Float64Array(lastRound + 1);
  for (let r = lastRound; r >= 0; r--) {
    const due = dueRound(problem, problem.roundDay[r]!, unit.readingEvery, until);
    let next = 0;
    if (due <= lastRound) {
      next = Infinity;
      for (let q = r + 1; q <= due; q++) next = Math.min(next, from[q]!);
    }
    from[r] = entry[r]! + cheapest + next;
  }
  let best = Infinity;
  for (let r = 0; r <= lastRound; r++) {
    best = Math.min(best, from[r]!);
    least[r] = best;
  }
  looks.set(least);
  ahead.takeOff = unit.kept ? 0 : Math.max(0, jobMinutes[DISCONNECT]! - cheapest);
  ahead.charge = jobMinutes[CONNECT]! + ahead.takeOff;
  if (jobMinutes[READING]! > jobMinutes[CONNECT | DISCONNECT]!) ahead.charge = 0;
  ahead.limit = limit;
}

/** Nothing is known of what is to come, where rules may be broken. */
function lookNowhere(): void {
  ahead.looks = new Float64Array(0);
  ahead.charge = 0;
  ahead.takeOff = 0;
  ahead.limit = Infinity;
}

/**
 * The round by which something is due that was last done on `last` and may wait `every` days: the
 * last one in time, the first one where it is overrun, never twice the same. NEVER: not before
 * `until`.
 */
export function dueRound(
  { roundDay, roundUpTo }: Problem,
  last: number,
  every: number,
  until: number,
): number {
  const day = last + every;
  if (day >= until) return NEVER;
  const after = last < 0 ? 0 : roundUpTo[last]! + 1;
  const before = day < 0 || roundDay.length === 0 || day < roundDay[0]! ? 0 : roundUpTo[day]!;
  return Math.max(after, before);
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

  if (strict) lookAhead(problem, unit, market, limit + 1e-9);
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
    begin = to;
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
          const ready = readyDay(unit, soc, problem.chargers[market.chargers[k]!]!.amps, day);
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
    from = begin;
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
