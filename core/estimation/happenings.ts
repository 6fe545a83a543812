import { MS_PER_DAY } from '../day';
import { sdOf, type Estimate } from '../estimate';
import { CHEMISTRIES } from '../battery/chemistries';
import { drawPctPerDay } from '../drain/reserve';
import {
  CHARGE,
  DRAW,
  EXCESS,
  SELF,
  SIZE,
  copyOf,
  resetComponent,
  predict,
  sumOf,
  type Gaussian,
} from './gaussian';
import type { LearnQuestion } from './observations';
import { UNNOTED, type Hypothesis } from './hypothesis';
import { EARLY_PCT, FULL_PCT } from './house';
import { DRAW_SIZES, withExcess } from './beginnings';

// Looked up once: these stand in the innermost loops.
const maths = Math;
const Numbers = Float64Array;

/** To what a charge brings a battery that does not come up any more, percent: mean and doubt. */
export const WEAK_FULL_PCT = [76, 12] as const;

/** More than this it does not come up to; what ended early came to no more than that. */
const WEAK_MOST_PCT = 89;
const EARLY_MOST_PCT = 98;

/**
 * The same once it has been read after a charge: wide, since the next reading tells it anew and
 * the same offset is in both.
 */
const WEAK_AGAIN_SD_PCT = 20;

/** A start and a short drive cost it this, or a long one gave it back: percent. */
export const OUTING_PCT = [-1.5, 3] as const;

/** Charge after weeks on the road: mean and standard deviation. Our own assumption. */
export const RETURNED_PCT = [85, 12] as const;

/** A loss is not quite the same from day to day, and no law of it quite true: shares of it. */
const LOSS_UNSTEADY = 0.05;
const WALK_PCT = 0.12;

/** Of a loss in which there is something that nobody measured: it wakes and sleeps. */
const EXCESS_UNSTEADY = 0.2;

/** A leak through a cell is less even, and grows or eases: shares of it, from day to day. */
const LEAK_UNSTEADY = 0.25;
const LEAK_DRIFT = 0.1;

/** Self-discharge does not stay the same in store: a share of it in a month. */
const SELF_DRIFT = 0.06;

/** Lets each line lose what it loses from one instant to another; answers the days between. */
export function fallUntil(
  lines: readonly Hypothesis[],
  from: number,
  to: number,
  factorDays: LearnQuestion['factorDays'],
  connected: boolean,
): number {
  const days = maths.max(0, (to - from) / MS_PER_DAY);
  if (days === 0) return 0;
  const factor = factorDays(from, to);
  for (const line of lines) fall(line, days, factor, connected);
  return days;
}

/** Whether an excess of that cause acts now. */
export const excessActs = ({ cause }: Pick<Hypothesis, 'cause'>, connected: boolean): boolean =>
  cause === 'cell' || (cause === 'draw' && connected);

function fall(line: Hypothesis, days: number, factor: number, connected: boolean): void {
  const { belief, cause } = line;
  const weights: [number, number][] = [[SELF, -factor / 30]];
  if (connected) weights.push([DRAW, -days]);
  if (excessActs(line, connected)) weights.push([EXCESS, -days]);
  const lost = weights.reduce((sum, [of, by]) => sum + by * belief.mean[of]!, 0);
  const unsteady =
    cause === 'cell'
      ? LEAK_UNSTEADY
      : cause === 'draw' && connected
        ? EXCESS_UNSTEADY
        : LOSS_UNSTEADY;
  predict(belief, weights, 0, (unsteady * lost) ** 2 + WALK_PCT ** 2 * days);
  const self = SELF * SIZE + SELF;
  belief.cov[self] = belief.cov[self]! + ((SELF_DRIFT * belief.mean[SELF]!) ** 2 * days) / 30;
  if (cause === 'cell') {
    const own = EXCESS * SIZE + EXCESS;
    belief.cov[own] = belief.cov[own]! + (LEAK_DRIFT * belief.mean[EXCESS]!) ** 2 * days;
  }
}

