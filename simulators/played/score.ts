import { newPrice } from '../../core/charging/recovery';
import type { Rules } from '../../core/rules/rules';
import { WORN_IN_A_YEAR } from '../start-world';
import { PlayedSite, READY_PCT, type PlayedBattery } from './site';

/** So many days before its owner comes a new battery can still be had. */
const IN_TIME_DAYS = 14;
/** A plate or a cell that is gone is no fault of whoever keeps it. */
const DOOMED = new Set(['weak-cell', 'sulfated']);
/** Under so much of its rated power a battery counts as weak; fixed before the judge was written. */
const WEAK_POWER = 0.7;

/** Nothing could have kept it. */
export const isDoomed = (one: PlayedBattery) =>
  (one.trouble !== null && DOOMED.has(one.trouble.kind)) ||
  (one.start !== null && one.start.power < WEAK_POWER);

/** Replacement was advised early enough. */
export const isTold = (one: PlayedBattery) =>
  one.advisedOn !== null && one.advisedOn <= one.day - IN_TIME_DAYS;
/** Not ready on its day, and nobody was told. */
export const isLetDown = (one: PlayedBattery) =>
  one.readyPct !== null && one.readyPct < READY_PCT && !isTold(one);
/** Broken by how it was kept, and by nothing else. */
export const isLost = (one: PlayedBattery) => PlayedSite.lost(one) && !isDoomed(one);
/** Advised although nothing is wrong with it. */
export const isNeedless = (one: PlayedBattery) => one.advisedOn !== null && !isDoomed(one);

/** What a season came to. */
export interface Score {
  readonly batteries: number;
  readonly ready: number;
  /** Not ready, but replacement was advised in time. */
  readonly advised: number;
  /** Advised although nothing is wrong with it. */
  readonly needless: number;
  /** Of these, it would not even have been weak a year later. */
  readonly forNothing: number;
  /** Of those whose engines are started. */
  readonly engines: number;
  readonly started: number;
  /** Did not start, and another one was advised in time. */
  readonly told: number;
  readonly frozen: number;
  readonly lost: number;
  readonly minutes: number;
  readonly longest: number;
  readonly readings: number;
  readonly charges: number;
  readonly chargerDays: number;
  /** What new ones cost in place of those that were lost, and of those replaced for nothing. */
  readonly newOnes: number;
  /** Not ready on its day, and nobody was told. */
  readonly letDown: number;
}

const count = (list: readonly PlayedBattery[], which: (one: PlayedBattery) => boolean) =>
  list.filter(which).length;

/** What a season that was lived to its end came to; `longest`: minutes of its longest round. */
export function scoreOf(site: PlayedSite, longest: number): Score {
  const { batteries, tally, world } = site;
  const replaced = batteries.filter((one) => isNeedless(one) || isLost(one));
  return {
    batteries: batteries.length,
    ready: count(batteries, ({ readyPct }) => readyPct! >= READY_PCT),
    advised: count(batteries, (one) => one.readyPct! < READY_PCT && isTold(one)),
    needless: count(batteries, isNeedless),
    forNothing: count(
      batteries,
      (one) => isNeedless(one) && (!one.start || one.start.power - WORN_IN_A_YEAR >= WEAK_POWER),
    ),
    engines: count(batteries, ({ started }) => started !== null),
    started: count(batteries, ({ started }) => started === true),
    told: count(batteries, (one) => one.started === false && isTold(one)),
    frozen: count(batteries, ({ frozen, trouble }) => frozen && trouble === null),
    lost: count(batteries, isLost),
    minutes: tally.minutes,
    longest,
    readings: tally.readings,
    charges: tally.charges,
    chargerDays: tally.chargerDays,
    newOnes: replaced.reduce(
      (sum, { spec }) => sum + newPrice(spec.chemistry, spec.ah, world.rules),
      0,
    ),
    letDown: count(batteries, isLetDown),
  };
}

/** What a season is paid with. */
export interface Rates {
  readonly hour: number;
  readonly battery: number;
  readonly letDown: number;
  readonly chargerDay: number;
}
export const ratesOf = (rules: Rules): Rates => ({
  hour: rules.moneyPerHour,
  battery: 1,
  letDown: rules.moneyNotReady,
  chargerDay: rules.moneyPerChargerDay,
});

/** Hours, days on chargers, new ones in place of lost or sound ones, and who was let down. */
export const costOf = (score: Score, rates: Rates): number =>
  (score.minutes / 60) * rates.hour +
  score.chargerDays * rates.chargerDay +
  score.newOnes * rates.battery +
  score.letDown * rates.letDown;
