import { MS_PER_DAY } from '../day';
import { CHEMISTRIES } from '../battery/chemistries';
import { SCALES } from '../battery/scales';
import {
  METER_SD_VOLTS,
  scaleAt,
  surfaceChargeVolts,
  type ScaleAt,
} from '../battery/state-of-charge';
import { MAX_SHOWN_PCT, foreseenVolts } from './foreseen-volts';
import {
  BULGE,
  CHARGE,
  EXCESS,
  OFFSET,
  SIZE,
  copyOf,
  resetComponent,
  measurementUpdate,
  predict,
  sumOf,
  type Gaussian,
} from './gaussian';
import type { Observation, LearnQuestion } from './observations';
import { UNNOTED, type Hypothesis } from './hypothesis';
import { normalBelow } from '../normal';
import { SURFACE_SHARE, relaxationSd } from './relaxation';

// Looked up once: these stand in the innermost loops.
const maths = Math;
const Numbers = Float64Array;

const STEP_SIZES = [
  [0.7, 0.5, 0.5],
  [4, 3, 0.5],
] as const;
/** Parts of the time between two readings that may have passed before a step. */
const STEP_STARTS = [0.1, 0.55] as const;

/** What is not known of the battery's temperature and of the meter's last digit. */
const READING_SD_VOLTS = 0.004;

type Reading = Extract<Observation, { kind: 'reading' }>;

/**
 * A scale has a shape of its own at every charge, which no slope and no bulge follow: so much
 * half-way down, and less toward its ends. Our own assumption.
 */
const SHAPE_VOLTS_PER_CELL = 0.0015;
/** On a plateau a reading says still less than the scale's spread: so many times that. */
const PLATEAU = 1.2;
/** A battery found flat: under which charge it is, what it holds then, and how far volts may lie. */
interface Empty {
  readonly underPct: number;
  /** Percent: mean and doubt. */
  readonly left: readonly [mean: number, sd: number];
  readonly voltsPerCell: number;
}
/** A lithium battery is then as good as cut off by its own protection. */
const CUT_OFF: Empty = { underPct: 4, left: [1, 2], voltsPerCell: 0.2 };
/**
 * Under this acid is all but spent: volts drop away by themselves, and hardly tell how far it
 * went. Our own assumption; about 11.7 V of a 12 V battery.
 */
const SPENT_PCT = -12;
/** Volts under empty are taken for no less charge than this, give or take so much. */
const SPENT_LEAST_PCT = -100;
const SPENT_SD_PCT = 15;

function emptyAs(volts: number, lithium: boolean, at: ScaleAt): Empty | null {
  if (lithium) return volts < at.voltsOf(CUT_OFF.underPct) ? CUT_OFF : null;
  if (volts >= at.voltsOf(SPENT_PCT)) return null;
  const left = maths.max(SPENT_LEAST_PCT, at.socOf(volts));
  return { underPct: SPENT_PCT, left: [left, SPENT_SD_PCT], voltsPerCell: 0.5 };
}

/** Volts for all cells within which a reading that fits nothing may lie. */
const OUTLIER_VOLTS_PER_CELL = 0.5;

/** An explanation after a reading, and those that branch off where it surprises. */
export function updateHypotheses(
  line: Hypothesis,
  reading: Reading,
  seen: Measurement,
  cells: number,
  gap: { gapDays: number; gapOnDays: number; connected: boolean },
): Hypothesis[] {
  const straight = updated(line, seen);
  const { gapDays, gapOnDays, connected } = gap;
  // Where the voltage is flat nothing need surprise: what was left on does not show for weeks.
  const hides = seen.flat && line.cause === 'none' && connected && gapOnDays > 0;
  if (straight.surprise < 1 && !hides) return [straight.line];
  const children: Hypothesis[] = [straight.line];
  if (straight.surprise >= 1) {
    const outlier =
      (reading.confirmed ? UNNOTED.outlierConfirmed : UNNOTED.outlier) *
      (seen.empty && !seen.flat ? UNNOTED.outlierFlat : 1);
    children.push({
      ...line,
      belief: copyOf(line.belief),
      outliers: [...line.outliers, reading.id],
      log: line.log + maths.log(outlier / (OUTLIER_VOLTS_PER_CELL * cells)),
    });
  }
  const branch = (
    chance: number,
    change: (belief: Gaussian) => void,
    more: Partial<Hypothesis>,
  ) => {
    if (!(chance > 0)) return;
    const belief = copyOf(line.belief);
    change(belief);
    const branched = { ...line, ...more, belief, log: line.log + maths.log(chance) };
    children.push(updated(branched, seen).line);
  };
  if (line.cause === 'none' && connected && gapOnDays > 0) {
    const stepPerDay = seen.flat ? UNNOTED.stepPerDayFlat : UNNOTED.stepPerDay;
    for (const start of STEP_STARTS) {
      for (const [mean, sd, usual] of STEP_SIZES) {
        const chance = stepPerDay * gapOnDays * usual * 0.5;
        const since = reading.at - (1 - start) * gapOnDays * MS_PER_DAY;
        branch(
          chance,
          (belief) => {
            resetComponent(belief, EXCESS, mean, sd);
            predict(belief, [[EXCESS, -(1 - start) * gapOnDays]], 0, 0);
          },
          { cause: 'draw', since },
        );
      }
    }
  }
  if (straight.surprise < 1) return children;
  // One trouble at a time.
  if (line.cause === 'none' && connected) {
    branch(UNNOTED.dipPerDay * gapOnDays, (belief) => predict(belief, [], -18, 14 ** 2), {
      dips: [...line.dips, reading.at],
    });
  }
  branch(UNNOTED.risePerDay * gapDays, (belief) => resetComponent(belief, CHARGE, 94, 7), {});
  return children;
}

