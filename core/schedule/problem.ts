import { t } from '../language';
import { hoursToFull, type Acceptance } from '../charging/charge';
import { freezingOfSoc } from '../battery/acid';
import { CHEMISTRIES, type ChemistryId } from '../battery/chemistries';
import { WEEKDAYS, toDay, weekdayIndex, type Day } from '../day';
import { normalQuantile } from '../forecast/normals';
import type { SeasonBattery, SeasonDocument } from './document';
import { worthOf, type Worth } from './worth';
import type { SeasonJob } from '../logbook/season-jobs';

/** Jobs as bits, so that a visit is one number. */
export const READING = 1;
export const LAMP = 2;
export const CONNECT = 4;
export const DISCONNECT = 8;
export const LEVELS = 16;
export const CLEAN = 32;
export const DRAW_TEST = 64;
export const HAND_BACK = 128;

export const JOB_BITS: Readonly<Record<SeasonJob, number>> = {
  reading: READING,
  lamp: LAMP,
  connect: CONNECT,
  disconnect: DISCONNECT,
  levels: LEVELS,
  clean: CLEAN,
  drawTest: DRAW_TEST,
  handBack: HAND_BACK,
};

/** Never. */
export const NEVER = 1e6;

/** What must be done at a battery in a round because somebody decided so. */
export interface PinnedVisit {
  readonly jobs: number;
  /** Index of the charger, or −1: any. */
  readonly charger: number;
  readonly channel: number;
  /** Indices of its pins in the document. */
  readonly pins: readonly number[];
}

/** A battery as the planner reckons with it; days are counted from today. */
export interface Unit {
  readonly index: number;
  readonly id: string;
  readonly hall: number;
  readonly stop: number;
  readonly order: number;
  readonly chemistry: ChemistryId;
  readonly capacityAh: number;
  readonly drawAmps: number;
  readonly acceptance: Acceptance | null;
  /** Amps that each charger gives it. */
  readonly ampsOn: Float64Array;
  readonly socPct: number;
  /** Loss from today to the start of each day, off charge and pessimistic, percent. */
  readonly lost: Float64Array;
  /** State of charge that it needs at the start of each day: its line, or what keeps it from frost. */
  readonly floor: Float64Array;
  readonly lineSocPct: number;
  /** What it costs besides time; null: nothing does. */
  readonly worth: Worth | null;
  /** First day on which it falls under what it needs, by the day on which it was full; and from today. */
  readonly failsAt: (fullDay: number) => number;
  /** Chargers that suit it, and give more than it draws. */
  readonly chargers: readonly number[];
  /** Air that it needs on charge, m³/h. */
  readonly air: number;
  /** Days on which it may not be charged; null: it always may. */
  readonly tooCold: Uint8Array | null;
  readonly onCharge: {
    readonly charger: number;
    readonly channel: number;
    readonly ready: number;
    readonly since: number;
  } | null;
  readonly kept: { readonly charger: number; readonly channel: number } | null;
  readonly lastFull: number;
  readonly rechargeEvery: number;
  readonly lastRead: number;
  readonly readingEvery: number;
  readonly lastLevels: number;
  readonly levelsEvery: number;
  readonly lampEvery: number;
  /** Day of collection, or of the end. */
  readonly until: number;
  readonly collected: boolean;
  readonly collectSocPct: number;
  /** The first round in which it may be visited. */
  readonly firstRound: number;
  /** Its last round: that of the hand-back, or the last of all; −1: none. */
  readonly lastRound: number;
  /** By round. */
  readonly pins: ReadonlyMap<number, PinnedVisit>;
}

/** Something that is entered once in a round by all who are visited there, and what that takes. */
export interface Way {
  /** Minutes of each. */
  readonly minutes: Float64Array;
  /** Which of them each battery is reached by; −1: none. */
  readonly of: Int32Array;
}

