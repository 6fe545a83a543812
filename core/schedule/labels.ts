import { CONNECT, DISCONNECT, NEVER, READING, dueRound, type Problem, type Unit } from './problem';

/** One battery left wanting weighs more than any time, then a day under the line, then a job missed. */
export const WANT = 1e8;
export const UNDER = 1e4;
export const MISS = 500;

/** Labels of the search, in columns; grown as needed and used again. */
class Labels {
  size = 0;
  /** Where those of the present round begin. */
  begin = 0;
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

/** The labels of the search that is under way. */
export const labels = new Labels();

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
export function put(
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
  for (let j = all.begin; j < all.size; j++) {
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
export function thin(most: number): void {
  const all = labels;
  const count = all.size - all.begin;
  if (count <= most) return;
  const sorted = all.least.slice(all.begin, all.size).sort();
  const edge = sorted[most - 1]!;
  let to = all.begin;
  for (let j = all.begin; j < all.size && to < all.begin + most; j++) {
    if (all.least[j]! > edge) continue;
    if (to !== j) all.move(j, to);
    to++;
  }
  all.size = to;
}

/** Fills what is still to come at least: looks by interval, one after another, at a market's prices. */
export function lookAhead(problem: Problem, unit: Unit, entry: Float64Array, limit: number): void {
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
export function lookNowhere(): void {
  ahead.looks = new Float64Array(0);
  ahead.charge = 0;
  ahead.takeOff = 0;
  ahead.limit = Infinity;
}
