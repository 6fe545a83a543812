import { MS_PER_DAY } from '../day';
import { groupBy } from '../group';
import { Z90, sdOf, type Estimate } from '../estimate';
import { CHEMISTRIES, type ChemistryId } from '../battery/chemistries';
import { METER_SD_VOLTS, socOfVolts, surfaceChargeVolts } from '../battery/state-of-charge';
import { scaleCurve, type ScaleId } from '../battery/scales';
import { ageFactor } from '../drain/self-discharge';
import { drawPctPerDay } from '../drain/reserve';

/** What is expected of a battery before its own readings have said anything. */
export interface ExpectedLoss {
  readonly drawMa: Estimate;
  /** True where the draw was measured; else it is what such a vehicle usually draws. */
  readonly drawMeasured: boolean;
  readonly selfPctPerMonthAt20C: Estimate;
}

/** Self-discharge by chemistry and age, in percent of rated capacity in 30 days at 20 °C. */
export function expectedSelfDischarge(chemistry: ChemistryId, ageYears: number | null): Estimate {
  const base = CHEMISTRIES[chemistry].selfDischargePctPerMonthAt20C;
  // Unknown age is treated as old: five years.
  const factor = ageFactor(ageYears ?? 5);
  return { value: base.value * factor, low: base.low * factor, high: base.high * factor };
}

export interface LossReading {
  readonly at: number;
  readonly volts: number;
  readonly celsius: number;
  readonly restedHours: number;
  /** Charges before it: readings between the same two charges share it. */
  readonly segment: number;
}

export interface LossQuestion {
  readonly chemistry: ChemistryId;
  readonly cells: number;
  readonly scale: ScaleId;
  readonly capacityAh: number;
  readonly connected: boolean;
  readonly expected: ExpectedLoss;
  /** Settled readings since the last change at the clamps, oldest first. */
  readonly readings: readonly LossReading[];
  /** Mean Arrhenius factor of the hall between two instants. */
  readonly meanFactor: (from: number, to: number) => number;
  /** The instant for which the answer is wanted: that of the newest reading. */
  readonly now: number;
}

export interface LossAnswer {
  /** Drawn by the vehicle, known or usual, percent a day. */
  readonly drawPctPerDay: number;
  readonly selfPctPerMonthAt20C: number;
  /** What the readings say beyond draw and self-discharge, percent a day, with doubt. */
  readonly excess: Estimate;
  /** All together at present temperatures, percent a day. */
  readonly now: Estimate;
  /** What is explained, at present temperatures, percent a day. */
  readonly explained: Estimate;
  /** What the readings alone say, percent a day; null with fewer than two, a week apart. */
  readonly observed: number | null;
}

/**
 * How well a slope in volts stands for one in percent: the scale's own slope differs between
 * batteries, and an old one holds less than is written on it. Our own assumption, as a standard
 * deviation relative to the loss.
 */
const SCALE_SLOPE_DOUBT = 0.08;
const CAPACITY_DOUBT = 0.12;

/** A week is the least from which a slope in hundredths of a volt can be read. */
const LEAST_SPAN_DAYS = 6.5;

/**
 * How fast a battery loses: begins from what chemistry, age and draw explain, and moves toward
 * its own readings as far as they are worth it.
 *
 * The model is one line between two charges: reading_i = start − explained loss so far −
 * excess · days + noise, with a flat prior on each start (an offset shared by all readings
 * drops out) and a normal prior on the excess, as wide as the explanation is uncertain. Its
 * posterior is a weighted least-squares slope, pooled over the segments and shrunk; a segment
 * counts half as much for each charge since, because what draws may have changed. Noise is the meter's and what a short rest left, each turned
 * into percent by the slope of the scale.
 *
 * Answer in percent of rated capacity a day. Two readings at least a week apart are needed for
 * the evidence to count, and a chemistry whose voltage is not flat.
 */
