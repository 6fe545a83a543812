import { instantAt, type Day } from '../day';
import type { BatteryState } from '../logbook/fold';
import { isSettled, outlookOf, type Outlook } from '../judge/outlook';
import { today, type Standing } from '../judge/standing';
import { roundFor, roundOnOrAfter } from './rounds';

export const JOB_KINDS = ['reading', 'lamp', 'recharge', 'take-off'] as const;
export type JobKind = (typeof JOB_KINDS)[number];

/** One thing to do at a battery in the round of today. */
export interface Job {
  readonly kind: JobKind;
  readonly done: boolean;
}

/** Minutes that a stop and each job take; an assumption, used for "about so long left". */
export const MINUTES = {
  hall: 3,
  stop: 1.5,
  reading: 1,
  lamp: 0.3,
  recharge: 4,
  'take-off': 2,
} as const;

/**
 * What is to be done, or was done, at a battery in today's round. A job stays on the list when
 * it is done, so that the round can be counted and a stop looked at again.
 */
export function jobsToday(standing: Standing, outlook: Outlook | null): Job[] {
  const { state } = standing;
  const day = today(standing);
  const morning = instantAt(day, 0, 0, standing.timeZone);
  const jobs: Job[] = [];

  if (state.maintainerSince !== null) {
    jobs.push({ kind: 'lamp', done: (state.lamp?.at ?? -1) >= morning });
    if (outlook?.held !== false) return jobs;
  }
  const endedToday = state.charges.some((charge) => charge.to >= morning);
  if (endedToday || (state.chargeSince !== null && state.chargeSince < morning)) {
    jobs.push({ kind: 'take-off', done: endedToday });
  }
  const readToday = state.readings.some((reading) => reading.at >= morning);
  const startedToday = state.chargeSince !== null && state.chargeSince >= morning;
  if (state.chargeSince === null || startedToday || readToday) {
    const before = readToday || startedToday ? outlookOf(asOfMorning(standing, morning)) : outlook;
    if (readToday || readingDue(standing, before, day)) {
      jobs.unshift({ kind: 'reading', done: readToday });
    }
    const due =
      outlook &&
      outlook.rechargeRound !== null &&
      outlook.rechargeRound <= roundOnOrAfter(standing.rules, day);
    if (startedToday || (due && !endedToday)) {
      jobs.push({ kind: 'recharge', done: startedToday });
    }
  }
  return jobs;
}

/** Due in the round of today, or in the next one where today has none. */
function readingDue(standing: Standing, outlook: Outlook | null, day: Day): boolean {
  if (!outlook || outlook.nextReadingRound <= roundOnOrAfter(standing.rules, day)) return true;
  // One taken too soon asks for another.
  const last = standing.state.readings[standing.state.readings.length - 1];
  return last !== undefined && !last.fed && !isSettled(last, standing);
}

/** The state without what was recorded since the morning: what the round was made from. */
function asOfMorning(standing: Standing, morning: number): Standing {
  const { state } = standing;
  const earlier: BatteryState = {
    ...state,
    readings: state.readings.filter((reading) => reading.at < morning),
    chargeSince:
      state.chargeSince !== null && state.chargeSince >= morning ? null : state.chargeSince,
  };
  return { ...standing, state: earlier };
}

/** Rounds still to come in which a battery has something due, if each is done on its day. */
export function roundsAhead(standing: Standing, outlook: Outlook | null, until: Day): Day[] {
  const { rules } = standing;
  const day = today(standing);
  const last = Math.min(until, standing.collectDay ?? until);
  const rounds = new Set<Day>();
  const add = (due: Day) => {
    const round = roundFor(rules, due, day);
    if (round > day && round <= last) rounds.add(round);
  };
  if (standing.state.maintainerSince !== null) {
    for (let at = roundOnOrAfter(rules, day + 1); at <= last; at = roundOnOrAfter(rules, at + 1)) {
      rounds.add(at);
    }
    return [...rounds];
  }
  if (!outlook) return [...rounds];
  for (let due = outlook.nextReadingDay; due <= last; due += rules.readingDays) add(due);
  if (outlook.rechargeDay !== null) add(outlook.rechargeDay);
  return [...rounds].sort((a, b) => a - b);
}