/** The season compiled into numbers. */
export interface Problem {
  readonly document: SeasonDocument;
  readonly today: Day;
  /** Day of each round, counted from today. */
  readonly roundDay: Int32Array;
  /** The last round on or before a day; −1: none. */
  readonly roundUpTo: Int32Array;
  readonly roundMinutes: number;
  /** What is entered on the way to a battery, each once in a round: its place, its hall, its stop. */
  readonly ways: readonly Way[];
  /** Minutes of a set of jobs. */
  readonly jobMinutes: Float64Array;
  readonly units: readonly Unit[];
  readonly chargers: readonly {
    readonly id: string;
    readonly channels: number;
    readonly amps: number;
    /** First round in which it works. */
    readonly from: number;
    /** By hall: 1 where it may stand. */
    readonly halls: Uint8Array;
    /** Chargers with one class differ by name only. */
    readonly sort: number;
  }[];
  readonly sorts: number;
  readonly outlets: Float64Array;
  readonly ventilation: Float64Array;
  readonly stops: readonly string[];
  /** Pins that fall on no round, or name what cannot be. */
  readonly impossiblePins: readonly { readonly pin: number; readonly why: string }[];
}

/** A hair on the safe side of every limit. */
const HAIR = 1e-6;

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

/** The chargers of a season, and how many sorts of them there are: alike in all that matters. */
function chargersOf(
  document: SeasonDocument,
  roundDay: Int32Array,
  hallIndex: ReadonlyMap<string, number>,
  dayIn: (name: string) => number,
): Pick<Problem, 'chargers' | 'sorts'> {
  const sortOf = new Map<string, number>();
  const chargers = document.chargers.map((charger) => {
    const halls = new Uint8Array(document.halls.length);
    if (charger.halls) for (const id of charger.halls) halls[hallIndex.get(id)!] = 1;
    else halls.fill(1);
    const broken = charger.brokenUntil ? dayIn(charger.brokenUntil) : 0;
    const from = roundDay.findIndex((day) => day >= broken);
    const key = JSON.stringify([
      charger.amps,
      charger.chemistries,
      charger.nominalVolts,
      charger.halls ?? null,
      from,
    ]);
    if (!sortOf.has(key)) sortOf.set(key, sortOf.size);
    return {
      id: charger.id,
      channels: charger.channels,
      amps: charger.amps,
      from: from < 0 ? NEVER : from,
      halls,
      sort: sortOf.get(key)!,
    };
  });
  return { chargers, sorts: sortOf.size };
}

/** The places, halls and stops that are entered, in this order. */
function waysOf(document: SeasonDocument, units: readonly Unit[], stops: number): Way[] {
  const places = document.places ?? [];
  const placeIndex = new Map(places.map(({ id }, i) => [id, i]));
  const placeOf = document.halls.map(({ place }) =>
    place === undefined ? -1 : placeIndex.get(place)!,
  );
  const by = (minutes: Float64Array, of: (unit: Unit) => number): Way => ({
    minutes,
    of: Int32Array.from(units, of),
  });
  const each = (count: number, minutes: number) => new Float64Array(count).fill(minutes);
  return [
    by(
      Float64Array.from(places, ({ minutes }) => minutes),
      ({ hall }) => placeOf[hall]!,
    ),
    by(each(document.halls.length, document.minutes.hall), ({ hall }) => hall),
    by(each(stops, document.minutes.stop), ({ stop }) => stop),
  ];
}
/** Of the ways: the hall. */
export const HALL_WAY = 1;
/** Of the ways: the stop. What is before it may be shared with others who come too. */
export const STOP_WAY = 2;

/** What every battery of a season is compiled with. */
interface Grounds extends Pick<Problem, 'document' | 'roundDay' | 'roundUpTo' | 'chargers'> {
  readonly dayIn: (name: string) => number;
  /** The last day. */
  readonly end: number;
  readonly hallIndex: ReadonlyMap<string, number>;
  readonly chargerIndex: ReadonlyMap<string, number>;
  readonly stopIndex: ReadonlyMap<string, number>;
  /** By hall: daily means, and the nights. */
  readonly means: readonly Float64Array[];
  readonly nights: readonly Float64Array[];
  readonly frostFloor: (chemistry: ChemistryId, hall: number) => Float64Array;
  /** The deviate of the accepted risk. */
  readonly z: number;
  readonly pins: ReadonlyMap<string, ReadonlyMap<number, PinnedVisit>>;
}

