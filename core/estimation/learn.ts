import { MS_PER_DAY } from '../day';
import { Z90, sdOf, type Estimate } from '../estimate';
import { CHEMISTRIES } from '../battery/chemistries';
import { SCALES } from '../battery/scales';
import { drawPctPerDay } from '../drain/reserve';
import {
  CHARGE,
  DRAW,
  EXCESS,
  OFFSET,
  SELF,
  SIZE,
  copyOf,
  resetComponent,
  independent,
  predict,
  sumOf,
  type Gaussian,
} from './gaussian';
import type { LearnQuestion } from './observations';
import { updateHypotheses, measurementOf } from './measurement-update';
import { UNNOTED, type Cause, type Hypothesis } from './hypothesis';
import { expectedSelfDischarge, usableShare } from './prior';
import { EARLY_PCT, FULL_PCT, ofTwelve } from './house';

// Looked up once: these stand in the innermost loops.
const maths = Math;
const Numbers = Float64Array;

/** One explanation of a whole record, with what it makes of the battery. */
export interface Explanation extends Omit<Hypothesis, 'log'> {
  /** How likely it is; all explanations together make 1. */
  readonly weight: number;
}

/** What a battery's record teaches. */
export interface BatteryEstimate {
  /** The likeliest first. */
  readonly explanations: readonly Explanation[];
  /** Its negative is on now. */
  readonly connected: boolean;
  /** Usable capacity as a share of the rated one. */
  readonly usableShare: Estimate;
  /** What chemistry, age and known draw explain, percent a day at present temperatures. */
  readonly explained: Estimate;
  /** The most that the vehicle draws if it is as known or usual, percent a day. */
  readonly knownDrawMost: number;
  /** Arrhenius factor at present. */
  readonly factorNow: number;
  /** Settled enough readings that it was learnt from, since the last full charge and before. */
  readonly readings: number;
  /** Of the charges of its house that are noted as full, so many end early. */
  readonly early: number;
  readonly asOf: number;
}

/** Sizes that an excess loss may have, percent a day: mean, doubt, and how usual. */
const DRAW_SIZES = [
  [0.5, 0.35, 0.4],
  [1.6, 0.9, 0.35],
  [5, 3, 0.25],
] as const;
const CELL_SIZES = [
  [0.25, 0.15, 0.4],
  [0.8, 0.45, 0.4],
  [2.2, 1.2, 0.2],
] as const;
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
const OUTING_PCT = [-1.5, 3] as const;
/** Charge after weeks on the road: mean and standard deviation. Our own assumption. */
const RETURNED_PCT = [85, 12] as const;

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
/**
 * A battery's voltage runs steeper or flatter than its scale, by a share. The published sources
 * disagree by more: E = SG + 0.845 makes a flooded battery 0.09 V lower at empty than the
 * open-circuit table does, 12 % of the way down.
 */
const STEEPER_SD = 0.085;
/**
 * A battery that shows more than its kind does when full: so many volts a cell, give or take as
 * many. One that shows less is taken for one that was not full.
 */
const OWN_VOLTS_PER_CELL = 0.006;
/** Explanations that are gone on with. */
const KEPT = 24;
/** Less likely than the best by this much (natural logarithm), an explanation is dropped. */
const DROPPED = 11;

/** What a battery is believed to be before anything of it was written down. */
export function priorOf(question: LearnQuestion, share: Estimate): Gaussian {
  const { chemistry, capacityAh, cells, scale, house } = question;
  const usableAh = capacityAh * share.value;
  const shareSd = sdOf(share) / share.value;
  const draw = drawPctPerDay(question.usualDrawMa.value, usableAh);
  const self = expectedSelfDischarge(chemistry, question.ageYears);
  const flat = CHEMISTRIES[chemistry].flatVoltage;
  const spread = SCALES[scale].spreadVoltsPerCell * cells;
  const twelve = ofTwelve(chemistry, cells);
  return independent([
    [80, 25],
    // Where the voltage is flat, its plateaus are not where the scale has them.
    [twelve * house.volts, maths.hypot(twelve * house.sd, flat ? 1.5 * spread : spread)],
    [0, STEEPER_SD],
    [0, SCALES[scale].bulgeVoltsPerCell * cells],
    [draw, maths.hypot(drawPctPerDay(sdOf(question.usualDrawMa), usableAh), draw * shareSd)],
    [self.value / share.value, maths.hypot(sdOf(self), self.value * shareSd) / share.value],
    [0, 0],
  ]);
}

