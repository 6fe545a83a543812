import { v7 as uuidv7 } from 'uuid';
import { MS_PER_DAY, MS_PER_HOUR, dayName, instantAt, toDay, type Day } from '../core/day';
import { cellsFor } from '../core/battery/chemistries';
import type { BatteryDetails } from '../core/battery/details';
import type { Level } from '../core/inspect/points';
import { type EntryData, type EntryKind, type LampState } from '../core/logbook/kinds';
import { makeEntry, type NewEntry } from '../core/logbook/entry';
import { isRound } from '../core/plan/rounds';
import { DEFAULT_RULES } from '../core/rules/rules';
import { monthlyAt, type RecordedDay } from '../core/site/climate';
import { VEHICLE_KINDS } from '../core/site/vehicle-kinds';
import { TrueBattery, type BatteryTruth } from '../standins/battery';
import { show, showMilliamps, type HandMeter } from '../standins/meter';
import { random, type Random } from '../standins/random';
import { hallAir, outdoors } from '../standins/weather';
import type { Battery, Vehicle } from '../store/site';
import {
  DEMO_BENCHED,
  DEMO_BENCH_HALL,
  DEMO_NEW_PLANS,
  DEMO_FINDINGS,
  detailsOf,
  factsOfStay,
  inspectionOf,
  termsOfStay,
} from './facts';
import {
  DEMO_HALLS,
  DEMO_NOW,
  DEMO_SITE,
  DEMO_STAYS,
  MODELS,
  type DemoBattery,
  type DemoStay,
  type Trouble,
} from './site';

/** One battery of the demo with its hidden truth at the end of the run. */
export interface DemoTruth {
  readonly batteryId: string;
  readonly socPct: number;
  /** True loss of the last day, percent of what it can still hold. */
  readonly lossPctPerDay: number;
  readonly trouble: Trouble['kind'] | null;
  /** Between the posts at the end of the run, what the last charge left included. */
  readonly volts: number;
  readonly surfaceVolts: number;
  /** What its vehicle draws while it is connected: what it needs, and what it should not. */
  readonly drawMa: number;
  readonly hiddenMa: number;
}

export interface DemoHistory {
  readonly vehicles: readonly Vehicle[];
  readonly batteries: readonly Battery[];
  readonly hallDays: ReadonlyMap<string, readonly RecordedDay[]>;
  readonly entries: readonly NewEntry[];
  readonly truth: readonly DemoTruth[];
}

const ATTENDANT = 'attendant';
/** The habits by which the demo's attendant worked until today; not the program's judgement. */
const HABIT = {
  readingDays: 14,
  soonDays: 7,
  soonVolts: 12.55,
  chargeVolts: 12.4,
  chargeDays: 32,
  chargers: 9,
};

interface Kept {
  readonly stay: DemoStay;
  readonly spec: DemoBattery;
  readonly details: BatteryDetails;
  readonly id: string;
  readonly truth: BatteryTruth;
  readonly battery: TrueBattery;
  readonly trouble: Trouble | null;
  readonly clampVolts: number;
  readonly hallId: string;
  readonly from: Day;
  onMaintainer: boolean;
  charging: boolean;
  lastRead: Day | null;
  lastVolts: number;
  lastFull: Day | null;
}

/**
 * Runs the demo's autumn and winter: weather, halls and batteries hour by hour, an attendant
 * who walks her rounds by simple habits, and the logbook that comes of it. The same seed gives
 * the same entries to the last letter.
 */
