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
import { fitOf, type FitSubject } from '../core/charge/fit';
import type { Hook } from '../core/charge/stock';
import { hookOf } from '../core/charge/subject';
import { socOfVolts } from '../core/battery/state-of-charge';
import type { Report } from '../core/reports/report';
import { TrueBattery, steppedDraw, type BatteryTruth, type DrawStep } from '../standins/battery';
import type { LivingFile } from '../standins/living-site';
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
  DEMO_CHARGERS,
  DEMO_DEVICES,
  DEMO_HEARD_FROM,
  DEMO_KNOCKS,
  DEMO_MAINTAINERS,
  DEMO_OUTLETS,
} from './stock';
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
  /** How it all stands at the end of the run, for the life that goes on from there. */
  readonly living: Omit<LivingFile, 'devices'>;
  /** What the devices reported, by device. */
  readonly reports: ReadonlyMap<string, readonly Report[]>;
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
  readonly draws: readonly DrawStep[];
  readonly battery: TrueBattery;
  readonly trouble: Trouble | null;
  readonly clampVolts: number;
  readonly hallId: string;
  readonly from: Day;
  onMaintainer: boolean;
  charging: boolean;
  hook: Hook | null;
  lampHeard: string;
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
  // The weather goes on beyond today: the demo's clock can be moved into it.
  const weatherDays = toDay(DEMO_SITE.seasonEnd) + DAYS_AFTER_SEASON - start;
  const chance = random(seed);

  const spells = [
    { fromDay: 52, days: 9, kelvin: 6 },
    { fromDay: 82, days: 16, kelvin: 9 },
  ];
  const outside = outdoors(
    weatherDays,
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

  const heardFrom = Date.parse(DEMO_HEARD_FROM);
  const reports = new Map<string, Report[]>();
  const report = (chargerOrHall: string, at: number, said: Omit<Report, 'n' | 'at'>) => {
    const device = DEMO_DEVICES.find(
      ({ chargerId, hallId }) => chargerId === chargerOrHall || hallId === chargerOrHall,
    );
    if (!device) return false;
    const list = reports.get(device.id) ?? [];
    list.push({ n: list.length + 1, at: new Date(at).toISOString(), ...said });
    reports.set(device.id, list);
    return true;
  };

  for (let hour = 0; hour < days * 24; hour++) {
    const at = (start * 24 + hour) * MS_PER_HOUR;
    if (at > now) break;
    const day = start + Math.floor(hour / 24);
    if (at === instantAt(day, 9, 0, timeZone) && isRound(DEFAULT_RULES, day) && day < lastDay) {
      walk(kept, day, at, record, note, meter, chance);
    }
    for (const one of kept) {
      if (day < one.from) continue;
      const celsius = air.get(one.hallId)!.celsius[hour]!;
      if (at < heardFrom || !one.hook) {
        const amps = one.onMaintainer || one.charging ? one.spec.ah * 0.08 : 0;
        one.battery.live(celsius, amps);
      } else if (at + MS_PER_HOUR <= now) hookedHour(one, at, celsius, report, note);
    }
    if (at >= heardFrom && at < now) {
      for (const [hallId, hours] of air) {
        report(hallId, at, { celsius: Math.round(hours.celsius[hour]! * 10) / 10 });
      }
    }
  }

  const living = livingOf(kept, air, start, now);
  return {
    vehicles,
    batteries,
    hallDays,
    entries,
    living,
    reports,
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

const DAYS_AFTER_SEASON = 20;

/** An hour on a charger that is heard; a lead that was knocked off feeds and says nothing. */
function hookedHour(
  one: Kept,
  at: number,
  celsius: number,
  report: (chargerId: string, at: number, said: Omit<Report, 'n' | 'at'>) => boolean,
  note: Record,
): void {
  const hook = one.hook!;
  const knock = DEMO_KNOCKS.find(({ bay }) => bay === one.stay.bay);
  if (knock && Date.parse(knock.at) <= at) return one.battery.live(celsius, 0);
  for (const minutes of [0, 30]) {
    const shown = one.battery.onCharger(0.5, celsius, { ...hook, regulated: true });
    const state = shown.holding ? 'holding' : 'charging';
    const day = Math.floor(at / MS_PER_DAY);
    const heard = report(hook.chargerId, at + minutes * 60_000, {
      channel: hook.channel,
      state,
      volts: Math.round(shown.volts * 100) / 100,
      amps: Math.round(shown.amps * 100) / 100,
      celsius: Math.round(one.battery.temperature * 10) / 10,
    });
    // A report is a look at the lamp: once a day, and when it says something new.
    if (heard && one.lampHeard !== `${day} ${state}`) {
      one.lampHeard = `${day} ${state}`;
      note('lamp', one.id, at + minutes * 60_000, { state, source: 'device' });
    }
  }
}

function livingOf(
  kept: readonly Kept[],
  air: ReadonlyMap<string, { readonly celsius: Float64Array }>,
  start: Day,
  now: number,
): DemoHistory['living'] {
  const from = Math.floor(now / MS_PER_HOUR) - start * 24;
  return {
    now,
    airFrom: (start * 24 + from) * MS_PER_HOUR,
    air: Object.fromEntries(
      [...air].map(([id, { celsius }]) => [
        id,
        Array.from(celsius.subarray(from), (value) => Math.round(value * 100) / 100),
      ]),
    ),
    batteries: kept.map(({ id, hallId, truth, draws, clampVolts, battery }) => {
      const { drawMa, ...nature } = truth;
      // A function cannot be written down; its steps can, and must come to the same.
      if (drawMa(0) !== steppedDraw(draws)(0)) throw new Error('its draw is not that of its steps');
      return { id, hallId, truth: nature, draws, clampVolts, life: battery.life };
    }),
    knocks: DEMO_KNOCKS.flatMap(({ bay, at }) =>
      kept.flatMap((one) =>
        one.stay.bay === bay ? [{ batteryId: one.id, at: Date.parse(at) }] : [],
      ),
    ),
  };
}

/** Channels that the attendant thinks of for a battery, the usual ones first. */
const SMALL_FIRST = ['treadle', 'pirn'];
const BIG_FIRST = ['felt', 'heddle', 'shuttle'];
const SMALL_AH = 30;

/** Where a battery goes on charge: the first free channel of the usual chargers. */
function hookFor(one: Kept, kept: readonly Kept[], celsius: number): Hook | null {
  const small = one.spec.ah <= SMALL_AH || one.spec.volts < 12;
  for (const id of small ? SMALL_FIRST : BIG_FIRST) {
    const charger = DEMO_CHARGERS.find((charger) => charger.id === id)!;
    if (!charger.portable && charger.hallId !== one.hallId) continue;
    for (let channel = 1; channel <= charger.channels; channel++) {
      const taken = kept.some(
        ({ hook }) => hook?.chargerId === charger.id && hook.channel === channel,
      );
      if (!taken) return hookedTo(one, charger.id, channel, celsius);
    }
  }
  return null;
}

function hookedTo(one: Kept, chargerId: string, channel: number, celsius: number): Hook {
  const charger = DEMO_CHARGERS.find(({ id }) => id === chargerId)!;
  const { chemistry } = one.spec;
  const programme =
    charger.programmes.find(({ id }) => id === (chemistry === 'agm' ? 'agm' : chemistry)) ??
    charger.programmes[0]!;
  const subject: FitSubject = {
    chemistry,
    cells: one.truth.cells,
    nominalVolts: one.spec.volts,
    capacityAh: one.spec.ah,
    ageYears: 3,
    socPct:
      chemistry === 'lfp'
        ? null
        : socOfVolts({
            chemistry,
            cells: one.truth.cells,
            scale: DEFAULT_RULES.scale[chemistry],
            celsius,
            volts: one.lastVolts,
          }),
    volts: one.lastVolts,
    celsius,
    drawAmps: one.battery.connected ? one.spec.drawMa / 1000 : 0,
    hallId: one.hallId,
    hallName: '',
    chargeLead: one.details.chargeLead,
    outletMetres: one.details.outletMetres,
    purpose: 'charge',
    rules: DEFAULT_RULES,
  };
  const outlet = DEMO_OUTLETS.find(({ bays }) => bays.includes(one.stay.bay));
  return hookOf(fitOf(charger, programme, subject), subject, channel, outlet?.id ?? null);
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
    const { truth, draws } = hiddenTruth(spec, cells, age, trouble, from, chance);
    const share = trouble?.kind === 'forgotten' ? trouble.share : chance.between(0.88, 1);
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
): { truth: BatteryTruth; draws: readonly DrawStep[] } {
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
  };
  return { truth, draws };
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
    leaveOn(one, vehicleId, day, clock, note);
    if (one.onMaintainer) {
      record('lamp', id, minutes(0.5), { state: lampOf(one) });
      continue;
    }
    if (one.charging) {
      one.charging = false;
      one.hook = null;
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
      putOn(one, kept, minutes(3), record);
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
      putOn(one, kept, minutes(3), record);
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
    const { charger, outlet } = DEMO_MAINTAINERS[stay.bay]!;
    one.hook = { ...hookedTo(one, charger, 1, one.battery.temperature), outletId: outlet };
    record('maintainer', id, minutes(3), { on: true, hook: one.hook });
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

function putOn(one: Kept, kept: readonly Kept[], at: number, record: Record): void {
  one.charging = true;
  one.hook = hookFor(one, kept, one.battery.temperature);
  const name = DEMO_CHARGERS.find(({ id }) => id === one.hook?.chargerId)?.name ?? 'a borrowed one';
  record('charge-started', one.id, at, {
    charger: name,
    ...(one.hook ? { hook: one.hook } : {}),
  });
}

/** A mower is moved out of the way, its negative on again, and its key left on. */
function leaveOn(one: Kept, vehicleId: string, day: Day, at: number, note: Record): void {
  if (one.trouble?.kind !== 'left-on' || toDay(one.trouble.day) !== day) return;
  one.battery.connected = true;
  note('negative', one.id, at, { on: true });
  note('outing', vehicleId, at + 60_000, { minutes: 3 });
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
