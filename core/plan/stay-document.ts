import { UNKNOWN_OFFSET } from '../estimation/house';
import { z } from 'zod';
import { CHEMISTRY_IDS, cellsFor } from '../battery/chemistries';
import { usualDetails } from '../battery/usual-details';
import { BATTERY_ROLES } from '../battery/roles';
import { MS_PER_DAY, dayOf, isTimeZone, toDay } from '../day';
import { collectionWithin, dateProblem } from '../time-limits';
import { EMPTY_BATTERY, type BatteryState } from '../logbook/state';
import type { BatteryRecord } from '../record/battery-record';
import { DEFAULT_RULES, RulePatch, applyPatch } from '../rules/rules';
import { Climate, HALL_KINDS, hallTemperatures, type RecordedDay } from '../site/climate';
import { VEHICLE_KIND_IDS } from '../site/vehicle-kinds';
import type { VehicleFacts } from '../stay/vehicle-facts';
import { PLAIN_VEHICLE } from '../stay/usual';
import type { PlanContext } from './storage-plans';

const Instant = z.iso.datetime({
  offset: true,
  error: 'an instant is written 2027-01-14T09:00:00Z',
});
const DayText = z.string().superRefine((name, context) => {
  const message = dateProblem(name);
  if (message) context.addIssue({ code: 'custom', message });
});

const Hall = z.strictObject({
  name: z.string().min(1).max(80).default('the hall'),
  kind: z.enum(HALL_KINDS).default('unheated'),
  /** What the thermostat of a heated hall keeps. */
  setpointCelsius: z.number().min(-10).max(30).nullable().default(null),
  /** Days that a thermometer recorded, or that a forecast foretells. */
  days: z
    .array(
      z.strictObject({
        date: DayText,
        mean: z.number().min(-60).max(50),
        min: z.number().min(-60).max(50),
      }),
    )
    .max(800)
    .default([]),
});

/** One battery and its stay, as `./ember calc storage-plans` reads it. */
export const StayDocument = z.strictObject({
  /** The instant for which the plans are compared. */
  now: Instant,
  timeZone: z
    .string()
    .refine(isTimeZone, 'a time zone is written as Europe/London')
    .default('Europe/London'),
  /** Null: always ready. */
  collectOn: DayText.nullable(),
  laidUpAt: Instant.nullable().default(null),
  vehicle: z.strictObject({
    kind: z.enum(VEHICLE_KIND_IDS),
    alarm: z.enum(['none', 'may-sleep', 'must-live']).default('none'),
    tracker: z.boolean().default(false),
    radioCodeMissing: z.boolean().default(false),
    hookUp: z.boolean().default(false),
    /** Watts of a solar panel with a controller; null: none. */
    panelWatts: z.number().min(1).max(2000).nullable().default(null),
  }),
  battery: z.strictObject({
    chemistry: z.enum(CHEMISTRY_IDS),
    nominalVolts: z.number().min(2).max(96).default(12),
    capacityAh: z.number().min(0.1).max(10_000),
    role: z.enum(BATTERY_ROLES).default('starter'),
    /** Year in which it was fitted; null: nobody knows. */
    fittedYear: z.int().min(1980).max(2100).nullable().default(null),
    negativeOn: z.boolean().default(true),
    maintained: z.boolean().default(false),
    /** Settled draw that was measured; null: not measured. */
    drawMa: z.number().min(0).max(20_000).nullable().default(null),
    lastFullAt: Instant.nullable().default(null),
    readings: z
      .array(
        z.strictObject({
          at: Instant,
          volts: z.number().min(0).max(100),
          celsius: z.number().min(-50).max(70).nullable().default(null),
          restedHours: z.number().min(0).max(10_000).nullable().default(null),
        }),
      )
      .max(500)
      .default([]),
  }),
  outletMetres: z.number().min(0).max(500).nullable().default(null),
  /** Maintainers that suit it and hang nowhere; left out: not counted. */
  maintainersFree: z.int().min(0).max(1000).optional(),
  /** Whether a hook-up post reaches it; left out: none is noted. */
  hookUpPost: z.boolean().optional(),
  hall: Hall.prefault({}),
  /** Where a bench stands; left out: in the same hall. */
  bench: Hall.optional(),
  /** The site's own climate, month by month. */
  climate: Climate,
  /** Degrees north; null: the sun is not counted. */
  latitude: z.number().min(-90).max(90).nullable().default(null),
  /** House rules that differ from the defaults. */
  rules: RulePatch.optional(),
});
export type StayDocument = z.infer<typeof StayDocument>;