export function judgeLoss(question: LossQuestion): LossAnswer {
  const { expected, capacityAh, connected, readings, now } = question;
  const recent = question.meanFactor(now - 3 * MS_PER_DAY, now);
  const draw = connected ? drawPctPerDay(expected.drawMa.value, capacityAh) : 0;
  const drawSd = connected ? drawPctPerDay(sdOf(expected.drawMa), capacityAh) : 0;
  const self = expected.selfPctPerMonthAt20C;
  const explainedAt = (factor: number) => draw + (self.value / 30) * factor;
  const explained = explainedAt(recent);
  const priorSd = Math.hypot(drawSd, (sdOf(self) / 30) * recent, CAPACITY_DOUBT * explained, 0.01);

  const latest = readings.length ? readings[readings.length - 1]!.segment : 0;
  const rows = readings.map((reading) => {
    const soc = socOfVolts({
      chemistry: question.chemistry,
      cells: question.cells,
      scale: question.scale,
      volts: reading.volts,
      celsius: reading.celsius,
    });
    const days = (reading.at - now) / MS_PER_DAY;
    const factor = question.meanFactor(reading.at, now);
    const surface = surfaceChargeVolts(question.chemistry, question.cells, reading.restedHours);
    const noise = Math.sqrt((METER_SD_VOLTS * 1.5) ** 2 + (surface / Z90) ** 2);
    const slope = voltsPerPct(question.scale, question.cells, soc);
    const sd = (noise / slope) * Math.SQRT2 ** (latest - reading.segment);
    return {
      segment: reading.segment,
      days,
      soc,
      // Without the explained loss from the reading until now, what is left falls by the excess.
      residual: soc - explainedAt(factor) * -days,
      weight: 1 / (sd * sd),
    };
  });
  const segments = [...groupBy(rows, (row) => row.segment).values()];
  const longEnough = segments.some((rows) => rows[0]!.days <= rows.at(-1)!.days - LEAST_SPAN_DAYS);
  const slopeOf = (y: (row: (typeof rows)[number]) => number) =>
    longEnough && !CHEMISTRIES[question.chemistry].flatVoltage
      ? pooledSlope(segments.map((rows) => rows.map((row) => [row.days, y(row), row.weight])))
      : null;
  const slope = slopeOf((row) => row.residual);
  const observed = slopeOf((row) => row.soc);

  let excessMean = 0;
  let excessSd = priorSd;
  if (slope) {
    const evidence = 1 / (slope.sd * slope.sd);
    const prior = 1 / (priorSd * priorSd);
    // A battery that loses much more than explained has something the prior does not know:
    // the further off the evidence, the less the prior holds it back (a heavy-tailed prior).
    // The other way round it holds: less than explained is more likely a reading gone wrong.
    const surprise = Math.max(1, -slope.value / (2 * Math.hypot(priorSd, slope.sd)));
    const held = prior / (surprise * surprise);
    excessMean = (-slope.value * evidence) / (evidence + held);
    excessSd = Math.sqrt(1 / (evidence + held));
  }
  // Nothing charges itself: the whole loss is not under zero.
  const total = Math.max(0, explained + excessMean);
  excessMean = total - explained;
  if (slope) excessSd = Math.hypot(excessSd, SCALE_SLOPE_DOUBT * total);

  const range = (mean: number, sd: number): Estimate => ({
    value: mean,
    low: Math.max(0, mean - Z90 * sd),
    high: mean + Z90 * sd,
  });
  return {
    drawPctPerDay: draw,
    selfPctPerMonthAt20C: self.value,
    excess: {
      value: excessMean,
      low: excessMean - Z90 * excessSd,
      high: excessMean + Z90 * excessSd,
    },
    now: range(total, excessSd),
    explained: range(explained, priorSd),
    observed: observed ? -observed.value : null,
  };
}

/** Loses more than is explained, beyond doubt and by enough to matter (0.05 % a day). */
export const isUnexplained = (loss: LossAnswer) =>
  loss.observed !== null && loss.excess.low > 0 && loss.now.value - loss.explained.value > 0.05;

/**
 * Far beyond what is explained: half as much again, beyond doubt. A capacity that has shrunk or
 * a scale of its own accounts for less than that, so something is worth looking for.
 */
export const isFarBeyond = (loss: LossAnswer) =>
  isUnexplained(loss) && loss.excess.low > 0.05 && loss.now.value > 1.5 * loss.explained.value;

function voltsPerPct(scale: ScaleId, cells: number, socPct: number): number {
  const curve = scaleCurve(scale);
  const at = Math.min(95, Math.max(5, socPct));
  return (cells * (curve.at(at + 5) - curve.at(at - 5))) / 10;
}

type Row = readonly [x: number, y: number, weight: number];

/**
 * Weighted least-squares slope of y over x with its standard deviation, over groups that each
 * have a level of their own; null where no group has two different x.
 */
export function pooledSlope(
  groups: readonly (readonly Row[])[],
): { value: number; sd: number } | null {
  let sxx = 0;
  let sxy = 0;
  for (const rows of groups) {
    let w = 0;
    let wx = 0;
    let wy = 0;
    for (const [x, y, weight] of rows) {
      w += weight;
      wx += weight * x;
      wy += weight * y;
    }
    for (const [x, y, weight] of rows) {
      sxx += weight * (x - wx / w) ** 2;
      sxy += weight * (x - wx / w) * (y - wy / w);
    }
  }
  return sxx > 1e-9 ? { value: sxy / sxx, sd: Math.sqrt(1 / sxx) } : null;
}

/** Mean Arrhenius factor between two instants over a hall's daily sums. */
export function meanFactorOver(
  temperatures: { firstDay: number; sums: Float64Array },
  dayOfInstant: (at: number) => number,
): (from: number, to: number) => number {
  const { sums, firstDay } = temperatures;
  return (from, to) => {
    const last = sums.length - 2;
    const first = Math.min(last, Math.max(0, dayOfInstant(from) - firstDay));
    const end = Math.min(last, Math.max(first, dayOfInstant(to) - firstDay));
    return (sums[end + 1]! - sums[first]!) / (end - first + 1);
  };
}
