import { WANT } from './labels';
import type { Market } from './market';
import { bestPath } from './path';
import type { Path } from './visits';
import { CONNECT, DISCONNECT } from './job-bits';
import { HALL_WAY, STOP_WAY } from './ways';
import { firstRoundFrom } from './round-days';
import type { Problem } from './problem';
import type { Unit } from './unit';

/** What the paths of all batteries take together of rounds, ways, chargers and air. */
export class Usage {
  readonly rounds: number;
  /** Minutes of all rounds. */
  minutes = 0;
  readonly roundMinutes: Float64Array;
  /** By way, and what is entered on it, and round: how many come there. */
  private readonly visits: readonly Int32Array[];
  private readonly channels: Int32Array;
  private readonly chargerHall: Int32Array;
  private readonly hallChargers: Int32Array;
  private readonly air: Float64Array;

  constructor(private readonly problem: Problem) {
    const rounds = problem.roundDay.length;
    this.rounds = rounds;
    this.roundMinutes = new Float64Array(rounds);
    this.visits = problem.ways.map(({ minutes }) => new Int32Array(minutes.length * rounds));
    this.channels = new Int32Array(problem.chargers.length * rounds);
    this.chargerHall = new Int32Array(problem.chargers.length * rounds).fill(-1);
    this.hallChargers = new Int32Array(problem.outlets.length * rounds);
    this.air = new Float64Array(problem.outlets.length * rounds);
  }

  /** Takes a path in (1) or out (−1). */
  add(unit: Unit, path: Path, sign: 1 | -1): void {
    const { rounds, problem } = this;
    for (const { round, jobs } of path.visits) {
      let minutes = problem.jobMinutes[jobs]!;
      for (let w = 0; w < this.visits.length; w++) {
        const way = problem.ways[w]!;
        const entered = way.of[unit.index]!;
        if (entered < 0) continue;
        const at = entered * rounds + round;
        const visits = this.visits[w]!;
        const first = sign > 0 ? visits[at]!++ === 0 : --visits[at]! === 0;
        if (first) minutes += way.minutes[entered]!;
      }
      this.roundMinutes[round] = this.roundMinutes[round]! + sign * minutes;
      this.minutes += sign * minutes;
    }
    for (const { charger, from, to } of hangings(problem, unit, path)) {
      for (let slot = from; slot < to; slot++) this.hang(unit, charger, slot, sign);
    }
  }

  private hang(unit: Unit, charger: number, slot: number, sign: 1 | -1): void {
    const at = charger * this.rounds + slot;
    const hall = unit.hall * this.rounds + slot;
    this.air[hall] = this.air[hall]! + sign * unit.air;
    if (sign > 0) {
      if (this.channels[at]!++ === 0) {
        this.chargerHall[at] = unit.hall;
        this.hallChargers[hall]!++;
      }
    } else if (--this.channels[at]! === 0) {
      this.chargerHall[at] = -1;
      this.hallChargers[hall]!--;
    }
  }

  visitsOf = (hall: number, round: number): number =>
    this.visits[HALL_WAY]![hall * this.rounds + round]!;

  /**
   * What is left for one battery, whose own path is out. `hallShare` less than 1 lets a hall or a
   * place that nobody enters yet cost a part of itself: others may come too. `closed`: rounds in which it is
   * not to be visited. `slot`: minutes that hanging from one round to the next is to cost, so
   * that nobody holds a channel for longer than it needs.
   */
  market(unit: Unit, hallShare = 1, closed: Uint8Array | null = null, slot = 0): Market {
    const { rounds, problem } = this;
    const entry = new Float64Array(rounds);
    const room = new Float64Array(rounds);
    for (let r = 0; r < rounds; r++) {
      let left = problem.roundMinutes - this.roundMinutes[r]! + 1e-9;
      for (let w = 0; w < this.visits.length; w++) {
        const way = problem.ways[w]!;
        const entered = way.of[unit.index]!;
        if (entered < 0 || this.visits[w]![entered * rounds + r]! > 0) continue;
        left -= way.minutes[entered]!;
        entry[r] = entry[r]! + way.minutes[entered]! * (w < STOP_WAY ? hallShare : 1);
      }
      if (closed?.[r]) entry[r] = Infinity;
      room[r] = left;
    }
    const hangs = unit.onCharge ?? unit.kept;
    const chargers =
      hangs && !unit.chargers.includes(hangs.charger)
        ? [...unit.chargers, hangs.charger]
        : unit.chargers;
    const hung = unit.onCharge ? firstRoundFrom(problem, unit.onCharge.ready) : 0;
    // What a hall bears is the same for each charger.
    const hall = unit.hall * rounds;
    const bearsAir = new Uint8Array(rounds);
    const bearsOne = new Uint8Array(rounds);
    for (let slot = 0; slot < rounds; slot++) {
      const air = this.air[hall + slot]! + unit.air;
      if (air > problem.ventilation[unit.hall]! + 1e-9) continue;
      bearsAir[slot] = 1;
      if (this.hallChargers[hall + slot]! < problem.outlets[unit.hall]!) bearsOne[slot] = 1;
    }
    const open = chargers.map((charger) => {
      const { channels, from } = problem.chargers[charger]!;
      const own = hangs?.charger === charger;
      // What hangs there already does so whatever comes.
      const stays = own ? (unit.kept ? rounds : Math.min(rounds, hung)) : 0;
      const at = charger * rounds;
      const free = new Uint8Array(rounds);
      free.fill(1, 0, stays);
      for (let slot = Math.max(stays, own ? 0 : from); slot < rounds; slot++) {
        const used = this.channels[at + slot]!;
        free[slot] =
          used === 0
            ? bearsOne[slot]!
            : used < channels && this.chargerHall[at + slot] === unit.hall
              ? bearsAir[slot]!
              : 0;
      }
      return free;
    });
    return {
      entry,
      room,
      minute: null,
      chargers,
      open,
      price: slot > 0 ? alike(chargers.length, new Float64Array(rounds).fill(slot)) : null,
      dearer: null,
      offers: offersOf(problem, unit, chargers, open, rounds),
    };
  }

