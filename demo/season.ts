import { v7 as uuidv7 } from 'uuid';
import { MS_PER_DAY, MS_PER_HOUR, instantAt, toDay, type Day } from '../core/day';
import type { Level } from '../core/inspect/points';
import type { EntryData, EntryKind } from '../core/logbook/kinds';
import type { LampState } from '../core/site/lamp';
import { makeEntry, type NewEntry } from '../core/logbook/entry';
import { isRound, roundOnOrAfter } from '../core/rules/rounds';
import { DEFAULT_RULES } from '../core/rules/rules';
import { monthlyAt, type RecordedDay } from '../core/site/climate';
import type { ChargerConnection } from '../core/site/charging-equipment';
import type { Report } from '../core/reports/report';
import { steppedDraw } from '../simulators/battery';
import type { LivingFile } from '../simulators/site-simulator';
import type { HandMeter } from '../simulators/meter';
import { random, type Random } from '../simulators/random';
import { hallAir, outdoors, recordedDays } from '../simulators/weather';
import type { Battery, Vehicle } from '../store/site';
import { arrive, type Kept } from '../simulators/attendant/arrive';
import { hookedTo, layUp, read, type Write } from '../simulators/attendant/lay-up';
import { demoArrivals } from './arriving';
import { DEMO_NEW_PLANS, DEMO_FINDINGS, inspectionOf } from './facts';
import { DEMO_CHARGERS, DEMO_DEVICES, DEMO_HEARD_FROM, DEMO_KNOCKS, DEMO_STOCK } from './stock';
import type { Trouble } from '../simulators/attendant/arriving';
import { DEMO_HALLS, DEMO_NOW, DEMO_SITE } from './site';

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
  const note: Write = (kind, subjectId, at, data) => {
    sent++;
    const id = uuidv7({ msecs: at, seq: sent, random: paper.bytes() });
    entries.push(makeEntry(kind, { id, subjectId, at, by: ATTENDANT }, data));
  };

  const arriving = demoArrivals();
  const vehicles: Vehicle[] = arriving.map(({ vehicle }) => vehicle);
  const arrived = arriving.flatMap((stay, i) => {
    const layUpDay = roundOnOrAfter(
      DEFAULT_RULES,
      firstDay + Math.floor((i * 20) / arriving.length),
    );
    return arrive(stay, layUpDay, chance, paper);
  });
  const kept = arrived.map((one) => one.kept);
  const batteries: Battery[] = arrived.map((one) => one.paper);
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
  note: Write,
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
function hookFor(
  one: Kept,
  kept: readonly Kept[],
  celsius: number,
  at: number,
): ChargerConnection | null {
  const small = one.spec.ah <= SMALL_AH || one.spec.volts < 12;
  for (const id of small ? SMALL_FIRST : BIG_FIRST) {
    const charger = DEMO_CHARGERS.find((charger) => charger.id === id)!;
    if (!charger.portable && charger.hallId !== one.hallId) continue;
    for (let channel = 1; channel <= charger.channels; channel++) {
      const taken = kept.some(
        ({ hook }) => hook?.chargerId === charger.id && hook.channel === channel,
      );
      if (!taken) return hookedTo(DEMO_STOCK, one, charger.id, channel, celsius, at);
    }
  }
  return null;
}

/** One round by habit: lay up who arrives, look at lamps, read what is due, charge what is low. */
function walk(
  kept: Kept[],
  day: Day,
  at: number,
  record: Write,
  note: Write,
  meter: HandMeter,
  chance: Random,
): void {
  let clock = at;
  const minutes = (n: number) => (clock += n * 60_000);
  for (const one of kept) {
    const { id, stay } = one;
    if (day < one.from) continue;
    if (day === one.from) {
      layUp(DEMO_STOCK, one, kept, minutes, record, note, meter, chance);
      continue;
    }
    lookCloser(one, day, clock, note);
    leaveOn(one, stay.vehicle.id, day, clock, note);
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

function putOn(one: Kept, kept: readonly Kept[], at: number, record: Write): void {
  one.charging = true;
  one.hook = hookFor(one, kept, one.battery.temperature, at);
  const name = DEMO_CHARGERS.find(({ id }) => id === one.hook?.chargerId)?.name ?? 'a borrowed one';
  record('charge-started', one.id, at, {
    charger: name,
    ...(one.hook ? { hook: one.hook } : {}),
  });
}

/** A mower is moved out of the way, its negative on again, and its key left on. */
function leaveOn(one: Kept, vehicleId: string, day: Day, at: number, note: Write): void {
  if (one.trouble?.kind !== 'left-on' || toDay(one.trouble.day) !== day) return;
  one.battery.connected = true;
  note('negative', one.id, at, { on: true });
  note('outing', vehicleId, at + 60_000, { minutes: 3 });
}

/** Now and then somebody looks closer, and sees something. */
function lookCloser(kept: Kept, day: Day, at: number, note: Write): void {
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
    inspectionOf(kept.stay.vehicle.kind, kept.details, cells, seen.answers, levels),
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
