import type { ChargeForecast } from '../../core/assessment/charge-forecast';
import { reserveMark } from '../../core/assessment/daily-history';
import { judge, type Verdict } from '../../core/assessment/verdict';
import { MS_PER_DAY } from '../../core/day';
import type { BatteryState, RecordedReading } from '../../core/logbook/fold';
import type { Job } from '../../core/plan/due';
import type { BatteryRecord } from '../../core/record/battery-record';
import { courseOf, type SocCourse } from '../chart/course';
import type { BatteryDto } from '../site/dto';

/** A battery of the round as the server assessed it. */
export interface RoundBattery {
  readonly id: string;
  readonly label: string;
  /** What is to be done, or was done, today. */
  readonly jobs: readonly Job[];
  /** Where it stands on the scale of reserve. */
  readonly reserve: number;
  readonly notReachedAt: number | null;
  /** Its record and all that is said of it, as text: most of them are never opened. */
  readonly record: string;
}

/** What that text holds. */
export interface ServedRecord {
  readonly battery: BatteryDto;
  readonly verdict: Verdict;
  /** The charge foreseen, for the chart. */
  readonly course: SocCourse | null;
}

/** A battery with all that is said of it, as the round takes it along. */
export const roundBattery = (
  battery: BatteryDto,
  standing: BatteryRecord,
  outlook: ChargeForecast | null,
  jobs: readonly Job[],
): RoundBattery => ({
  id: battery.id,
  label: battery.label,
  jobs,
  reserve: reserveMark(outlook),
  notReachedAt: battery.state.notReachedAt,
  record: recordText(
    { battery, verdict: judge(standing), course: courseOf(standing, outlook) },
    standing.now,
  ),
});

/** Digits of what is measured or reckoned: more than anybody reads, and half of the bytes. */
const SENT_DIGITS = 7;
/** So long an entry may wait on a device and still be known by its id when it is there already. */
const KNOWN_BY_ID_DAYS = 60;

/** Readings one column each: a battery has dozens, with the same words in each. */
interface Columns {
  readonly ids: readonly string[];
  readonly at: readonly number[];
  readonly volts: readonly number[];
  readonly celsius: readonly (number | null)[];
  readonly rested: readonly (number | null)[];
  /** 1: fed; 2: confirmed; 3: both. */
  readonly marks: readonly number[];
}

const FED = 1;
const CONFIRMED = 2;

function columnsOf(readings: readonly RecordedReading[], now: number): Columns {
  const from = now - KNOWN_BY_ID_DAYS * MS_PER_DAY;
  return {
    ids: readings.filter(({ at }) => at >= from).map(({ id }) => id),
    at: readings.map(({ at }) => at),
    volts: readings.map(({ volts }) => volts),
    celsius: readings.map(({ celsius }) => celsius),
    rested: readings.map(({ restedHours }) => restedHours),
    marks: readings.map(({ fed, confirmed }) => (fed ? FED : 0) + (confirmed ? CONFIRMED : 0)),
  };
}

function readingsOf({ ids, at, volts, celsius, rested, marks }: Columns): RecordedReading[] {
  const unnamed = at.length - ids.length;
  return at.map((instant, i) => ({
    id: i < unnamed ? `earlier-${i}` : ids[i - unnamed]!,
    at: instant,
    volts: volts[i]!,
    celsius: celsius[i]!,
    restedHours: rested[i]!,
    fed: (marks[i]! & FED) > 0,
    ...(marks[i]! & CONFIRMED ? { confirmed: true } : {}),
  }));
}

/** JSON knows no infinity, and a battery that is held has that many days. */
const ENDLESS = '\u221e';

/**
 * A battery's record as text for the browser. What is left out: the ids of readings of more than
 * 60 days before `now`, and digits beyond the seventh of what is no whole number. Readings are in
 * order of time.
 */
export function recordText({ battery, verdict, course }: ServedRecord, now: number): string {
  const { readings, ...rest } = battery.state;
  const packed = { ...battery, state: { ...rest, readings: columnsOf(readings, now) } };
  return JSON.stringify([packed, verdict, course], (_, value: unknown) => {
    if (typeof value !== 'number' || Number.isInteger(value)) return value;
    if (value === Infinity) return ENDLESS;
    return Number(value.toPrecision(SENT_DIGITS));
  });
}

/** What such a text holds. */
export function recordOfText(text: string): ServedRecord {
  type Packed = Omit<BatteryDto, 'state'> & {
    readonly state: Omit<BatteryState, 'readings'> & { readonly readings: Columns };
  };
  const [packed, verdict, course] = JSON.parse(text, (_, value: unknown) =>
    value === ENDLESS ? Infinity : value,
  ) as [Packed, Verdict, SocCourse | null];
  const state = { ...packed.state, readings: readingsOf(packed.state.readings) };
  return { battery: { ...packed, state }, verdict, course };
}

const opened = new WeakMap<RoundBattery, ServedRecord>();

/** A battery's record, opened when it is first asked for. */
export function servedRecord(battery: RoundBattery): ServedRecord {
  let record = opened.get(battery);
  if (!record) opened.set(battery, (record = recordOfText(battery.record)));
  return record;
}