/**
 * Learns a battery's losses from its record.
 *
 * Each explanation of the record (all is well; something draws, from the beginning or from some
 * day; a cell leaks; this reading was another battery's; it does not come up to full) is a
 * linear model with Gaussian doubt: charge falls by draw while connected, by self-discharge with
 * the hall's temperature (Arrhenius), and by the excess; a reading shows it through the scale,
 * with an offset that all readings share, a slope that is the battery's own, and noise. Kalman's
 * filter follows each; how well it foresaw each reading is how likely it is (Bayes). At each
 * reading that surprises, explanations branch, and the unlikely ones are dropped.
 *
 * Losses and charge are in percent of what the battery can still hold, since that is what volts
 * show; ampere-hours alone tell how much that is. Readings taken too soon count with the doubt
 * that surface charge leaves; what was read on a charger does not count.
 *
 * Source of the method: D. L. Alspach, H. W. Sorenson, "Nonlinear Bayesian Estimation Using
 * Gaussian Sum Approximations", IEEE Trans. Automatic Control 17 (1972). The chances of what
 * nobody notes are our own assumptions.
 */
export const learn = (question: LearnQuestion): BatteryEstimate =>
  estimateOn(followRecord(question), question);

/** A record followed to its last observation. What comes after it is a matter of the clock. */
export interface FollowedRecord {
  readonly lines: readonly Hypothesis[];
  /** How many of the observations were there by then. */
  readonly observations: number;
  readonly share: Estimate;
  readonly connected: boolean;
  readonly fed: boolean;
  /** The instant of the last one; null: there was none. */
  readonly at: number | null;
  /** Settled enough readings among them. */
  readonly readings: number;
  /** The draw that was measured, milliamps. */
  readonly measuredMa: number | null;
}

/**
 * Follows every explanation of a record through its observations up to `now`: the costly part of
 * `learn`, which changes with the record alone.
 */
export function followRecord(question: LearnQuestion): FollowedRecord {
  const share = usableShare(
    question.ageYears,
    question.chemistry,
    question.capacityAh,
    question.charges,
  );
  const usableAh = question.capacityAh * share.value;
  const prior = priorOf(question, share);
  let lines = beginnings(prior, question.cells);
  const { happenings, factorDays } = question;
  const flat = CHEMISTRIES[question.chemistry].flatVoltage;
  const missed = flat ? UNNOTED.missedFlat : UNNOTED.missed;
  let connected = question.connected;
  let fed = false;
  let at: number | null = null;
  /** Days since the last reading or charge: in all, and connected. */
  let gapDays = 0;
  let gapOnDays = 0;
  let readings = 0;
  let measured: number | null = null;
  let observations = 0;

  const anew = () => {
    gapDays = 0;
    gapOnDays = 0;
  };

  for (const one of happenings) {
    if (one.at > question.now) break;
    observations++;
    const days = at === null || fed ? 0 : fallUntil(lines, at, one.at, factorDays, connected);
    gapDays += days;
    if (connected) gapOnDays += days;
    at = one.at;
    switch (one.kind) {
      case 'negative':
        connected = one.on;
        break;
      case 'fed':
        fed = one.on;
        break;
      case 'full':
        lines = kept(lines.flatMap((line) => filled(line, flat, question.house.early)));
        anew();
        break;
      case 'part-charge':
        for (const line of lines) partCharge(line, one.ampHours, question, usableAh);
        anew();
        break;
      case 'returned':
        for (const { belief } of lines) resetComponent(belief, CHARGE, ...RETURNED_PCT);
        anew();
        break;
      case 'outing':
        for (const { belief } of lines) predict(belief, [], OUTING_PCT[0], OUTING_PCT[1] ** 2);
        break;
      case 'fitted':
        measured = null;
        lines = kept(lines.flatMap((line) => fittedAnew(line, prior)));
        break;
      case 'draw':
        measured = one.milliamps;
        lines = kept(lines.flatMap((line) => drawMeasured(line, one, usableAh, share, missed)));
        break;
      case 'reading': {
        if (fed) break;
        readings++;
        if (!canBeOf(question, one.volts)) {
          // No such battery: of its charge nothing is learnt.
          lines = lines.map((line) => ({ ...line, outliers: [...line.outliers, one.id] }));
          break;
        }
        const seen = measurementOf(one, question);
        const gap = { gapDays, gapOnDays, connected };
        lines = kept(
          lines.flatMap((line) => updateHypotheses(line, one, seen, question.cells, gap)),
        );
        anew();
        break;
      }
    }
  }
  return { lines, observations, share, connected, fed, at, readings, measuredMa: measured };
}

/** Whether a battery of this kind can show so many volts at rest at all. */
function canBeOf({ chemistry, cells }: LearnQuestion, volts: number): boolean {
  const { high } = CHEMISTRIES[chemistry].restVoltsPerCell;
  return volts <= high * cells;
}

