import { ahead } from './ahead';
import type { Market } from './market';

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
  /** The next dearer one of this round in the same line; −1: none. */
  private next = new Int32Array(this.room);
  private beaten = new Uint8Array(this.room);
  private round = 0;
  private dearer: Market['dearer'] = null;
  private cheapest = new Int32Array(32);

  /** Begins a round behind the labels that there are. */
  openRound(at: number, round: number, dearer: Market['dearer']): void {
    this.begin = at;
    this.size = at;
    this.round = round;
    this.dearer = dearer;
    this.cheapest.fill(-1);
  }

  /** Minutes that one may cost more than another from here on, by what they hang on. */
  private more(charger: number, other: number): number {
    return charger < 0 || charger === other ? 0 : this.dearer![charger]![other]![this.round]!;
  }

  private grow(): void {
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
    this.next = wider(this.next);
    this.beaten = wider(this.beaten);
  }

  /** Puts one label in the place of another. */
  private move(from: number, to: number): void {
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

  /**
   * Puts one in where it may lead somewhere, unless another of this round is as good in everything;
   * those that it is as good as in everything are beaten. What hangs is compared with what hangs on
   * the same charger, or on any where the market says what one may cost more than another.
   */
  put(
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
    const least = cost + ahead.least(charger, full, look, levels, ready);
    if (least > ahead.limit) return;
    const line = charger < 0 ? 0 : this.dearer ? 1 : charger + 1;
    if (line >= this.cheapest.length) {
      const cheapest = new Int32Array(2 * line).fill(-1);
      cheapest.set(this.cheapest);
      this.cheapest = cheapest;
    }
    const { cost: costs, wanted: wants, full: fulls, look: looks, next, charger: chargers } = this;
    const { levels: waters, lamp: lamps, ready: readies } = this;
    // A line stands in order of cost: what costs more is never as good.
    let before = -1;
    let j = this.cheapest[line]!;
    for (let at = j; at >= 0 && costs[at]! <= cost; at = next[at]!) {
      if (
        fulls[at]! >= full &&
        looks[at]! >= look &&
        waters[at]! >= levels &&
        lamps[at]! >= lamp &&
        readies[at]! <= ready &&
        // One that wants nothing yet may still have to pay for it.
        costs[at]! + (wanted && !wants[at] ? WANT : 0) + this.more(chargers[at]!, charger) <= cost
      ) {
        return;
      }
      if (costs[at]! < cost) {
        before = at;
        j = next[at]!;
      }
    }
    for (let last = before; j >= 0; j = next[j]!) {
      if (
        fulls[j]! <= full &&
        looks[j]! <= look &&
        waters[j]! <= levels &&
        lamps[j]! <= lamp &&
        readies[j]! >= ready &&
        cost + (!wanted && wants[j] ? WANT : 0) + this.more(charger, chargers[j]!) <= costs[j]!
      ) {
        this.beaten[j] = 1;
        if (last < 0) this.cheapest[line] = next[j]!;
        else next[last] = next[j]!;
      } else last = j;
    }
    if (this.size >= this.room) this.grow();
    const at = this.size++;
    this.cost[at] = cost;
    this.penalty[at] = penalty;
    this.wanted[at] = wanted;
    this.charger[at] = charger;
    this.full[at] = full;
    this.look[at] = look;
    this.levels[at] = levels;
    this.lamp[at] = lamp;
    this.ready[at] = ready;
    this.parent[at] = parent;
    this.jobs[at] = jobs;
    this.least[at] = least;
    this.beaten[at] = 0;
    if (before < 0) {
      this.next[at] = this.cheapest[line]!;
      this.cheapest[line] = at;
    } else {
      this.next[at] = this.next[before]!;
      this.next[before] = at;
    }
  }

  /** Ends a round: what was beaten goes, and of the others the most promising ones stay. */
  closeRound(most: number): void {
    let to = this.begin;
    for (let j = this.begin; j < this.size; j++) {
      if (this.beaten[j]) continue;
      if (to !== j) this.move(j, to);
      to++;
    }
    this.size = to;
    if (to - this.begin <= most) return;
    const edge = this.least.slice(this.begin, to).sort()[most - 1]!;
    to = this.begin;
    for (let j = this.begin; j < this.size && to < this.begin + most; j++) {
      if (this.least[j]! > edge) continue;
      if (to !== j) this.move(j, to);
      to++;
    }
    this.size = to;
  }
}

/** The labels of the search that is under way. */
export const labels = new Labels();
