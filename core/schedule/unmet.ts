import { decimal, t } from '../language';
import { shortDay } from '../day';
import type { SeasonRule } from './document';
import type { Path, PathVisit } from './visits';
import { CONNECT, DISCONNECT, HAND_BACK, LAMP, LEVELS, READING } from './job-bits';
import { NEVER, dueRound, firstRoundFrom } from './round-days';
import { readyDay, socAt, type Unit } from './unit';
import type { Problem } from './problem';

/** What a path leaves wanting of its battery: the rule, the first day of it, and how it stands. */
export interface Unmet {
  readonly battery: string;
  readonly rule: SeasonRule;
  readonly day: number;
  readonly why: string;
}

/** How a battery fares on its path. */
export interface Fate {
  readonly unmet: readonly Unmet[];
  readonly underLineDays: number;
  readonly lowest: { readonly day: number; readonly socPct: number };
  readonly charges: number;
}

const pct = (value: number) => `${decimal(value, 1)} %`;

/** Follows a battery along its path, day by day and round by round. */
export function fateOf(problem: Problem, unit: Unit, path: Pick<Path, 'visits'> | null): Fate {
  const { roundDay, today } = problem;
  const { until, firstRound, lastRound } = unit;
  const unmet: Unmet[] = [];
  const say = (rule: SeasonRule, day: number, why: string) => {
    if (!unmet.some((one) => one.rule === rule)) unmet.push({ battery: unit.id, rule, day, why });
  };
  const on = (day: number) => shortDay(today + day);
  const visits = new Map((path?.visits ?? []).map((visit) => [visit.round, visit]));
  const due = (last: number, every: number) => dueRound(problem, last, every, until);
  const dueFirst = (last: number, every: number) => Math.max(firstRound, due(last, every));
  let hung = unit.onCharge !== null || unit.kept !== null;
  let full = -1;
  let fullDue = dueFirst(unit.lastFull, unit.rechargeEvery);
  const asap = fullDue <= firstRound;
  let look = dueFirst(unit.lastRead, unit.readingEvery);
  let levels =
    unit.levelsEvery < 10 * NEVER
      ? dueFirst(Math.max(-NEVER, unit.lastLevels), unit.levelsEvery)
      : NEVER;
  let lamp = unit.onCharge
    ? dueFirst(unit.onCharge.since, unit.lampEvery)
    : unit.kept
      ? dueFirst(unit.lastRead, unit.lampEvery)
      : NEVER;
  let connectedFirst = hung;
  let ready = unit.onCharge?.ready ?? 0;
  let underLineDays = 0;
  let charges = 0;
  let lowest = { day: 0, socPct: hung ? 100 : unit.socPct };
  const pass = (from: number, to: number) => {
    if (hung) return;
    for (let day = Math.max(from, full) + 1; day <= to; day++) {
      const socPct = socAt(unit, full, day);
      if (socPct < lowest.socPct || (day === 0 && full < 0)) lowest = { day, socPct };
      if (socPct >= unit.floor[day]!) continue;
      const under = socPct < unit.lineSocPct;
      if (under) underLineDays++;
      say(
        under ? 'line' : 'frost',
        day,
        under
          ? day === 0
            ? t`It stands at ${pct(socPct)} already, under its line of ${pct(unit.lineSocPct)}.`
            : t`It falls to ${pct(socPct)} on ${on(day)}, under its line of ${pct(unit.lineSocPct)}.`
          : t`At ${pct(socPct)} it could freeze on ${on(day)}: it needs ${pct(unit.floor[day]!)}.`,
      );
    }
  };
  let before = -1;
  for (let r = 0; r <= lastRound; r++) {
    const day = roundDay[r]!;
    pass(before, day);
    before = day;
    const jobs = visits.get(r)?.jobs ?? 0;
    const late = (rule: SeasonRule, what: string) =>
      say(rule, day, t`${what} was due by the round of ${on(day)}, and does not fit into it.`);
    if (look <= r && !(jobs & (READING | DISCONNECT))) late('reading', t`A look`);
    if (levels <= r && !(jobs & LEVELS)) late('levels', t`A look at its levels`);
    if (hung && lamp <= r && !(jobs & (LAMP | DISCONNECT))) late('lamp', t`A look at its lamp`);
    if (jobs & DISCONNECT && hung) {
      hung = false;
      full = day;
      // Overrun before the first round, it is met by as soon as can be.
      const asSoonAsCanBe = asap && connectedFirst && r === firstRoundFrom(problem, ready);
      if (fullDue < r && !asSoonAsCanBe) late('recharge', t`A full charge`);
      fullDue = due(day, unit.rechargeEvery);
      look = due(day, unit.readingEvery);
      connectedFirst = false;
    }
    if (jobs & CONNECT) {
      const amps = unit.ampsOn[visits.get(r)!.charger];
      if (amps !== undefined) ready = readyDay(unit, socAt(unit, full, day), amps, day);
      hung = true;
      charges++;
      connectedFirst = full < 0 && r === firstRound;
      lamp = due(day, unit.lampEvery);
    }
    if (jobs & READING) look = due(day, unit.readingEvery);
    if (jobs & LEVELS) levels = due(day, unit.levelsEvery);
    if (jobs & LAMP) lamp = due(day, unit.lampEvery);
    if (!hung && fullDue <= r) {
      say('recharge', day, t`It was to be full again by the round of ${on(day)}.`);
    }
    if (r === lastRound && unit.collected && !(jobs & HAND_BACK)) {
      late('handBack', t`Its hand-back`);
    }
  }
  pass(before, until);
  if (unit.collected && lastRound < 0) {
    say('handBack', until, t`There is no round on or before ${on(until)}.`);
  }
  if (hung && fullDue <= lastRound) {
    // A charge that never ends makes nothing full.
    const day = roundDay[fullDue]!;
    say('recharge', day, t`It was to be full again by the round of ${on(day)}.`);
  }
  if (hung && (unit.collected || !unit.kept)) {
    say('charge', Math.max(0, before), t`Its charge does not end by the last round.`);
  } else if (unit.collected) {
    const socPct = hung ? 100 : socAt(unit, full, until);
    if (socPct < unit.collectSocPct) {
      say(
        'collect',
        until,
        t`It will stand at ${pct(socPct)} on the day of its collection, and should at ${pct(unit.collectSocPct)}.`,
      );
    }
  }
  for (const round of pinsLeft(unit, visits)) {
    const when = on(roundDay[round]!);
    say('pin', roundDay[round]!, t`What was decided for ${when} cannot be done then.`);
  }
  return { unmet, underLineDays, lowest, charges };
}

/** Rounds for which something was decided by hand that a path does not do. */
const pinsLeft = (unit: Unit, visits: ReadonlyMap<number, PathVisit>): number[] =>
  [...unit.pins].flatMap(([round, pin]) => {
    if (round > unit.lastRound) return [];
    const visit = visits.get(round);
    const kept =
      visit &&
      (visit.jobs & pin.jobs) === pin.jobs &&
      (pin.charger < 0 || !(pin.jobs & CONNECT) || visit.charger === pin.charger);
    return kept ? [] : [round];
  });
