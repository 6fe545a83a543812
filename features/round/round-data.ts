import type { BatteryContext } from '../../core/context/battery-context';
import { contextOf } from '../../core/context/from-record';
import { instantAt, type Day } from '../../core/day';
import type { BatteryState } from '../../core/logbook/fold';
import { chargeForecastOf, type ChargeForecast } from '../../core/assessment/charge-forecast';
import type { BatteryRecord } from '../../core/record/battery-record';
import { MINUTES, jobsToday, minutesOf, type Job } from '../../core/plan/due';
import { PROCEDURES } from '../../core/procedures/procedures';
import { hangingBy, type ActiveConnection } from '../../core/connections/active-connections';
import type { ChargingEquipment } from '../../core/site/charging-equipment';
import type { Rules } from '../../core/rules/rules';
import type { DailyTemperatures } from '../../core/site/climate';
import type { VehicleKindId } from '../../core/site/vehicle-kinds';
import {
  settingOfHall,
  standingOf,
  type BatteryDto,
  type ClockDto,
  type HallDto,
  type VehicleDto,
} from '../site/dto';

export interface RoundStop {
  readonly vehicle: VehicleDto;
  readonly batteries: readonly BatteryDto[];
}

export interface RoundData {
  /** The newest entry of the logbook when it was put together. */
  readonly upToSeq: number;
  readonly clock: ClockDto;
  readonly today: Day;
  readonly roundDay: Day;
  readonly rules: Rules;
  /** The hall where a bench stands. */
  readonly benchHallId: string;
  readonly halls: readonly HallDto[];
  readonly stops: readonly RoundStop[];
  readonly stock: ChargingEquipment;
  /** What hangs where on the whole site. */
  readonly hanging: readonly ActiveConnection[];
  /** Ampere-hours that chargers have reported so far, by battery. */
  readonly heardAh: Readonly<Record<string, number>>;
  /** Some vehicle stands here. */
  readonly anyLaidUp: boolean;
  /** The demo has an outside that can be looked at. */
  readonly demo: boolean;
  /** Rounds to come in which each vehicle will be a stop, as far as can be foreseen. */
  readonly ahead: readonly {
    readonly vehicleId: string;
    readonly bayMark: string;
    readonly name: string;
    readonly kind: VehicleKindId;
    readonly hallId: string;
    readonly days: readonly Day[];
  }[];
}

/** One thing to do at a stop, as the attendant meets it. */
export interface Step {
  readonly battery: BatteryDto;
  readonly job: Job;
  readonly label: string;
  readonly done: boolean;
}

/** A battery as it stands with what was recorded on this device. */
export interface Judged {
  readonly battery: BatteryDto;
  readonly standing: BatteryRecord;
  readonly outlook: ChargeForecast | null;
  /** All that decides what may be done to it now. */
  readonly context: BatteryContext;
}

export interface StopView {
  readonly vehicle: VehicleDto;
  readonly hallName: string;
  readonly judged: readonly Judged[];
  readonly steps: readonly Step[];
  /** Could not be reached today. */
  readonly passed: boolean;
  readonly done: boolean;
  readonly minutesLeft: number;
}

/** A job in a word or two, for the list of stops. */
export function jobWord(job: Job): string {
  switch (job.kind) {
    case 'reading':
      return 'volts';
    case 'take-off':
      return 'off charge';
    case 'procedure':
      return PROCEDURES[job.procedure].short;
    default:
      return job.kind;
  }
}

export type HallMap = ReadonlyMap<
  string,
  { name: string; temperatures: DailyTemperatures; powerCutAt: number | null }
>;

export function hallsOf(data: RoundData): HallMap {
  return new Map(data.halls.map((hall) => [hall.id, settingOfHall(hall)]));
}