export function runDemoSeason(seed: number): DemoHistory {
  const { timeZone, climate } = DEMO_SITE;
  const firstDay = toDay(DEMO_SITE.seasonStart);
  const now = Date.parse(DEMO_NOW);
  const lastDay = Math.floor(now / MS_PER_DAY);
  // Weather starts a week before the season, so that the first rounds have a past.
  const start = firstDay - 7;
  const days = lastDay - start + 1;
  const chance = random(seed);

  const spells = [
    { fromDay: 52, days: 9, kelvin: 6 },
    { fromDay: 82, days: 16, kelvin: 9 },
  ];
  const outside = outdoors(
    days,
    (day) => monthlyAt(climate.meanCelsius, start + Math.floor(day)),
    spells,
    random(seed + 1),
  );
  const air = new Map(
    DEMO_HALLS.map((hall, i) => [hall.id, hallAir(hall.truth, outside, random(seed + 10 + i))]),
  );
  const hallDays = new Map(
    [...air].map(([id, hours]) => [id, recordedDays(hours.celsius, start, days)]),
  );

  const entries: NewEntry[] = [];
  let sent = 0;
  const record = <K extends EntryKind>(
    kind: K,
    subjectId: string,
    at: number,
    data: EntryData<K>,
  ) => {
    sent++;
    const id = uuidv7({ msecs: at, seq: sent, random: chance.bytes() });
    entries.push(makeEntry(kind, { id, subjectId, at, by: ATTENDANT }, data));
  };

  // Paperwork has a source of chance of its own: the batteries live the same life without it.
  const paper = random(seed + 50);
  const note: Record = (kind, subjectId, at, data) => {
    sent++;
    const id = uuidv7({ msecs: at, seq: sent, random: paper.bytes() });
    entries.push(makeEntry(kind, { id, subjectId, at, by: ATTENDANT }, data));
  };

  const vehicles: Vehicle[] = [];
  const batteries: Battery[] = [];
  const kept = DEMO_STAYS.flatMap((stay, i) => {
    const layUpDay = firstRound(firstDay + Math.floor((i * 20) / DEMO_STAYS.length));
    return arrive(stay, i, layUpDay, chance, paper, vehicles, batteries);
  });
  const meter: HandMeter = { gain: 1.0004, offsetVolts: 0.004, noiseVolts: 0.004 };

  for (let hour = 0; hour < days * 24; hour++) {
    const at = (start * 24 + hour) * MS_PER_HOUR;
    if (at > now) break;
    const day = start + Math.floor(hour / 24);
    if (at === instantAt(day, 9, 0, timeZone) && isRound(DEFAULT_RULES, day) && day < lastDay) {
      walk(kept, day, at, record, note, meter, chance);
    }
    for (const one of kept) {
      if (day < one.from) continue;
      const amps = one.onMaintainer || one.charging ? one.spec.ah * 0.08 : 0;
      one.battery.live(air.get(one.hallId)!.celsius[hour]!, amps);
    }
  }

  return {
    vehicles,
    batteries,
    hallDays,
    entries,
    truth: kept.map((one) => ({
      batteryId: one.id,
      socPct: one.battery.socPct,
      volts: one.battery.volts,
      surfaceVolts: one.battery.surfaceVolts,
      drawMa: one.truth.drawMa(days),
      hiddenMa: one.trouble?.kind === 'hidden-draw' ? one.trouble.milliamps : 0,
      lossPctPerDay: lossOfOneDay(one, air.get(one.hallId)!.celsius.at(-1)!),
      trouble: one.trouble?.kind ?? null,
    })),
  };
}

function firstRound(day: Day): Day {
  let at = day;
  while (!isRound(DEFAULT_RULES, at)) at++;
  return at;
}

function recordedDays(celsius: Float64Array, start: Day, days: number): RecordedDay[] {
  return Array.from({ length: days }, (_, i) => {
    const hours = celsius.subarray(i * 24, i * 24 + 24);
    const mean = hours.reduce((sum, value) => sum + value, 0) / hours.length;
    const round = (value: number) => Math.round(value * 10) / 10;
    return { day: start + i, mean: round(mean), min: round(Math.min(...hours)) };
  });
}

