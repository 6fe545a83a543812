import type { ChargerFault } from '../../core/connections/charger-faults';
import type { Verdict } from '../../core/assessment/verdict';
import { MS_PER_DAY } from '../../core/day';
import { EMPTY_BATTERY, type BatteryState, type RecordedReading } from '../../core/logbook/state';
import type { BatteryDetails } from '../../core/battery/details';
import { usualDetails } from '../../core/battery/usual-details';
import type { Job } from '../../core/plan/jobs';
import { learntFrom } from '../../core/record/settled';
import type { SocCourse } from '../chart/drawn';
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
  /** Its record and all that is said of it: most of them are never opened. */
  readonly record: PackedRecord;
}

/** A battery's record with all that was said of it. */
export interface ServedRecord {
  readonly battery: BatteryDto;
  readonly verdict: Verdict;
  /** What is wrong, or may be, with what it hangs on. */
  readonly faults: readonly ChargerFault[];
  /** The charge foreseen, for the chart. */
  readonly course: SocCourse | null;
}

/** The same without what most batteries have alike. */
export interface PackedRecord extends Omit<ServedRecord, 'battery'> {
  readonly battery: Omit<BatteryDto, 'state' | 'details'> & {
    /** What is not as usual for its chemistry. */
    readonly details: Partial<BatteryDetails>;
    /** What is not as with a battery of which nothing is on record. */
    readonly state: Partial<Omit<BatteryState, 'readings'>>;
  };
  readonly readings: Columns;
}

/** Readings one column each: a battery has dozens, with the same words in each. */
interface Columns {
  /** Of the last readings: enough to know what waits on a device and is here already. */
  readonly ids: readonly string[];
  /** The first instant, then the milliseconds from each to the next. */
  readonly at: readonly number[];
  readonly volts: readonly number[];
  /** Left out where none was noted. */
  readonly celsius?: readonly (number | null)[];
  readonly rested: readonly (number | null)[];
  /** Places of those that were fed, and of those that were confirmed. */
  readonly fed: readonly number[];
  readonly confirmed: readonly number[];
}

/** So long an entry may wait on a device and still be known by its id when it is here already. */
const KNOWN_BY_ID_DAYS = 14;

const placesOf = <T>(list: readonly T[], is: (one: T) => boolean): number[] =>
  list.flatMap((one, i) => (is(one) ? [i] : []));

function columnsOf(readings: readonly RecordedReading[], now: number): Columns {
  const from = now - KNOWN_BY_ID_DAYS * MS_PER_DAY;
  return {
    ids: readings.filter(({ at }) => at >= from).map(({ id }) => id),
    at: readings.map(({ at }, i) => at - (i === 0 ? 0 : readings[i - 1]!.at)),
    volts: readings.map(({ volts }) => volts),
    ...(readings.some(({ celsius }) => celsius !== null)
      ? { celsius: readings.map(({ celsius }) => celsius) }
      : {}),
    rested: readings.map(({ restedHours }) => restedHours),
    fed: placesOf(readings, ({ fed }) => fed),
    confirmed: placesOf(readings, ({ confirmed }) => confirmed === true),
  };
}

function readingsOf({ ids, at, volts, celsius, rested, fed, confirmed }: Columns) {
  const unnamed = at.length - ids.length;
  const fedAt = new Set(fed);
  const confirmedAt = new Set(confirmed);
  let instant = 0;
  return at.map((after, i): RecordedReading => ({
    id: i < unnamed ? `earlier-${i}` : ids[i - unnamed]!,
    at: (instant += after),
    volts: volts[i]!,
    celsius: celsius?.[i] ?? null,
    restedHours: rested[i]!,
    fed: fedAt.has(i),
    ...(confirmedAt.has(i) ? { confirmed: true } : {}),
  }));
}

/** What is not as `usual`. */
export function unlike<T extends object>(one: T, usual: Partial<T>): Partial<T> {
  const fields = Object.entries(one).filter(
    ([key, value]) => JSON.stringify(value) !== JSON.stringify(usual[key as keyof T]),
  );
  return Object.fromEntries(fields) as Partial<T>;
}

/**
 * A record as it travels. What is lost: what nothing is learnt from, and the ids of
 * readings of more than 14 days before `now`.
 * Readings are in order of time.
 */
export function packed({ battery, ...said }: ServedRecord, now: number): PackedRecord {
  const { readings, ...state } = battery.state;
  const usual = usualDetails(battery.facts.chemistry);
  return {
    ...said,
    battery: {
      ...battery,
      details: unlike(battery.details, usual),
      state: unlike(state, EMPTY_BATTERY),
    },
    readings: columnsOf(learntFrom(readings), now),
  };
}

/** The record that was packed. */
export function unpacked({ battery, readings, ...said }: PackedRecord): ServedRecord {
  const details = { ...usualDetails(battery.facts.chemistry), ...battery.details };
  const state = { ...EMPTY_BATTERY, ...battery.state, readings: readingsOf(readings) };
  return { ...said, battery: { ...battery, details, state } };
}

const opened = new WeakMap<RoundBattery, ServedRecord>();

/** A battery's record, opened when it is first asked for. */
export function servedRecord(battery: RoundBattery): ServedRecord {
  let record = opened.get(battery);
  if (!record) opened.set(battery, (record = unpacked(battery.record)));
  return record;
}