/** What is the same of a reading for all explanations. */
export interface Measurement {
  readonly at: ScaleAt;
  readonly volts: number;
  readonly noise: number;
  readonly flat: boolean;
  /** It is flat: since when, and how far down it went on, does not show. Null: it is not. */
  readonly empty: Empty | null;
  readonly cells: number;
}

export function measurementOf(reading: Reading, question: LearnQuestion): Measurement {
  const { chemistry, cells, scale } = question;
  const at = scaleAt({ chemistry, cells, scale, celsius: reading.celsius });
  const flat = CHEMISTRIES[chemistry].flatVoltage;
  const surface = surfaceChargeVolts(chemistry, cells, reading.restedHours);
  const flatNoise = flat ? PLATEAU * SCALES[scale].spreadVoltsPerCell * cells : 0;
  return {
    at,
    flat,
    cells,
    empty: emptyAs(reading.volts, flat, at),
    volts: reading.volts - SURFACE_SHARE * surface,
    noise: maths.hypot(
      METER_SD_VOLTS,
      READING_SD_VOLTS,
      relaxationSd(chemistry, cells, reading.restedHours),
      flatNoise,
    ),
  };
}

/** A copy that has learnt from a reading, and how many standard deviations off it was. */
function updated(line: Hypothesis, seen: Measurement): { line: Hypothesis; surprise: number } {
  return seen.empty ? foundEmpty(line, seen.empty, seen.cells) : readAs(line, seen);
}

function readAs(
  line: Hypothesis,
  { at, volts, noise: own, cells, flat }: Measurement,
): {
  line: Hypothesis;
  surprise: number;
} {
  const belief = copyOf(line.belief);
  const expected = maths.min(MAX_SHOWN_PCT, belief.mean[CHARGE]!);
  const seen = at.socOf(volts - belief.mean[OFFSET]!);
  // The chord from what was expected to what is seen: through a bend of the scale it is exact.
  const far = maths.abs(seen - expected) > 4 ? seen : expected + 4;
  const { volts: foreseen, weights } = foreseenVolts(belief, at, expected, far);
  const surprise = volts - foreseen;
  const shape = flat ? 0 : SHAPE_VOLTS_PER_CELL * cells * weights[BULGE]!;
  const noise = maths.hypot(own, shape);
  const spread = sumOf(belief, weights).variance + noise * noise;
  const before = possible(line, line.belief);
  const fits = measurementUpdate(belief, weights, surprise, noise * noise);
  // A belief cut off where nothing can be: what is left of it before and after.
  const log = line.log + fits + maths.log(possible(line, belief) / before);
  // What the first reading after a charge shows is what it came up to, near enough.
  const weakPct = line.weak
    ? (line.weakPct ?? maths.min(line.most ?? 100, belief.mean[CHARGE]!))
    : null;
  return {
    line: { ...line, belief, log, weakPct, most: null },
    surprise: maths.abs(surprise) / maths.sqrt(spread),
  };
}

/**
 * How much of a belief lies where its explanation can be: what came up to little came up to no
 * more than that, and a loss on top is none under zero. A normal belief that is not cut off there
 * would explain a battery over full by one that is weak, the better the fuller it reads.
 */
function possible({ most, cause }: Hypothesis, { mean, cov }: Gaussian): number {
  let share = 1;
  if (most !== null) {
    const sd = maths.sqrt(cov[CHARGE * SIZE + CHARGE]!) + 1e-9;
    share *= normalBelow((most - mean[CHARGE]!) / sd);
  }
  if (cause !== 'none') {
    const sd = maths.sqrt(cov[EXCESS * SIZE + EXCESS]!) + 1e-9;
    share *= normalBelow(mean[EXCESS]! / sd);
  }
  return maths.max(1e-12, share);
}

/**
 * It is empty, and may have been for long: all that is learnt is that its charge, had it gone on
 * falling, is somewhere under that. The belief cut off there, by its first two moments.
 */
function foundEmpty(
  line: Hypothesis,
  empty: Empty,
  cells: number,
): { line: Hypothesis; surprise: number } {
  const belief = copyOf(line.belief);
  const mean = belief.mean[CHARGE]!;
  const variance = belief.cov[CHARGE * SIZE + CHARGE]!;
  const sd = maths.sqrt(variance) + 1e-6;
  const edge = (empty.underPct - mean) / sd;
  const below = maths.max(1e-9, normalBelow(edge));
  const pull = maths.exp(-0.5 * edge * edge) / maths.sqrt(2 * maths.PI) / below;
  const left = maths.min(0.999, maths.max(0.05, 1 - edge * pull - pull * pull));
  const doubt = (variance * left) / (1 - left);
  const weights = new Numbers(SIZE);
  weights[CHARGE] = 1;
  measurementUpdate(belief, weights, (-sd * pull * (variance + doubt)) / variance, doubt);
  resetComponent(belief, CHARGE, ...empty.left);
  const log = line.log + maths.log(below / (empty.voltsPerCell * cells));
  return { line: { ...line, belief, log }, surprise: maths.max(0, -edge) };
}
