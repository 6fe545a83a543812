import { msg, withWords } from '../../core/language';
import { reserveMark } from '../../core/assessment/reserve-marks';
import type { judge } from '../../core/assessment/judge';
import type { Verdict } from '../../core/assessment/verdict';
import { instantAt, type Day } from '../../core/day';
import type { BatteryState } from '../../core/logbook/state';
import type { ChargeForecast, chargeForecastOf } from '../../core/assessment/charge-forecast';
import type { BatteryRecord } from '../../core/record/battery-record';
import type { jobsToday } from '../../core/plan/due';
import { MINUTES, jobWord, minutesOf, type Job } from '../../core/plan/jobs';
import type { Place } from '../../core/site/place';
import { drivenMinutes } from '../../core/site/driven';
import type { RoomAir } from '../../core/charging/hall-limits';
import { hangingBy, type ActiveConnection } from '../../core/connections/active-connections';
import type { ChargingEquipment } from '../../core/site/charging-equipment';
import type { Rules } from '../../core/rules/rules';
import type { ChargerFault, chargerFaultsOf } from '../../core/connections/charger-faults';
import type { courseOf } from '../chart/course';
import type { SocCourse } from '../chart/drawn';
import { lazily } from '../../core/lazily';
import { servedRecord, type RoundBattery } from './served';
import type { VehicleFacts } from '../../core/stay/vehicle-facts';
import { PLAIN_VEHICLE } from '../../core/stay/usual';
import type { VehicleKindId } from '../../core/site/vehicle-kinds';
import {
  settingOfHall,
  standingOf,
  type BatteryDto,
  type ClockDto,
  type HallDto,
  type VehicleDto,
} from '../site/dto';

/** A vehicle as it travels: of its facts those that are not a plain vehicle's. */
export type RoundVehicle = Omit<VehicleDto, 'facts'> & { readonly facts: Partial<VehicleFacts> };

export interface RoundStop {
  readonly vehicle: RoundVehicle;
  readonly batteries: readonly RoundBattery[];
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
  /** Where some of them stand that are driven to. */
  readonly places: readonly Place[];
  readonly stops: readonly RoundStop[];
  readonly stock: ChargingEquipment;
  /** The air of each hall, with all that charges there. */
  readonly rooms: Readonly<Record<string, RoomAir>>;
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
  readonly batteryId: string;
  readonly job: Job;
  readonly label: string;
  readonly done: boolean;
}

/** A battery as it stands with what was recorded on this device. */
export interface Judged {
  readonly battery: BatteryDto;
  readonly standing: BatteryRecord;
  readonly outlook: ChargeForecast | null;
  /** What its record means. */
  readonly verdict: Verdict;
  /** What is wrong, or may be, with what it hangs on. */
  readonly faults: readonly ChargerFault[];
  /** The charge foreseen, for the chart. */
  readonly course: SocCourse | null;
}

export interface StopView {
  readonly vehicle: RoundVehicle;
  readonly hallName: string;
  /** Where its hall stands; null: where the attendant begins. */
  readonly place: string | null;
  readonly batteryIds: readonly string[];
  /** One of its batteries, opened when it is asked for. */
  readonly judged: (batteryId: string) => Judged;
  /** Where each stands on the scale of reserve. */
  readonly reserves: readonly number[];
  readonly steps: readonly Step[];
  /** Could not be reached today. */
  readonly passed: boolean;
  readonly done: boolean;
  readonly minutesLeft: number;
}

/** A hall of the round; its temperatures are worked out when somebody stands there. */
export interface HallSetting {
  readonly name: string;
  readonly place: string | null;
  readonly setting: ReturnType<typeof settingOfHall>;
}
export type HallMap = ReadonlyMap<string, HallSetting>;

export const hallsOf = (data: Pick<RoundData, 'halls'>): HallMap =>
  new Map(
    data.halls.map((hall) => [
      hall.id,
      lazily<HallSetting>({
        name: () => hall.name,
        place: () => hall.place,
        setting: () => settingOfHall(hall),
      }),
    ]),
  );

/** What was recorded on this device since the page was put together, by battery. */
export type States = Readonly<Record<string, BatteryState>>;

/** What is needed to judge a battery anew. */
export interface Anew {
  readonly judge: typeof judge;
  readonly chargeForecastOf: typeof chargeForecastOf;
  readonly jobsToday: typeof jobsToday;
  readonly courseOf: typeof courseOf;
  readonly chargerFaultsOf: typeof chargerFaultsOf;
}