/** Days of weather made ahead of `now`. */
const AHEAD_DAYS = 400;
const BEFORE_DAYS = 200;

/** What the comparison of plans takes, out of a document that was found good. */
export function contextOfStay(stay: StayDocument): PlanContext {
  const now = Date.parse(stay.now);
  const first = dayOf(now, stay.timeZone) - BEFORE_DAYS;
  const temperatures = (hall: StayDocument['hall']) => {
    const days: RecordedDay[] = hall.days
      .map(({ date, mean, min }) => ({ day: toDay(date), mean, min }))
      .sort((a, b) => a.day - b.day);
    return hallTemperatures(
      hall,
      stay.climate,
      days,
      first,
      dayOf(now, stay.timeZone) + AHEAD_DAYS,
    );
  };
  const { battery, vehicle } = stay;
  const laidUpAt = stay.laidUpAt === null ? null : Date.parse(stay.laidUpAt);
  const lastFullAt = battery.lastFullAt === null ? null : Date.parse(battery.lastFullAt);
  const state: BatteryState = {
    ...EMPTY_BATTERY,
    vehicleId: 'stay',
    role: battery.role,
    negativeOn: battery.negativeOn,
    maintainerSince: battery.maintained ? (laidUpAt ?? now - MS_PER_DAY) : null,
    drawMa: battery.drawMa,
    drawAt: battery.drawMa === null ? null : (laidUpAt ?? now),
    draws: battery.drawMa === null ? [] : [{ at: laidUpAt ?? now, milliamps: battery.drawMa }],
    lastFullAt,
    charges: lastFullAt === null ? [] : [{ from: lastFullAt, to: lastFullAt, full: true }],
    readings: [...battery.readings]
      .map((reading, i) => ({
        id: String(i),
        at: Date.parse(reading.at),
        volts: reading.volts,
        celsius: reading.celsius,
        restedHours:
          reading.restedHours ??
          (lastFullAt !== null && lastFullAt < Date.parse(reading.at)
            ? (Date.parse(reading.at) - lastFullAt) / 3_600_000
            : 24),
        fed: false,
      }))
      .sort((a, b) => a.at - b.at),
  };
  const facts: VehicleFacts = {
    ...PLAIN_VEHICLE,
    alarm: vehicle.alarm,
    tracker: vehicle.tracker,
    radioCode: vehicle.radioCodeMissing ? 'missing' : PLAIN_VEHICLE.radioCode,
    hookUp: vehicle.hookUp,
    solarPanel: vehicle.panelWatts !== null,
    panelWatts: vehicle.panelWatts,
  };
  const details = { ...usualDetails(battery.chemistry), outletMetres: stay.outletMetres };
  const standing: BatteryRecord = {
    facts: {
      chemistry: battery.chemistry,
      nominalVolts: battery.nominalVolts,
      cells: cellsFor(battery.chemistry, battery.nominalVolts),
      capacityAh: battery.capacityAh,
      fittedYear: battery.fittedYear,
      fittedMonth: null,
      capsOpen: false,
    },
    state,
    vehicleKind: vehicle.kind,
    vehicleId: 'v',
    vehicle: facts,
    details,
    block: null,
    benchHallId: stay.bench ? 'bench' : null,
    laidUpAt,
    collectDay:
      stay.collectOn === null
        ? null
        : collectionWithin(toDay(stay.collectOn), dayOf(now, stay.timeZone)),
    hallName: stay.hall.name,
    powerCutAt: null,
    silentSince: null,
    temperatures: temperatures(stay.hall),
    rules: stay.rules ? applyPatch(DEFAULT_RULES, stay.rules) : DEFAULT_RULES,
    house: UNKNOWN_OFFSET,
    timeZone: stay.timeZone,
    now,
  };
  const bench = stay.bench ?? stay.hall;
  return {
    standing,
    vehicle: facts,
    details,
    hallKind: stay.hall.kind,
    latitude: stay.latitude,
    ...(stay.maintainersFree === undefined ? {} : { maintainersFree: stay.maintainersFree }),
    ...(stay.hookUpPost === undefined ? {} : { hookUpPost: stay.hookUpPost }),
    bench: {
      hallId: 'bench',
      name: bench.name,
      temperatures: stay.bench ? temperatures(stay.bench) : standing.temperatures,
    },
  };
}
