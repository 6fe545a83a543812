import { MS_PER_DAY } from '../day';
import { CHEMISTRIES } from '../battery/chemistries';
import { SCALES } from '../battery/scales';
import {
  METER_SD_VOLTS,
  scaleAt,
  surfaceChargeVolts,
  type ScaleAt,
} from '../battery/state-of-charge';
import { MOST_SHOWN_PCT, foreseenVolts } from './expected-reading';
import {
  CHARGE,
  EXCESS,
  OFFSET,
  SIZE,
  copyOf,
  forget,
  learnFrom,
  move,
  sumOf,
  type Gaussian,
} from './gaussian';
import type { Happening, LearnQuestion } from './happenings';
import { UNNOTED, type Line } from './line';
import { normalBelow } from './mixture';

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

type Reading = Extract<Happening, { kind: 'reading' }>;

/** Under this a lithium battery is as good as cut off by its own protection. */
const CUT_OFF_PCT = 4;
/** Its volts may then lie anywhere within so much. */
const CUT_OFF_VOLTS_PER_CELL = 0.2;
/** On a plateau a reading says still less than the scale's spread: so many times that. */
const PLATEAU = 1.2;
/** What one that was found so still holds, percent: mean and doubt. */
const CUT_OFF_LEFT = [1, 2] as const;
/** Of the surface charge that may be left, so much usually is, give or take as much. */
const SURFACE_SHARE = 0.35;

/** Volts for all cells within which a reading that fits nothing may lie. */
const ODD_VOLTS_PER_CELL = 0.5;

/** An explanation after a reading, and those that branch off where it surprises. */
export function heard(
  line: Line,
  reading: Reading,
  seen: Heard,
  cells: number,
  gap: { gapDays: number; gapOnDays: number; connected: boolean },
): Line[] {
  const straight = updated(line, seen);
  const { gapDays, gapOnDays, connected } = gap;
  // Where the voltage is flat nothing need surprise: what was left on does not show for weeks.
  const hides = seen.flat && line.cause === 'none' && connected && gapOnDays > 0;
  if (straight.surprise < 1 && !hides) return [straight.line];
  const children: Line[] = [straight.line];
  if (straight.surprise >= 1) {
    children.push({
      ...line,
      belief: copyOf(line.belief),
      odd: [...line.odd, reading.id],
      log:
        line.log +
        maths.log(
          (reading.confirmed ? UNNOTED.oddAgain : UNNOTED.odd) / (ODD_VOLTS_PER_CELL * cells),
        ),
    });
  }
  const branch = (chance: number, change: (belief: Gaussian) => void, more: Partial<Line>) => {
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
            forget(belief, EXCESS, mean, sd);
            move(belief, [[EXCESS, -(1 - start) * gapOnDays]], 0, 0);
          },
          { cause: 'draw', since },
        );
      }
    }
  }
  if (straight.surprise < 1) return children;
  // One trouble at a time.
  if (line.cause === 'none' && connected) {
    branch(UNNOTED.dipPerDay * gapOnDays, (belief) => move(belief, [], -18, 14 ** 2), {
      dips: [...line.dips, reading.at],
    });
  }
  branch(UNNOTED.risePerDay * gapDays, (belief) => forget(belief, CHARGE, 94, 7), {});
  return children;
}

/** What is the same of a reading for all explanations. */
export interface Heard {
  readonly at: ScaleAt;
  readonly volts: number;
  readonly noise: number;
  readonly flat: boolean;
  /** Its own protection has cut it off: since when, and how empty, does not show. */
  readonly cutOff: boolean;
  readonly cells: number;
}

export function heardOf(reading: Reading, question: LearnQuestion): Heard {
  const { chemistry, cells, scale } = question;
  const at = scaleAt({ chemistry, cells, scale, celsius: reading.celsius });
  const flat = CHEMISTRIES[chemistry].flatVoltage;
  const surface = surfaceChargeVolts(chemistry, cells, reading.restedHours);
  const flatNoise = flat ? PLATEAU * SCALES[scale].spreadVoltsPerCell * cells : 0;
  return {
    at,
    flat,
    cells,
    cutOff: flat && reading.volts < at.voltsOf(CUT_OFF_PCT),
    volts: reading.volts - SURFACE_SHARE * surface,
    noise: maths.hypot(METER_SD_VOLTS, READING_SD_VOLTS, SURFACE_SHARE * surface, flatNoise),
  };
}

/** A copy that has learnt from a reading, and how many standard deviations off it was. */
function updated(line: Line, seen: Heard): { line: Line; surprise: number } {
  return seen.cutOff ? foundEmpty(line, seen) : readAs(line, seen);
}

function readAs(line: Line, { at, volts, noise }: Heard): { line: Line; surprise: number } {
  const belief = copyOf(line.belief);
  const expected = maths.min(MOST_SHOWN_PCT, belief.mean[CHARGE]!);
  const seen = at.socOf(volts - belief.mean[OFFSET]!);
  // The chord from what was expected to what is seen: through a bend of the scale it is exact.
  const far = maths.abs(seen - expected) > 4 ? seen : expected + 4;
  const { volts: foreseen, weights } = foreseenVolts(belief, at, expected, far);
  const surprise = volts - foreseen;
  const spread = sumOf(belief, weights).variance + noise * noise;
  const log = line.log + learnFrom(belief, weights, surprise, noise * noise);
  // What the first reading after a charge shows is what it came up to, near enough.
  const weakPct = line.weak ? (line.weakPct ?? belief.mean[CHARGE]!) : null;
  return {
    line: { ...line, belief, log, weakPct },
    surprise: maths.abs(surprise) / maths.sqrt(spread),
  };
}

/**
 * It is empty, and may have been for long: all that is learnt is that its charge, had it gone on
 * falling, is somewhere under the cut-off. The belief cut off there, by its first two moments.
 */
function foundEmpty(line: Line, { cells }: Heard): { line: Line; surprise: number } {
  const belief = copyOf(line.belief);
  const mean = belief.mean[CHARGE]!;
  const variance = belief.cov[CHARGE * SIZE + CHARGE]!;
  const sd = maths.sqrt(variance) + 1e-6;
  const edge = (CUT_OFF_PCT - mean) / sd;
  const below = maths.max(1e-9, normalBelow(edge));
  const pull = maths.exp(-0.5 * edge * edge) / maths.sqrt(2 * maths.PI) / below;
  const left = maths.min(0.999, maths.max(0.05, 1 - edge * pull - pull * pull));
  const doubt = (variance * left) / (1 - left);
  const weights = new Numbers(SIZE);
  weights[CHARGE] = 1;
  learnFrom(belief, weights, (-sd * pull * (variance + doubt)) / variance, doubt);
  forget(belief, CHARGE, ...CUT_OFF_LEFT);
  const log = line.log + maths.log(below / (CUT_OFF_VOLTS_PER_CELL * cells));
  return { line: { ...line, belief, log }, surprise: maths.max(0, -edge) };
}