/** A battery of the round with all that is said of it, as it was served or as it stands since. */
function judgedOf(
  served: RoundBattery,
  { vehicle }: RoundStop,
  recorded: BatteryState | undefined,
  data: RoundData,
  hall: HallSetting,
  anew: Anew | null,
): Judged {
  const record = servedRecord(served);
  const battery = recorded ? { ...record.battery, state: recorded } : record.battery;
  const facts = { ...PLAIN_VEHICLE, ...vehicle.facts };
  const standing = standingOf(battery, { ...vehicle, facts }, hall.setting, data.rules, data.clock);
  // As it was served, it was judged; learning is for what was recorded since.
  const said = recorded && anew;
  const outlook = said ? said.chargeForecastOf(standing) : record.verdict.outlook;
  return lazily<Judged>({
    battery: () => battery,
    standing: () => standing,
    outlook: () => outlook,
    verdict: () => (said ? said.judge(standing) : record.verdict),
    faults: () => (said ? said.chargerFaultsOf(standing, outlook) : record.faults),
    course: () => (said ? said.courseOf(standing, outlook) : record.course),
  });
}

/**
 * A stop with its batteries as they stand now; only what was recorded since is judged anew. Without
 * what does that, it stands as it was served.
 */
export function viewStop(
  stop: RoundStop,
  states: States,
  data: RoundData,
  halls: HallMap,
  anew: Anew | null,
): StopView {
  const hall = halls.get(stop.vehicle.hallId)!;
  const morning = instantAt(data.today, 0, 0, data.clock.timeZone);
  const opened = new Map<string, Judged>();
  const judged = (id: string): Judged => {
    let one = opened.get(id);
    if (!one) {
      const served = stop.batteries.find((battery) => battery.id === id)!;
      opened.set(id, (one = judgedOf(served, stop, states[id], data, hall, anew)));
    }
    return one;
  };
  const seen = stop.batteries.map((served) => {
    const { id, label } = served;
    const recorded = states[id];
    if (!recorded) return served;
    // That nobody could get there is no judgement.
    if (!anew) return { ...served, notReachedAt: recorded.notReachedAt };
    const { standing, outlook } = judged(id);
    return {
      id,
      label,
      jobs: anew.jobsToday(standing, outlook),
      reserve: reserveMark(outlook),
      notReachedAt: standing.state.notReachedAt,
    };
  });
  // Its vehicle is handed back once, however many batteries it has: the walk has them all.
  const back = seen.flatMap(({ jobs }) => jobs.filter(({ kind }) => kind === 'hand-back'));
  const goes = back.length > 0 && { kind: 'hand-back' as const, done: back.every(isDone) };
  const whole = seen.map((one, i) => ({
    ...one,
    jobs: [
      ...one.jobs.filter(({ kind }) => kind !== 'hand-back'),
      ...(goes && i === seen.length - 1 ? [goes] : []),
    ],
  }));
  const steps = whole.flatMap(({ id, label, jobs }) =>
    jobs.map((job): Step => ({
      batteryId: id,
      job,
      done: job.done,
      label: labelOf(job, label, seen.length),
    })),
  );
  const passed = seen.some(({ notReachedAt }) => (notReachedAt ?? -1) >= morning);
  const done = steps.every((step) => step.done);
  const open = steps.filter((step) => !step.done);
  return {
    vehicle: stop.vehicle,
    hallName: hall.name,
    place: hall.place,
    batteryIds: stop.batteries.map(({ id }) => id),
    judged,
    reserves: seen.map(({ reserve }) => reserve),
    steps,
    passed: passed && !done,
    done,
    minutesLeft:
      passed || done ? 0 : MINUTES.stop + open.reduce((sum, step) => sum + minutesOf(step.job), 0),
  };
}

/** Minutes of what is left of a round: its stops, the halls that they are in, and the drives there. */
export function minutesLeft(views: readonly StopView[], places: readonly Place[]): number {
  const open = views.filter((view) => view.minutesLeft > 0);
  const halls = new Set(open.map(({ vehicle }) => vehicle.hallId));
  return (
    open.reduce((sum, view) => sum + view.minutesLeft, 0) +
    halls.size * MINUTES.hall +
    drivenMinutes(open, places)
  );
}

const isDone = ({ done }: Job) => done;

function labelOf(job: Job, label: string, batteries: number): string {
  if (job.kind === 'reading') return label;
  if (job.kind === 'hand-back') return jobWord(job);
  return `${batteries > 1 ? `${label} ` : ''}${jobWord(job)}`;
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
export const RESTS = withWords([
  { hours: null, label: msg`as logged` },
  { hours: 0.5, label: msg`under 1 h` },
  { hours: 2, label: msg`about 2 h` },
  { hours: 4, label: '4 h' },
  { hours: 12, label: '12 h' },
  { hours: 24, label: msg`24 h or more` },
] as const);

/** What hangs where, with what was recorded on this device and is not on the server yet. */
export const hangingNow = (
  { hanging }: Pick<RoundData, 'hanging'>,
  states: States,
): ActiveConnection[] => [
  ...hanging.filter(({ batteryId }) => !states[batteryId]),
  ...Object.entries(states).flatMap(([id, state]) => hangingBy(id, state) ?? []),
];
