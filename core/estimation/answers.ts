import type { Estimate } from '../estimate';
import { METER_SD_VOLTS, type ScaleAt } from '../battery/state-of-charge';
import { drawPctPerDay } from '../drain/reserve';
import { MAX_SHOWN_PCT, foreseenVolts } from './foreseen-volts';
import { CHARGE, DRAW, EXCESS, OFFSET, SELF, SIZE, sumOf } from './gaussian';
import { excessActs } from './happenings';
import type { Explanation, BatteryEstimate } from './learn';
import { quantilesOf, spreadOf } from './mixture';

type Terms = readonly (readonly [of: number, by: number])[];

const weights = (terms: Terms): Float64Array => {
  const all = new Float64Array(SIZE);
  for (const [of, by] of terms) all[of] = all[of]! + by;
  return all;
};

const ask = (
  learnt: BatteryEstimate,
  termsOf: (one: Explanation) => Terms,
  most?: number,
): Estimate => spreadOf(learnt.explanations, (one) => weights(termsOf(one)), most);

const notUnder0 = ({ value, low, high }: Estimate): Estimate => ({
  value: Math.max(0, value),
  low: Math.max(0, low),
  high: Math.max(0, high),
});

/** State of charge, percent of what it can still hold; never over 100. */
export const learntSoc = (learnt: BatteryEstimate): Estimate =>
  ask(learnt, () => [[CHARGE, 1]], 100);

/** All that it loses, percent a day at present temperatures; nothing charges itself. */
export const learntLoss = (learnt: BatteryEstimate): Estimate =>
  notUnder0(
    ask(learnt, (one) => [
      [DRAW, learnt.connected ? 1 : 0],
      [SELF, learnt.factorNow / 30],
      [EXCESS, excessActs(one, learnt.connected) ? 1 : 0],
    ]),
  );

/** What its vehicle draws while it is connected, percent a day, known or not. */
export const learntDraw = (learnt: BatteryEstimate): Estimate =>
  notUnder0(
    ask(learnt, ({ cause }) => [
      [DRAW, 1],
      [EXCESS, cause === 'draw' ? 1 : 0],
    ]),
  );

/** The same in milliamps; the doubt of the usable capacity comes on top. */
export function learntDrawMa(learnt: BatteryEstimate, capacityAh: number): Estimate {
  const { usableShare: share } = learnt;
  const one = drawPctPerDay(1, capacityAh * share.value);
  const { value, low, high } = learntDraw(learnt);
  const doubt = (share.high - share.value) / share.value;
  const ma = value / one;
  return {
    value: ma,
    low: Math.max(0, ma - Math.hypot(ma - low / one, ma * doubt)),
    high: ma + Math.hypot(high / one - ma, ma * doubt),
  };
}

/** Self-discharge, percent of rated capacity in 30 days at 20 °C, a leaking cell not in it. */
export function learntSelf(learnt: BatteryEstimate): Estimate {
  const { usableShare: share } = learnt;
  const { value, low, high } = notUnder0(ask(learnt, () => [[SELF, 1]]));
  const doubt = (share.high - share.value) / share.value;
  const pct = value * share.value;
  return {
    value: pct,
    low: Math.max(0, pct - Math.hypot((value - low) * share.value, pct * doubt)),
    high: pct + Math.hypot((high - value) * share.value, pct * doubt),
  };
}

/** The steady offset of its readings, volts for all cells. */
export const learntOffset = (learnt: BatteryEstimate): Estimate => ask(learnt, () => [[OFFSET, 1]]);

/** How likely it is that an explanation of this kind is the right one. */
export const chanceOf = (learnt: BatteryEstimate, is: (one: Explanation) => boolean): number =>
  learnt.explanations.reduce((sum, one) => sum + (is(one) ? one.weight : 0), 0);

/** What leaks through a failing cell, percent a day. */
export const learntLeak = (learnt: BatteryEstimate): Estimate =>
  notUnder0(ask(learnt, ({ cause }) => [[EXCESS, cause === 'cell' ? 1 : 0]]));

/** Self-discharge of what it can hold, percent in 30 days at 20 °C. */
export const learntSelfOfUsable = (learnt: BatteryEstimate): Estimate =>
  notUnder0(ask(learnt, () => [[SELF, 1]]));

/** The rested volts that a reading taken now should show, with their 90 % range. */
export function expectedReading(learnt: BatteryEstimate, at: ScaleAt): Estimate {
  return quantilesOf(
    learnt.explanations.map(({ belief, weight }) => {
      const expected = Math.min(MAX_SHOWN_PCT, belief.mean[CHARGE]!);
      const { volts, weights } = foreseenVolts(belief, at, expected, expected - 4);
      const { variance } = sumOf(belief, weights);
      return { weight, mean: volts, sd: Math.hypot(Math.sqrt(variance), METER_SD_VOLTS) };
    }),
  );
}
