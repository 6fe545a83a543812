import { MS_PER_DAY } from '../day';
import { Z90, sdOf, type Estimate } from '../estimate';
import { CHEMISTRIES } from '../battery/chemistries';
import { drawPctPerDay } from '../drain/reserve';
import { CHARGE, copyOf, resetComponent, predict } from './gaussian';
import type { LearnQuestion } from './observations';
import { updateHypotheses, measurementOf } from './measurement-update';
import { UNNOTED, type Hypothesis } from './hypothesis';
import { expectedSelfDischarge, usableShare } from './prior';
import { priorOf, beginnings } from './beginnings';
import {
  OUTING_PCT,
  RETURNED_PCT,
  fallUntil,
  filled,
  partCharge,
  fittedAnew,
  MEASURED_SD,
  drawMeasured,
} from './happenings';

// Looked up once: it stands in the innermost loops.
const maths = Math;

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

/** Explanations that are gone on with. */
const KEPT = 24;

/** Less likely than the best by this much (natural logarithm), an explanation is dropped. */
const DROPPED = 11;

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
