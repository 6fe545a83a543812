import { t } from '../language';
import type { ChemistryId } from '../battery/chemistries';
import { WEEKDAYS, toDay, weekdayIndex, type Day } from '../day';
import { normalQuantile } from '../forecast/normals';
import type { SeasonDocument } from './document';
import type { SeasonJob } from '../logbook/season-jobs';
import { JOB_BITS } from './job-bits';
import type { RoundDays } from './round-days';
import { type SeasonCharger, chargersOf } from './season-chargers';
import { type PinnedVisit, type Unit, type Grounds, unitOf, leastUnfrozen } from './unit';
import { type Way, waysOf } from './ways';

/** The season compiled into numbers. */
export interface Problem extends RoundDays {
  readonly document: SeasonDocument;
  readonly today: Day;
  readonly roundMinutes: number;
  /** What is entered on the way to a battery, each once in a round: its place, its hall, its stop. */
  readonly ways: readonly Way[];
  /** Minutes of a set of jobs. */
  readonly jobMinutes: Float64Array;
  readonly units: readonly Unit[];
  readonly chargers: readonly SeasonCharger[];
  readonly sorts: number;
  readonly outlets: Float64Array;
  readonly ventilation: Float64Array;
  readonly stops: readonly string[];
  /** Pins that fall on no round, or name what cannot be. */
  readonly impossiblePins: readonly { readonly pin: number; readonly why: string }[];
}

/** Compiles a season document that was found good. */
export function problemOf(document: SeasonDocument): Problem {
  const today = toDay(document.today);
  const end = toDay(document.end) - today;
  const dayIn = (name: string) => toDay(name) - today;
  const span =
    Math.max(end, ...document.batteries.map(({ collect }) => (collect ? dayIn(collect) : 0))) + 1;
  const roundDay = Int32Array.from(
    Array.from({ length: end + 1 }, (_, day) => day).filter((day) =>
      document.rounds.weekdays.includes(WEEKDAYS[weekdayIndex(today + day)]!),
    ),
  );
  const roundUpTo = new Int32Array(span + 1).fill(-1);
  for (let day = 0, next = 0; day <= span; day++) {
    while (next < roundDay.length && roundDay[next]! <= day) next++;
    roundUpTo[day] = next - 1;
  }
  const hallIndex = new Map(document.halls.map(({ id }, i) => [id, i]));
  const chargerIndex = new Map(document.chargers.map(({ id }, i) => [id, i]));
  const means = document.halls.map(({ celsius }) => daysOf(celsius, today, span));
  const nights = document.halls.map(({ celsius, minCelsius }) =>
    daysOf(minCelsius ?? celsius, today, span),
  );
  const floors = new Map<string, Float64Array>();
  const frostFloor = (chemistry: ChemistryId, hall: number) => {
    const key = `${chemistry}/${hall}`;
    let floor = floors.get(key);
    if (!floor)
      floors.set(key, (floor = nights[hall]!.map((min) => leastUnfrozen(chemistry, min))));
    return floor;
  };
  const { chargers, sorts } = chargersOf(document, roundDay, hallIndex, dayIn);
  const stopIndex = new Map<string, number>();
  for (const { stop, hall } of document.batteries) {
    const key = `${hall}\n${stop}`;
    if (stopIndex.has(key)) continue;
    stopIndex.set(key, stopIndex.size);
  }
  const impossiblePins: { pin: number; why: string }[] = [];
  const pins = pinsOf(document, today, roundDay, chargerIndex, impossiblePins);
  const jobMinutes = new Float64Array(256);
  for (let jobs = 0; jobs < 256; jobs++) {
    for (const [name, bit] of Object.entries(JOB_BITS)) {
      if (jobs & bit) jobMinutes[jobs] = jobMinutes[jobs]! + document.minutes[name as SeasonJob];
    }
  }
  const grounds: Grounds = {
    document,
    dayIn,
    end,
    roundDay,
    roundUpTo,
    hallIndex,
    chargerIndex,
    stopIndex,
    means,
    nights,
    frostFloor,
    chargers,
    z: normalQuantile(1 - document.risk),
    pins,
  };
  const units = document.batteries.map((battery, index) => unitOf(grounds, battery, index));
  return {
    document,
    today,
    roundDay,
    roundUpTo,
    roundMinutes: document.rounds.minutes,
    ways: waysOf(document, units, stopIndex.size),
    jobMinutes,
    units,
    chargers,
    sorts,
    outlets: Float64Array.from(document.halls, ({ outlets }) => outlets ?? Infinity),
    ventilation: Float64Array.from(
      document.halls,
      ({ ventilationM3PerHour }) => ventilationM3PerHour ?? Infinity,
    ),
    stops: [...stopIndex.keys()].map((key) => key.split('\n')[1]!),
    impossiblePins,
  };
}

/** Daily values from today on; a missing day takes the latest earlier one. */
function daysOf(byDate: Readonly<Record<string, number>>, today: Day, span: number): Float64Array {
  const days = new Float64Array(span + 1);
  const dated = Object.entries(byDate)
    .map(([name, celsius]) => [toDay(name) - today, celsius] as const)
    .sort((a, b) => a[0] - b[0]);
  let next = 0;
  let latest = dated[0]![1];
  for (let day = 0; day <= span; day++) {
    while (next < dated.length && dated[next]![0] <= day) latest = dated[next++]![1];
    days[day] = latest;
  }
  return days;
}

function pinsOf(
  document: SeasonDocument,
  today: Day,
  roundDay: Int32Array,
  chargerIndex: ReadonlyMap<string, number>,
  impossible: { pin: number; why: string }[],
): Map<string, Map<number, PinnedVisit>> {
  const byBattery = new Map<string, Map<number, PinnedVisit>>();
  document.pins.forEach((pin, i) => {
    const round = roundDay.indexOf(toDay(pin.date) - today);
    if (round < 0) {
      impossible.push({ pin: i, why: t`There is no round on ${pin.date}.` });
      return;
    }
    const pins = byBattery.get(pin.battery) ?? new Map<number, PinnedVisit>();
    const before = pins.get(round);
    pins.set(round, {
      jobs: pin.jobs.reduce((sum, job) => sum | JOB_BITS[job], before?.jobs ?? 0),
      charger: pin.charger === undefined ? (before?.charger ?? -1) : chargerIndex.get(pin.charger)!,
      channel: pin.channel ?? before?.channel ?? -1,
      pins: [...(before?.pins ?? []), i],
    });
    byBattery.set(pin.battery, pins);
  });
  return byBattery;
}
