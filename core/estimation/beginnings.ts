import { sdOf, type Estimate } from '../estimate';
import { CHEMISTRIES } from '../battery/chemistries';
import { SCALES } from '../battery/scales';
import { drawPctPerDay } from '../drain/reserve';
import {
  EXCESS,
  OFFSET,
  SIZE,
  copyOf,
  resetComponent,
  independent,
  type Gaussian,
} from './gaussian';
import type { LearnQuestion } from './observations';
import { UNNOTED, type Cause, type Hypothesis } from './hypothesis';
import { expectedSelfDischarge } from './prior';
import { ofTwelve } from './house';

// Looked up once: it stands in the innermost loops.
const maths = Math;

/** Sizes that an excess loss may have, percent a day: mean, doubt, and how usual. */
export const DRAW_SIZES = [
  [0.5, 0.35, 0.4],
  [1.6, 0.9, 0.35],
  [5, 3, 0.25],
] as const;

const CELL_SIZES = [
  [0.25, 0.15, 0.4],
  [0.8, 0.45, 0.4],
  [2.2, 1.2, 0.2],
] as const;

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

export function beginnings(prior: Gaussian, cells: number): Hypothesis[] {
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
export function withExcess(
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
