import { MS_PER_DAY, toDay, type Day } from '../../core/day';
import { cellsFor, type ChemistryId } from '../../core/battery/chemistries';
import type { BatteryDetails } from '../../core/battery/details';
import type { ChargerConnection } from '../../core/site/charging-equipment';
import {
  TrueBattery,
  steppedDraw,
  type BatteryTruth,
  type DrawStep,
  type LivingBattery,
} from '../battery';
import type { Random } from '../random';
import type { Arriving, ArrivingBattery, BatterySpec, Trouble } from './arriving';

/** A battery as it stands in the books. */
export interface PaperBattery {
  readonly id: string;
  readonly mark: string;
  readonly chemistry: ChemistryId;
  readonly nominalVolts: number;
  readonly cells: number;
  readonly capacityAh: number;
  readonly fittedYear: number | null;
  readonly details: BatteryDetails;
}

/** A battery as it is, and as its attendant has it in the head. */
export interface Kept<B extends LivingBattery = TrueBattery> {
  readonly stay: Arriving;
  readonly spec: BatterySpec;
  readonly details: BatteryDetails;
  readonly id: string;
  readonly truth: BatteryTruth;
  /** What its vehicle draws, step by step; a repair is a step too. */
  readonly draws: DrawStep[];
  readonly battery: B;
  readonly trouble: Trouble | null;
  readonly clampVolts: number;
  hallId: string;
  readonly from: Day;
  onMaintainer: boolean;
  charging: boolean;
  hook: ChargerConnection | null;
  lampHeard: string;
  lastRead: Day | null;
  lastVolts: number;
  lastFull: Day | null;
}

/** How a battery begins to live. */
export type Begin<B extends LivingBattery> = (
  truth: BatteryTruth,
  start: { readonly share: number; readonly celsius: number },
  ageYears: number,
) => B;
const byOwnLaws: Begin<TrueBattery> = (truth, start) => new TrueBattery(truth, start);

/** A vehicle comes in: its batteries, each with a truth of its own, and what is written of them. */
export function arrive(
  stay: Arriving,
  from: Day,
  chance: Random,
  paper: Random,
): Arrived<TrueBattery>[] {
  return arriveBy(byOwnLaws, stay, from, chance, paper);
}

interface Arrived<B extends LivingBattery> {
  readonly kept: Kept<B>;
  readonly paper: PaperBattery;
}

/** The same where batteries live by other laws. */
export const arriveBy = <B extends LivingBattery>(
  begin: Begin<B>,
  stay: Arriving,
  from: Day,
  chance: Random,
  paper: Random,
): Arrived<B>[] => stay.batteries.map((one) => arrives(begin, one, stay, from, chance, paper));

function arrives<B extends LivingBattery>(
  begin: Begin<B>,
  { id, mark, spec, trouble, detailsBy, ageYears }: ArrivingBattery,
  stay: Arriving,
  from: Day,
  chance: Random,
  paper: Random,
): Arrived<B> {
  const anyAge = Math.floor(chance.between(0, 6));
  const age = ageYears ?? anyAge;
  const cells = cellsFor(spec.chemistry, spec.volts);
  const details = detailsBy(paper);
  // Nobody knows when some of them were fitted.
  const isUnknown = chance.uniform() < 0.12;
  const year = new Date(from * MS_PER_DAY).getUTCFullYear();
  const { truth, draws } = hiddenTruth(spec, cells, age, trouble, from, chance);
  const share =
    trouble?.kind === 'forgotten' ? trouble.share : chance.between(0.88, 1) * (truth.topShare ?? 1);
  return {
    kept: {
      stay,
      spec,
      details,
      id,
      truth,
      draws,
      battery: begin(truth, { share, celsius: 10 }, age),
      trouble,
      clampVolts: chance.uniform() < 0.1 ? chance.between(0.01, 0.02) : 0,
      hallId: stay.hallId,
      from,
      onMaintainer: false,
      charging: false,
      hook: null,
      lampHeard: '',
      lastRead: null,
      lastVolts: 13,
      lastFull: null,
    },
    paper: {
      ...{ id, mark, chemistry: spec.chemistry, nominalVolts: spec.volts, cells },
      ...{ capacityAh: spec.ah, fittedYear: isUnknown ? null : year - age, details },
    },
  };
}

const TRUE_SELF_DISCHARGE = {
  flooded: [2.5, 7],
  efb: [2, 4],
  agm: [1, 3],
  gel: [1, 2],
  lfp: [1, 2.5],
} as const;

function hiddenTruth(
  spec: BatterySpec,
  cells: number,
  age: number,
  trouble: Trouble | null,
  from: Day,
  chance: Random,
): { truth: BatteryTruth; draws: DrawStep[] } {
  const [low, high] = TRUE_SELF_DISCHARGE[spec.chemistry];
  const own = spec.drawMa * chance.between(0.85, 1.2);
  const draws: DrawStep[] = [{ fromDay: 0, milliamps: own }];
  if (trouble?.kind === 'hidden-draw') draws.push(trouble);
  if (trouble?.kind === 'left-on') {
    draws.push({ fromDay: toDay(trouble.day) - from, milliamps: trouble.milliamps });
  }
  const truth: BatteryTruth = {
    chemistry: spec.chemistry,
    cells,
    ratedAh: spec.ah,
    health:
      trouble?.kind === 'sulfated' ? trouble.health : 1 - 0.035 * age - 0.04 * chance.uniform(),
    selfPctPerMonth: chance.between(low, high) * (1 + 0.06 * age),
    drawMa: steppedDraw(draws),
    offsetVolts: (0.012 * chance.normal() * cells) / 6,
    lagHours: 3 + spec.ah / 12,
    weakCellPctPerDay: trouble?.kind === 'weak-cell' ? trouble.pctPerDay : 0,
    ...(trouble?.kind === 'sulfated' && trouble.topShare !== undefined
      ? { topShare: trouble.topShare }
      : {}),
  };
  return { truth, draws };
}
