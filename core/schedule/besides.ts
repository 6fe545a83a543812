import { standingWear } from '../charging/standing-low';
import { CHEMISTRIES } from '../battery/chemistries';
import type { Path } from './visits';
import { CONNECT, DISCONNECT } from './job-bits';
import { socAt, type Unit } from './unit';
import type { Problem } from './problem';

/**
 * What it takes to bring a battery to full on `day` that was full on `fullDay` (−1: as it stands
 * today), besides time, in minutes of it: energy, the wear of a charge, and what standing has added to that.
 */
export function chargeWorth(unit: Unit, fullDay: number, day: number): number {
  const { worth, chemistry } = unit;
  if (!worth) return 0;
  const missing = Math.max(0, 100 - socAt(unit, fullDay, day));
  const from = Math.max(0, fullDay);
  const days = day - from;
  const start = fullDay < 0 ? unit.socPct : 100 + unit.lost[fullDay]!;
  const missingDays = days * (100 - start) + worth.lostSums[day]! - worth.lostSums[from]!;
  const stood = CHEMISTRIES[chemistry].fullChargeRule ? standingWear(days, missingDays) : 0;
  return missing * (worth.percent + worth.wear * stood);
}

/** What a path costs besides the attendant's time, in minutes of it; 0 where the season has no prices. */
export function besidesOf(problem: Problem, unit: Unit, { visits }: Pick<Path, 'visits'>): number {
  const { worth, kept } = unit;
  if (!worth) return 0;
  const { roundDay } = problem;
  const paid = (from: number, to: number) => worth.hungDay * Math.max(0, to - from);
  let sum = 0;
  let full = -1;
  let hung = kept !== null || unit.onCharge !== null;
  let since = kept ? Infinity : (roundDay[0] ?? 0);
  for (const { round, jobs } of visits) {
    const day = roundDay[round]!;
    if (jobs & DISCONNECT && hung) {
      sum += paid(since, day);
      hung = false;
      full = day;
    }
    if (jobs & CONNECT && !hung) {
      sum += chargeWorth(unit, full, day);
      hung = true;
      since = day;
    }
  }
  if (!hung) return sum + chargeWorth(unit, full, unit.until);
  return unit.lastRound < 0 ? sum : sum + paid(since, roundDay[unit.lastRound]!);
}