/** A stop with its batteries judged as they stand now. */
export function viewStop(
  stop: RoundStop,
  states: Readonly<Record<string, BatteryState>>,
  data: RoundData,
  halls: HallMap,
): StopView {
  const hall = halls.get(stop.vehicle.hallId)!;
  const morning = instantAt(data.today, 0, 0, data.clock.timeZone);
  const judged = stop.batteries.map((wire): Judged => {
    const battery = { ...wire, state: states[wire.id] ?? wire.state };
    const standing = standingOf(battery, stop.vehicle, hall, data.rules, data.clock);
    // As it was served, it was judged; learning is for what was recorded since.
    const served = battery.state === wire.state ? wire.forecast : undefined;
    const outlook = served === undefined ? chargeForecastOf(standing) : served;
    return { battery, standing, outlook, context: contextOf(standing, outlook) };
  });
  const steps = judged.flatMap(({ battery, standing, outlook }) =>
    jobsToday(standing, outlook).map((job): Step => ({
      battery,
      job,
      done: job.done,
      label: labelOf(job, battery, judged.length),
    })),
  );
  const passed = judged.some(({ standing }) => (standing.state.notReachedAt ?? -1) >= morning);
  const done = steps.every((step) => step.done);
  const open = steps.filter((step) => !step.done);
  return {
    vehicle: stop.vehicle,
    hallName: hall.name,
    judged,
    steps,
    passed: passed && !done,
    done,
    minutesLeft:
      passed || done ? 0 : MINUTES.stop + open.reduce((sum, step) => sum + minutesOf(step.job), 0),
  };
}

function labelOf(job: Job, battery: BatteryDto, batteries: number): string {
  if (job.kind === 'reading') return battery.label;
  return `${batteries > 1 ? `${battery.label} ` : ''}${jobWord(job)}`;
}

export interface Position {
  readonly stop: number;
  readonly step: number;
}

/**
 * Where Enter goes: what is left at this stop, then the next stop with something left. A step
 * that is skipped is not come back to before the next stop.
 */
export function nextPosition(views: readonly StopView[], from: Position): Position | null {
  const here = views[from.stop];
  if (here && !here.passed) {
    const open = here.steps.flatMap((step, i) => (step.done || i === from.step ? [] : [i]));
    const skipped = here.steps[from.step]?.done === false;
    const step = open.find((i) => i > from.step) ?? (skipped ? undefined : open[0]);
    if (step !== undefined) return { stop: from.stop, step };
  }
  for (let by = 1; by <= views.length; by++) {
    const at = (from.stop + by) % views.length;
    const view = views[at]!;
    if (view.done || view.passed || at === from.stop) continue;
    return {
      stop: at,
      step: Math.max(
        0,
        view.steps.findIndex((step) => !step.done),
      ),
    };
  }
  return null;
}

/** Digits as typed on the keypad: the last two are decimals. */
export function voltsOfDigits(digits: string): number {
  return Number(digits) / 100;
}

/** Digits as they show on the display: `12.5_`. */
export function displayOf(digits: string): string {
  if (digits === '') return '–.––';
  return voltsOfDigits(digits).toFixed(2);
}

/** How many digits a sensible reading of this battery has: three under 10 V, else four. */
export const digitsWanted = (nominalVolts: number) => (nominalVolts < 9 ? 3 : 4);

/** Rest that the attendant knows better than the logbook; null: as the logbook has it. */
export const RESTS = [
  { hours: null, label: 'as logged' },
  { hours: 0.5, label: 'under 1 h' },
  { hours: 2, label: 'about 2 h' },
  { hours: 4, label: '4 h' },
  { hours: 12, label: '12 h' },
  { hours: 24, label: '24 h or more' },
] as const;

/** What hangs where, with what was recorded on this device and is not on the server yet. */
export function hangingNow(
  data: Pick<RoundData, 'hanging'>,
  views: readonly StopView[],
): ActiveConnection[] {
  const here = views.flatMap(({ judged }) => judged.map(({ battery }) => battery));
  const own = new Set(here.map(({ id }) => id));
  return [
    ...data.hanging.filter(({ batteryId }) => !own.has(batteryId)),
    ...here.flatMap(({ id, state }) => hangingBy(id, state) ?? []),
  ];
}