/** What a record teaches as of `now`, from where its last observation left it. */
export function estimateOn(followed: FollowedRecord, question: LearnQuestion): BatteryEstimate {
  const { share, connected, fed, at, readings, measuredMa } = followed;
  const { now, factorDays, usualDrawMa } = question;
  const usableAh = question.capacityAh * share.value;
  const lines = followed.lines.map((line) => ({ ...line, belief: copyOf(line.belief) }));
  if (at !== null && !fed) fallUntil(lines, at, now, factorDays, connected);
  const best = maths.max(...lines.map((line) => line.log));
  const total = lines.reduce((sum, line) => sum + maths.exp(line.log - best), 0);
  const factorNow = factorDays(now - 3 * MS_PER_DAY, now) / 3;
  return {
    explanations: lines
      .map(({ log, ...line }) => ({ ...line, weight: maths.exp(log - best) / total }))
      .sort((a, b) => b.weight - a.weight),
    connected,
    usableShare: share,
    explained: explainedLoss(question, measuredMa, connected, usableAh, share, factorNow),
    knownDrawMost:
      measuredMa === null
        ? drawPctPerDay(usualDrawMa.high, usableAh)
        : 1.3 * drawPctPerDay(measuredMa, usableAh) + 0.1,
    factorNow,
    readings,
    early: question.house.early,
    asOf: now,
  };
}

/** Lets each line lose what it loses from one instant to another; answers the days between. */
function fallUntil(
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

function beginnings(prior: Gaussian, cells: number): Hypothesis[] {
  const sound: Hypothesis = {
    log: maths.log(1 - UNNOTED.draw - UNNOTED.cell),
    belief: prior,
    cause: 'none',
    asleep: false,
    since: null,
    dips: [],
    outliers: [],
    weak: false,
    weakPct: null,
    most: null,
  };
  const own = copyOf(prior);
  const offset = OFFSET * SIZE + OFFSET;
  own.mean[OFFSET] = own.mean[OFFSET]! + cells * OWN_VOLTS_PER_CELL;
  own.cov[offset] = own.cov[offset]! + (cells * OWN_VOLTS_PER_CELL) ** 2;
  return [
    { ...sound, log: sound.log + maths.log(1 - UNNOTED.ownVolts) },
    { ...sound, log: sound.log + maths.log(UNNOTED.ownVolts), belief: own },
    ...withExcess(sound, 'draw', UNNOTED.draw, DRAW_SIZES),
    ...withExcess(sound, 'cell', UNNOTED.cell, CELL_SIZES),
  ];
}

/** The same with an excess loss of each of the usual sizes. */
function withExcess(
  line: Hypothesis,
  cause: Cause,
  chance: number,
  sizes: readonly (readonly [mean: number, sd: number, usual: number])[],
): Hypothesis[] {
  return sizes.map(([mean, sd, usual]) => {
    const belief = copyOf(line.belief);
    resetComponent(belief, EXCESS, mean, sd);
    return { ...line, log: line.log + maths.log(chance * usual), belief, cause };
  });
}

/** Whether an excess of that cause acts now. */
export const excessActs = ({ cause }: Pick<Explanation, 'cause'>, connected: boolean): boolean =>
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

function filled(line: Hypothesis, lithium: boolean, early: number): Hypothesis[] {
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

function partCharge(
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
function fittedAnew(line: Hypothesis, prior: Gaussian): Hypothesis[] {
  const belief = copyOf(line.belief);
  resetComponent(belief, DRAW, prior.mean[DRAW]!, maths.sqrt(prior.cov[DRAW * SIZE + DRAW]!));
  if (line.cause === 'cell') return [{ ...line, belief }];
  resetComponent(belief, EXCESS, 0, 0);
  const known: Hypothesis = { ...line, belief, cause: 'none', asleep: false, since: null };
  return [known, ...withExcess(known, 'draw', UNNOTED.draw, DRAW_SIZES)];
}

/** How surely a draw that was measured is the draw of the days around: a share of it. */
const MEASURED_SD = 0.06;
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
function drawMeasured(
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

function kept(lines: readonly Hypothesis[]): Hypothesis[] {
  const sorted = [...lines].sort((a, b) => b.log - a.log);
  const least = sorted[0]!.log - DROPPED;
  return sorted.filter((line, i) => i < KEPT && line.log >= least);
}

function explainedLoss(
  question: LearnQuestion,
  measuredMa: number | null,
  connected: boolean,
  usableAh: number,
  share: Estimate,
  factor: number,
): Estimate {
  const self = expectedSelfDischarge(question.chemistry, question.ageYears);
  const bySelf = ((self.value / share.value) * factor) / 30;
  const usual = question.usualDrawMa;
  const draw = connected ? drawPctPerDay(measuredMa ?? usual.value, usableAh) : 0;
  const drawSd = !connected
    ? 0
    : measuredMa === null
      ? drawPctPerDay(sdOf(usual), usableAh)
      : MEASURED_SD * draw;
  const value = draw + bySelf;
  const sd = maths.hypot(
    drawSd,
    ((sdOf(self) / share.value) * factor) / 30,
    (value * sdOf(share)) / share.value,
    0.01,
  );
  return { value, low: maths.max(0, value - Z90 * sd), high: value + Z90 * sd };
}