function arrive(
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
    const truth = hiddenTruth(spec, cells, age, trouble, chance);
    const share = trouble?.kind === 'forgotten' ? trouble.share : chance.between(0.88, 1);
    return {
      stay,
      spec,
      details,
      id,
      truth,
      battery: new TrueBattery(truth, { share, celsius: 10 }),
      trouble,
      clampVolts: chance.uniform() < 0.1 ? chance.between(0.01, 0.02) : 0,
      hallId: DEMO_BENCHED.has(stay.bay) ? DEMO_BENCH_HALL : hall.id,
      from,
      onMaintainer: false,
      charging: false,
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
  chance: Random,
): BatteryTruth {
  const [low, high] = TRUE_SELF_DISCHARGE[spec.chemistry];
  const own = spec.drawMa * chance.between(0.85, 1.2);
  const hidden = trouble?.kind === 'hidden-draw' ? trouble : null;
  return {
    chemistry: spec.chemistry,
    cells,
    ratedAh: spec.ah,
    health:
      trouble?.kind === 'sulfated' ? trouble.health : 1 - 0.035 * age - 0.04 * chance.uniform(),
    selfPctPerMonth: chance.between(low, high) * (1 + 0.06 * age),
    drawMa: (day) => own + (hidden && day >= hidden.fromDay ? hidden.milliamps : 0),
    offsetVolts: (0.012 * chance.normal() * cells) / 6,
    lagHours: 3 + spec.ah / 12,
    weakCellPctPerDay: trouble?.kind === 'weak-cell' ? trouble.pctPerDay : 0,
  };
}

type Record = <K extends EntryKind>(
  kind: K,
  subjectId: string,
  at: number,
  data: EntryData<K>,
) => void;

/** One round by habit: lay up who arrives, look at lamps, read what is due, charge what is low. */
function walk(
  kept: Kept[],
  day: Day,
  at: number,
  record: Record,
  note: Record,
  meter: HandMeter,
  chance: Random,
): void {
  let clock = at;
  const minutes = (n: number) => (clock += n * 60_000);
  for (const one of kept) {
    const { id, stay } = one;
    const vehicleId = `vehicle-${String(DEMO_STAYS.indexOf(stay) + 1).padStart(2, '0')}`;
    if (day < one.from) continue;
    if (day === one.from) {
      layUp(one, vehicleId, kept, minutes, record, note, meter, chance);
      continue;
    }
    lookCloser(one, day, clock, note);
    if (one.onMaintainer) {
      record('lamp', id, minutes(0.5), { state: lampOf(one) });
      continue;
    }
    if (one.charging) {
      one.charging = false;
      record('charge-ended', id, minutes(2), { full: one.battery.full, ampHours: null });
      if (one.battery.full) one.lastFull = day;
      // It rests until the next round, and is read then.
      one.lastRead = day - HABIT.readingDays + 3;
      continue;
    }
    const soon = (HABIT.soonVolts * one.spec.volts) / 12;
    const charging = kept.filter((other) => other.charging).length;
    const stale = one.lastFull === null || day - one.lastFull > HABIT.chargeDays;
    if (stale && mayCharge(one) && charging < HABIT.chargers) {
      read(one, day, minutes(1.5), record, meter, kept, chance);
      one.charging = true;
      record('charge-started', id, minutes(3), { charger: `charger ${charging + 1}` });
      continue;
    }
    const interval = one.lastVolts < soon ? HABIT.soonDays : HABIT.readingDays;
    if (one.lastRead !== null && day - one.lastRead < interval) continue;
    if (one.trouble?.kind === 'forgotten') {
      // Blocked in behind a trailer: nobody gets at it.
      record('not-reached', id, minutes(1), { why: 'trailer parked in front' });
      one.lastRead = day;
      continue;
    }
    if (chance.uniform() < 0.03) continue;
    read(one, day, minutes(1.5), record, meter, kept, chance);
    const line = (HABIT.chargeVolts * one.spec.volts) / 12;
    if (mayCharge(one) && one.lastVolts <= line && charging < HABIT.chargers) {
      one.charging = true;
      record('charge-started', id, minutes(3), { charger: `charger ${charging + 1}` });
    }
  }
}

function layUp(
  one: Kept,
  vehicleId: string,
  kept: Kept[],
  minutes: (n: number) => number,
  record: Record,
  note: Record,
  meter: HandMeter,
  chance: Random,
): void {
  const { id, stay, spec } = one;
  const first = kept.find((other) => other.stay === stay) === one;
  if (first) {
    const at = minutes(4);
    record('laid-up', vehicleId, at, { bayId: `bay-${stay.bay}`, collectOn: stay.collect });
    note('agreed', vehicleId, at, termsOfStay(DEMO_STAYS.indexOf(stay)));
    const checked = VEHICLE_KINDS[MODELS[stay.model].kind].leftOn;
    note('all-off', vehicleId, at, { checked: [...checked] });
  }
  record('fitted', id, minutes(0.2), { vehicleId, role: spec.role, place: spec.place });
  if (one.trouble?.kind !== 'forgotten') {
    // It came in off the road: charged on arrival, a day before it is put away.
    const full = one.battery.socPct > 93;
    if (full) one.lastFull = one.from;
    record('charge-ended', id, minutes(0.2) - MS_PER_DAY, { full, ampHours: null });
  }
  read(one, one.from, minutes(1.5), record, meter, kept, chance);
  if (stay.keeping === 'negative-off' || one.truth.drawMa(0) === 0) {
    one.battery.connected = false;
    record('negative', id, minutes(2), { on: false });
  } else if (chance.uniform() < 0.85) {
    record('draw', id, minutes(6), { milliamps: showMilliamps(one.truth.drawMa(0), chance) });
  }
  const at = minutes(0);
  note(
    'inspected',
    id,
    at,
    inspectionOf(MODELS[one.stay.model].kind, one.details, one.truth.cells),
  );
  const benched = DEMO_BENCHED.has(stay.bay);
  if (benched) note('taken-out', id, at, { to: 'bench', hallId: DEMO_BENCH_HALL, why: '' });
  note('plan-chosen', id, at, {
    plan: benched
      ? 'bench'
      : stay.keeping === 'maintainer'
        ? one.battery.connected
          ? 'maintained-connected'
          : 'maintained-off'
        : one.battery.connected
          ? 'connected-recharged'
          : 'off-recharged',
  });
  if (stay.keeping === 'maintainer') {
    one.onMaintainer = true;
    record('maintainer', id, minutes(3), { on: true });
    record('lamp', id, minutes(0.2), { state: 'charging' });
  }
}

function read(
  one: Kept,
  day: Day,
  at: number,
  record: Record,
  meter: HandMeter,
  kept: Kept[],
  chance: Random,
): void {
  const wrong = one.trouble?.kind === 'wrong-battery' ? one.trouble : null;
  const late = dayName(day) >= '2026-12-01' && dayName(day) < '2026-12-17';
  // Once, in December, the probes were on the neighbour's battery.
  const measured = wrong && late ? kept.find((k) => k.stay.bay === wrong.otherBay)! : one;
  const volts = show(meter, measured.battery.volts, measured.clampVolts, chance);
  one.lastRead = day;
  one.lastVolts = volts;
  // The forgotten one had stood for days before it was brought in.
  const restedHours = one.trouble?.kind === 'forgotten' ? 72 : null;
  record('reading', one.id, at, { volts, celsius: null, restedHours, confirmed: true });
}

/** Now and then somebody looks closer, and sees something. */
function lookCloser(kept: Kept, day: Day, at: number, note: Record): void {
  const changed = DEMO_NEW_PLANS.find((one) => one.bay === kept.stay.bay && toDay(one.day) === day);
  if (changed) note('plan-chosen', kept.id, at, { plan: changed.plan });
  const seen = DEMO_FINDINGS.find(
    (finding) => finding.bay === kept.stay.bay && toDay(finding.day) === day,
  );
  if (!seen) return;
  const { cells } = kept.truth;
  const levels =
    seen.lowCell === undefined
      ? null
      : Array.from({ length: cells }, (_, i) => (i === seen.lowCell ? 'plates' : 'low') as Level);
  note(
    'inspected',
    kept.id,
    at,
    inspectionOf(MODELS[kept.stay.model].kind, kept.details, cells, seen.answers, levels),
  );
}

/** Lithium likes to stand part charged, and nobody gets at a forgotten one. */
function mayCharge(one: Kept): boolean {
  return one.spec.chemistry !== 'lfp' && one.trouble?.kind !== 'forgotten';
}

function lampOf(one: Kept): LampState {
  return one.battery.full ? 'holding' : 'charging';
}

function lossOfOneDay(one: Kept, celsius: number): number {
  const before = one.battery.socPct;
  for (let hour = 0; hour < 24; hour++) one.battery.live(celsius, 0);
  return before - one.battery.socPct;
}