export function filled(line: Hypothesis, lithium: boolean, early: number): Hypothesis[] {
  const full = (
    [mean, sd]: readonly [number, number],
    chance: number,
    more: Pick<Hypothesis, 'weak' | 'most'>,
  ): Hypothesis => {
    const belief = copyOf(line.belief);
    resetComponent(belief, CHARGE, mean, sd);
    return { ...line, ...more, belief, log: line.log + maths.log(chance) };
  };
  const weakly = { weak: true, most: WEAK_MOST_PCT };
  if (line.weakPct !== null) return [full([line.weakPct, WEAK_AGAIN_SD_PCT], 1, weakly)];
  if (line.weak) return [full(WEAK_FULL_PCT, 1, weakly)];
  // Sulfated plates are a trouble of lead and acid.
  const weak = lithium ? UNNOTED.weak / 20 : UNNOTED.weak;
  return [
    full(FULL_PCT, 1 - weak - early, { weak: false, most: null }),
    full(EARLY_PCT, early, { weak: false, most: EARLY_MOST_PCT }),
    full(WEAK_FULL_PCT, weak, weakly),
  ];
}

export function partCharge(
  { belief }: Hypothesis,
  ampHours: number | null,
  question: LearnQuestion,
  usableAh: number,
): void {
  const before = belief.mean[CHARGE]!;
  const room = maths.max(0, 100 - before);
  if (ampHours === null) {
    // Anything between what it had and full.
    predict(belief, [], room / 2, room ** 2 / 12);
    return;
  }
  const gained = maths.min(
    room,
    (100 * ampHours) / (CHEMISTRIES[question.chemistry].acceptance.factor * usableAh),
  );
  predict(belief, [], gained, (0.1 * gained) ** 2);
}

/** On another vehicle: its draw as such vehicles usually have it. */
export function fittedAnew(line: Hypothesis, prior: Gaussian): Hypothesis[] {
  const belief = copyOf(line.belief);
  resetComponent(belief, DRAW, prior.mean[DRAW]!, maths.sqrt(prior.cov[DRAW * SIZE + DRAW]!));
  if (line.cause === 'cell') return [{ ...line, belief }];
  resetComponent(belief, EXCESS, 0, 0);
  const known: Hypothesis = { ...line, belief, cause: 'none', asleep: false, since: null };
  return [known, ...withExcess(known, 'draw', UNNOTED.draw, DRAW_SIZES)];
}

/** How surely a draw that was measured is the draw of the days around: a share of it. */
export const MEASURED_SD = 0.06;

/**
 * A draw test sees what flows while all sleeps: what wakes by itself may come on top of it. Percent a
 * day, so much doubt; our own assumption.
 */
const WAKES_SD_PCT = 0.05;

/** What slept through one draw test sleeps through the next as well, mostly: it says little more. Our own. */
const SLEEPS_AGAIN = 0.9;

/**
 * The draw is known now, the excess of the vehicle in it. What was measured speaks for or
 * against the explanations, but a repair may have come before it, so it may only half.
 */
export function drawMeasured(
  line: Hypothesis,
  { milliamps, changed = false }: { milliamps: number; changed?: boolean },
  usableAh: number,
  share: Estimate,
  missed: number,
): Hypothesis[] {
  const pct = drawPctPerDay(milliamps, usableAh);
  const sd = pct * maths.hypot(MEASURED_SD, sdOf(share) / share.value) + 0.01;
  const fits = (withExcess: boolean) => {
    const weights = new Numbers(SIZE);
    weights[DRAW] = 1;
    if (withExcess) weights[EXCESS] = 1;
    const { mean, variance } = sumOf(line.belief, weights);
    const spread = variance + sd * sd;
    const density =
      maths.exp((-0.5 * (pct - mean) ** 2) / spread) / maths.sqrt(2 * maths.PI * spread);
    return changed ? 0 : maths.log(0.5 * density + 0.5 * 0.1);
  };
  const belief = copyOf(line.belief);
  resetComponent(belief, DRAW, pct, maths.hypot(sd, WAKES_SD_PCT));
  if (line.cause === 'cell') return [{ ...line, belief, log: line.log + fits(false) }];
  const sleeps = line.asleep && !changed;
  const again: Hypothesis[] = sleeps
    ? [{ ...line, belief, log: line.log + fits(false) + maths.log(SLEEPS_AGAIN) }]
    : [];
  const cleared = copyOf(belief);
  resetComponent(cleared, EXCESS, 0, 0);
  const known: Hypothesis = {
    ...line,
    belief: cleared,
    log: line.log + fits(line.cause === 'draw') + (sleeps ? maths.log(1 - SLEEPS_AGAIN) : 0),
    cause: 'none',
    asleep: false,
    since: null,
  };
  const missedOnes = withExcess(known, 'draw', missed, DRAW_SIZES);
  return [...again, known, ...missedOnes.map((one) => ({ ...one, asleep: true }))];
}