  /** Whether a path fits beside all the others, its own being out. */
  fits(unit: Unit, path: Path, market = this.market(unit)): boolean {
    const { entry, room, chargers, open } = market;
    for (const { round, jobs } of path.visits) {
      if (entry[round] === Infinity || this.problem.jobMinutes[jobs]! > room[round]!) return false;
    }
    return hangings(this.problem, unit, path).every(({ charger, from, to }) => {
      const k = chargers.indexOf(charger);
      if (k < 0) return false;
      for (let slot = from; slot < to; slot++) if (!open[k]![slot]) return false;
      return true;
    });
  }

  /**
   * The same path on chargers that are free for it, of the sort that it names: rather one that stands
   * in its hall than one that must be put there. Null: it fits on none.
   */
  placed(unit: Unit, path: Path): Path | null {
    const { problem, rounds } = this;
    const market = this.market(unit);
    const { chargers, open } = market;
    const hangs = unit.onCharge ?? unit.kept;
    const chosen = new Map<number, number>();
    for (const [i, { charger, from, to }] of hangings(problem, unit, path).entries()) {
      if (i === 0 && hangs) continue;
      const pin = unit.pins.get(from);
      let best = -1;
      let bestMoved = Infinity;
      for (const [k, other] of chargers.entries()) {
        const isOther = pin && pin.charger >= 0 && pin.charger !== other;
        if (isOther || problem.chargers[other]!.sort !== problem.chargers[charger]!.sort) continue;
        let moved = 0;
        for (let slot = from; slot < to && moved < Infinity; slot++) {
          if (!open[k]![slot]) moved = Infinity;
          else if (this.channels[other * rounds + slot] === 0) moved++;
        }
        if (moved < bestMoved) {
          best = other;
          bestMoved = moved;
        }
      }
      if (best < 0) return null;
      chosen.set(from, best);
    }
    const visits = path.visits.map((visit) =>
      visit.jobs & CONNECT ? { ...visit, charger: chosen.get(visit.round)! } : visit,
    );
    const placed = { ...path, visits };
    return this.fits(unit, placed, market) ? placed : null;
  }

  /** The best path at what is left, its own path being out. */
  best(unit: Unit, market: Market, limit = Infinity, most = 32): Path | null {
    return (
      bestPath(this.problem, unit, market, true, limit, most) ??
      (limit < WANT ? null : bestPath(this.problem, unit, market, false, Infinity, most))
    );
  }
}

const alike = <T>(many: number, one: T): T[] => new Array<T>(many).fill(one);

/** Of the chargers that differ by name only, the one that stays free the longest; by round. */
function offersOf(
  problem: Problem,
  unit: Unit,
  chargers: readonly number[],
  open: readonly Uint8Array[],
  rounds: number,
): number[][] {
  const offers = new Array<number[]>(rounds);
  const sorts = unit.chargers.map((_, k) => problem.chargers[chargers[k]!]!.sort);
  const run = new Int32Array(sorts.length);
  /** Where the one of each sort stands in the round's list. */
  const at = new Int32Array(problem.sorts).fill(-1);
  for (let r = rounds - 1; r >= 0; r--) {
    const list: number[] = [];
    for (let k = 0; k < sorts.length; k++) {
      if (open[k]![r] === 0) {
        run[k] = 0;
        continue;
      }
      run[k]!++;
      const sort = sorts[k]!;
      if (at[sort]! < 0) {
        at[sort] = list.length;
        list.push(k);
      } else if (run[k]! > run[list[at[sort]!]!]!) list[at[sort]!] = k;
    }
    for (const k of list) at[sorts[k]!] = -1;
    offers[r] = list;
  }
  return offers;
}

/** What a path hangs on: from one round to another, the last one not in it. */
export function hangings(
  problem: Problem,
  unit: Unit,
  path: Pick<Path, 'visits'>,
): { charger: number; from: number; to: number }[] {
  const list: { charger: number; from: number; to: number }[] = [];
  const hangs = unit.onCharge ?? unit.kept;
  let on = hangs ? { charger: hangs.charger, from: 0 } : null;
  for (const { round, jobs, charger } of path.visits) {
    if (jobs & DISCONNECT && on) {
      list.push({ ...on, to: round });
      on = null;
    }
    if (jobs & CONNECT) on = { charger, from: round };
  }
  if (on) list.push({ ...on, to: problem.roundDay.length });
  return list;
}
