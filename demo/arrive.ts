import { toDay, type Day } from '../core/day';
import { cellsFor } from '../core/battery/chemistries';
import type { BatteryDetails } from '../core/battery/details';
import type { ChargerConnection } from '../core/site/charging-equipment';
import { TrueBattery, steppedDraw, type BatteryTruth, type DrawStep } from '../simulators/battery';
import type { Random } from '../simulators/random';
import type { Battery, Vehicle } from '../store/site';
import { DEMO_BENCHED, DEMO_BENCH_HALL, detailsOf, factsOfStay } from './facts';
import { DEMO_HALLS, MODELS, type DemoBattery, type DemoStay, type Trouble } from './site';

/** A battery of the demo as it is, and as its attendant has it in the head. */
export interface Kept {
  readonly stay: DemoStay;
  readonly spec: DemoBattery;
  readonly details: BatteryDetails;
  readonly id: string;
  readonly truth: BatteryTruth;
  /** What its vehicle draws, step by step; a repair is a step too. */
  readonly draws: DrawStep[];
  readonly battery: TrueBattery;
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

/** A vehicle comes in, with batteries of its own. */
export function arrive(
  stay: DemoStay,
  index: number,
  from: Day,
  chance: Random,
  paper: Random,
  vehicles: Vehicle[],
  batteries: Battery[],
): Kept[] {
  const model = MODELS[stay.model];
  const vehicleId = `vehicle-${String(index + 1).padStart(2, '0')}`;
  const facts = factsOfStay(stay);
  vehicles.push({ id: vehicleId, kind: model.kind, name: model.name, facts });
  const hall = DEMO_HALLS.find((one) => one.rows.some(([row]) => row === stay.bay[0]))!;
  return model.batteries.map((spec: DemoBattery, b) => {
    const mark = `B${String(batteries.length + 1).padStart(3, '0')}`;
    const id = `battery-${mark.slice(1)}`;
    const age = Math.floor(chance.between(0, 6));
    const cells = cellsFor(spec.chemistry, spec.volts);
    const details = detailsOf(spec, model, stay, paper);
    batteries.push({
      id,
      mark,
      chemistry: spec.chemistry,
      nominalVolts: spec.volts,
      cells,
      capacityAh: spec.ah,
      // Nobody knows when some of them were fitted.
      fittedYear: chance.uniform() < 0.12 ? null : 2026 - age,
      details,
    });
    const trouble = stay.trouble?.battery === b ? stay.trouble.what : null;
    const { truth, draws } = hiddenTruth(spec, cells, age, trouble, from, chance);
    const share =
      trouble?.kind === 'forgotten'
        ? trouble.share
        : chance.between(0.88, 1) * (truth.topShare ?? 1);
    return {
      stay,
      spec,
      details,
      id,
      truth,
      draws,
      battery: new TrueBattery(truth, { share, celsius: 10 }),
      trouble,
      clampVolts: chance.uniform() < 0.1 ? chance.between(0.01, 0.02) : 0,
      hallId: DEMO_BENCHED.has(stay.bay) ? DEMO_BENCH_HALL : hall.id,
      from,
      onMaintainer: false,
      charging: false,
      hook: null,
      lampHeard: '',
      lastRead: null,
      lastVolts: 13,
      lastFull: null,
    };
  });
}

const TRUE_SELF_DISCHARGE = {
  flooded: [2.5, 7],
  efb: [2, 4],
  agm: [1, 3],
  gel: [1, 2],
  lfp: [1, 2.5],
} as const;

function hiddenTruth(
  spec: DemoBattery,
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