/** One battery of a season, compiled. */
function unitOf(grounds: Grounds, battery: SeasonBattery, index: number): Unit {
  const { document, dayIn, end, roundDay, roundUpTo, hallIndex, chargerIndex, pins } = grounds;
  const { stopIndex, means, nights, frostFloor, chargers, z } = grounds;
  const hall = hallIndex.get(battery.hall)!;
  const lost = lossesOf(battery, means[hall]!, z);
  const frost = frostFloor(battery.chemistry, hall);
  const floor = frost.map((least) => Math.max(battery.lineSocPct, least) + HAIR);
  const collect = battery.collect ? dayIn(battery.collect) : null;
  // Without its acceptance the rule is the simple one: it is drawn on whatever its clamps.
  const drawn = battery.acceptance === undefined || battery.negativeOn;
  const drawAmps = drawn ? battery.drawMa / 1000 : 0;
  const until = collect ?? end;
  const ampsOn = Float64Array.from(
    document.chargers,
    ({ id, amps }) => battery.mayHang?.find(({ charger }) => charger === id)?.amps ?? amps,
  );
  return {
    ampsOn,
    index,
    id: battery.id,
    hall,
    stop: stopIndex.get(`${battery.hall}\n${battery.stop}`)!,
    order: battery.order,
    chemistry: battery.chemistry,
    capacityAh: battery.capacityAh,
    drawAmps,
    acceptance: battery.acceptance ?? null,
    socPct: battery.socPct,
    lost,
    floor,
    lineSocPct: battery.lineSocPct,
    worth: worthOf(document, battery, lost),
    failsAt: failing(battery.socPct, lost, floor),
    chargers: document.chargers.flatMap((charger, i) =>
      ampsOn[i]! > drawAmps &&
      (battery.mayHang?.some((one) => one.charger === charger.id) ?? true) &&
      charger.chemistries.includes(battery.chemistry) &&
      charger.nominalVolts.includes(battery.nominalVolts) &&
      chargers[i]!.halls[hall]
        ? [i]
        : [],
    ),
    air:
      (0.05 * battery.cells * CHEMISTRIES[battery.chemistry].gasMaPerAh * battery.capacityAh) /
      1000,
    tooCold: CHEMISTRIES[battery.chemistry].acid
      ? null
      : Uint8Array.from(nights[hall]!, (min) => (min <= 0 ? 1 : 0)),
    onCharge: battery.charging
      ? {
          charger: chargerIndex.get(battery.charging.charger)!,
          channel: battery.charging.channel,
          ready: Math.max(0, dayIn(battery.charging.finishedOn)),
          since: dayIn(battery.charging.since),
        }
      : null,
    kept: battery.kept
      ? { charger: chargerIndex.get(battery.kept.charger)!, channel: battery.kept.channel }
      : null,
    lastFull: dayIn(battery.lastFull),
    rechargeEvery: battery.kept ? NEVER : (battery.rechargeEveryDays ?? NEVER),
    lastRead: dayIn(battery.lastRead),
    readingEvery: battery.kept ? NEVER : battery.readingEveryDays,
    lastLevels: battery.lastLevels ? dayIn(battery.lastLevels) : -NEVER,
    levelsEvery: battery.levelsEveryDays ?? 10 * NEVER,
    lampEvery: battery.lampEveryDays ?? NEVER,
    until,
    collected: collect !== null,
    collectSocPct: (battery.collectSocPct ?? -1000) + HAIR,
    firstRound: battery.notBefore
      ? firstRoundFrom({ roundDay, roundUpTo }, dayIn(battery.notBefore))
      : 0,
    lastRound: Math.min(roundUpTo[until]!, roundDay.length - 1),
    pins: pins.get(battery.id) ?? new Map<number, PinnedVisit>(),
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

/** How far under the day's minimum the freezing point must lie. */
const FROST_KELVIN = 3;

/** The least state of charge at which it does not freeze; over 100: none. */
function leastUnfrozen(chemistry: ChemistryId, celsius: number): number {
  const safe = (socPct: number) => {
    const freezes = freezingOfSoc(chemistry, socPct);
    return freezes === null || freezes <= celsius - FROST_KELVIN;
  };
  if (safe(-300)) return -1000;
  if (!safe(100)) return 1000;
  let low = -300;
  let high = 100;
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2;
    if (safe(middle)) high = middle;
    else low = middle;
  }
  return high;
}

function lossesOf(battery: SeasonBattery, mean: Float64Array, z: number): Float64Array {
  const draw = battery.negativeOn ? (100 * (battery.drawMa / 1000) * 24) / battery.capacityAh : 0;
  const self = battery.selfDischargePctPerMonthAt20C / 30;
  const pessimism = 1 + (z * (battery.lossSpreadPct ?? 0)) / 100;
  const lost = new Float64Array(mean.length);
  for (let day = 1; day < mean.length; day++) {
    lost[day] = lost[day - 1]! + (draw + self * 2 ** ((mean[day - 1]! - 20) / 10)) * pessimism;
  }
  return lost;
}

/** The first failing day by the day on which it was last full (−1: as it stands today), remembered. */
function failing(
  socPct: number,
  lost: Float64Array,
  floor: Float64Array,
): (fullDay: number) => number {
  const known = new Int32Array(lost.length + 1).fill(-1);
  return (fullDay) => {
    let at = known[fullDay + 1]!;
    if (at >= 0) return at;
    const from = fullDay < 0 ? socPct : 100 + lost[fullDay]!;
    at = fullDay + 1;
    while (at < lost.length && from - lost[at]! >= floor[at]!) at++;
    known[fullDay + 1] = at;
    return at;
  };
}

/** State of charge at the start of a day, off charge since it was full (−1: as it stands today). */
export const socAt = (unit: Unit, fullDay: number, day: number): number =>
  (fullDay < 0 ? unit.socPct : 100 + unit.lost[fullDay]!) - unit.lost[day]!;

/** Hours that a charge needs from a state of charge, on a channel of so many amps. */
export const chargeHours = (unit: Unit, socPct: number, amps: number): number =>
  unit.acceptance
    ? hoursToFull(unit.acceptance, unit.capacityAh, socPct, amps - unit.drawAmps)
    : (1.1 * unit.capacityAh * (100 - socPct)) / 100 / (amps - unit.drawAmps) +
      (CHEMISTRIES[unit.chemistry].family === 'lithium' ? 1 : 4);

/** The first day at whose start a charge begun on `day` may end. */
export const readyDay = (unit: Unit, socPct: number, amps: number, day: number): number =>
  day + Math.max(1, Math.ceil(chargeHours(unit, socPct, amps) / 24 - 1e-9));

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

/** The first round on or after a day. */
export function firstRoundFrom(
  { roundDay, roundUpTo }: Pick<Problem, 'roundDay' | 'roundUpTo'>,
  day: number,
): number {
  if (day <= 0) return 0;
  const upTo = roundUpTo[Math.min(day, roundUpTo.length - 1)]!;
  return upTo >= 0 && roundDay[upTo]! === day ? upTo : upTo + 1;
}

/**
 * The round by which something is due that was last done on `last` and may wait `every` days: the
 * last one in time, the first one where it is overrun, never twice the same. NEVER: not before
 * `until`.
 */
export function dueRound(
  { roundDay, roundUpTo }: Problem,
  last: number,
  every: number,
  until: number,
): number {
  const day = last + every;
  if (day >= until) return NEVER;
  const after = last < 0 ? 0 : roundUpTo[last]! + 1;
  const before = day < 0 || roundDay.length === 0 || day < roundDay[0]! ? 0 : roundUpTo[day]!;
  return Math.max(after, before);
}
