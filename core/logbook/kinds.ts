import { z } from 'zod';
import { BATTERY_ROLES } from '../battery/roles';
import { parseDay } from '../day';
import { Inspection, LEVELS } from '../inspect/points';
import { STORAGE_PLAN_IDS } from '../plan/storage-plan-ids';
import { PROCEDURE_IDS } from '../procedures/procedure-ids';
import { RulePatch } from '../rules/rules';
import { Terms } from '../stay/vehicle-facts';

/** What an entry may be about. */
export const SUBJECT_KINDS = ['battery', 'vehicle', 'rules'] as const;
export type SubjectKind = (typeof SUBJECT_KINDS)[number];

export const LAMP_STATES = ['holding', 'charging', 'fault', 'dark'] as const;
export type LampState = (typeof LAMP_STATES)[number];

export const DayName = z
  .string()
  .refine((name) => parseDay(name) !== null, 'a date is written YYYY-MM-DD, as 2027-02-14');
const Id = z.string().min(1).max(64);
const Text = z.string().trim().min(1).max(2000);

/** By a meter that the program reads, by hand, or out of a logger's file. */
export const SOURCES = ['meter', 'hand', 'file'] as const;

const Milliamps = z.number().min(0).max(20_000);

/** A voltage as a number a meter can show; whether it makes sense is for the judge to ask. */
const Volts = z
  .number()
  .min(0, 'volts are 0 or more: is the meter the wrong way round?')
  .max(100, 'no battery here has over 100 V: 12.52 V is written 12.52');

/**
 * One record for each kind of entry: what it is about, the version of its data, their schema.
 * To add a kind is to add a record, its words and its step in the fold.
 */
export const ENTRY_KINDS = {
  fitted: {
    subject: 'battery',
    version: 1,
    data: z.strictObject({ vehicleId: Id, role: z.enum(BATTERY_ROLES), place: z.string().max(80) }),
  },
  reading: {
    subject: 'battery',
    version: 1,
    data: z.strictObject({
      volts: Volts,
      /** Temperature of the battery, where it was taken; else the hall's is used. */
      celsius: z.number().min(-50).max(70).nullable(),
      /** Hours of rest as the attendant knows them; else counted from the logbook. */
      restedHours: z.number().min(0).max(10_000).nullable(),
      /** The attendant was asked about this reading and says that it is right. */
      confirmed: z.boolean(),
      /** How it came here; older entries do not say, and were typed. */
      source: z.enum(SOURCES).optional(),
    }),
  },
  'charge-started': {
    subject: 'battery',
    version: 1,
    data: z.strictObject({ charger: z.string().max(80) }),
  },
  'charge-ended': {
    subject: 'battery',
    version: 1,
    data: z.strictObject({ full: z.boolean(), ampHours: z.number().min(0).max(2000).nullable() }),
  },
  negative: { subject: 'battery', version: 1, data: z.strictObject({ on: z.boolean() }) },
  maintainer: { subject: 'battery', version: 1, data: z.strictObject({ on: z.boolean() }) },
  lamp: { subject: 'battery', version: 1, data: z.strictObject({ state: z.enum(LAMP_STATES) }) },
  draw: {
    subject: 'battery',
    version: 1,
    data: z.strictObject({
      milliamps: Milliamps,
      /** At 90 %, where a trace says how sure it is. */
      low: Milliamps.optional(),
      high: Milliamps.optional(),
      source: z.enum(SOURCES).optional(),
      /** The logged current that it was read from. */
      traceId: Id.optional(),
      /** Fuses that were out when it was measured. */
      without: z.array(z.string().min(1).max(60)).max(60).optional(),
    }),
  },
  inspected: { subject: 'battery', version: 1, data: Inspection },
  /** Levels cell by cell, as they were left. */
  levels: {
    subject: 'battery',
    version: 1,
    data: z.strictObject({
      cells: z.array(z.enum(LEVELS)).min(1).max(48),
      /** Water was added. */
      toppedUp: z.boolean(),
    }),
  },
  cleaned: {
    subject: 'battery',
    version: 1,
    // Posts and clamps alone, or the whole battery out and its tray too.
    data: z.strictObject({ whole: z.boolean() }),
  },
  'plan-chosen': {
    subject: 'battery',
    version: 1,
    data: z.strictObject({ plan: z.enum(STORAGE_PLAN_IDS) }),
  },
  /** Off its vehicle: to the bench, still kept here; or gone for good. */
  'taken-out': {
    subject: 'battery',
    version: 1,
    data: z.strictObject({
      to: z.enum(['bench', 'gone']),
      /** The hall of the bench; null: that of the vehicle. */
      hallId: Id.nullable(),
      why: z.string().max(200),
    }),
  },
  'procedure-done': {
    subject: 'battery',
    version: 1,
    data: z.strictObject({
      procedure: z.enum(PROCEDURE_IDS),
      /** The steps in the order in which they were ticked. */
      steps: z.array(z.string().min(1).max(40)).max(40),
    }),
  },
  'not-reached': {
    subject: 'battery',
    version: 1,
    data: z.strictObject({ why: z.string().max(200) }),
  },
  note: { subject: 'battery', version: 1, data: z.strictObject({ text: Text }) },
  /** Takes back the entry that it strikes, and puts nothing in its place. */
  withdrawn: {
    subject: 'battery',
    version: 1,
    data: z.strictObject({ why: z.string().max(200) }),
  },
  'laid-up': {
    subject: 'vehicle',
    version: 1,
    data: z.strictObject({ bayId: Id, collectOn: DayName.nullable() }),
  },
  agreed: { subject: 'vehicle', version: 1, data: Terms },
  /** Everything off: lamps, interior, accessories, as far as this vehicle has them. */
  'all-off': {
    subject: 'vehicle',
    version: 1,
    data: z.strictObject({ checked: z.array(z.string().min(1).max(60)).max(20) }),
  },
  photographed: {
    subject: 'vehicle',
    version: 1,
    data: z.strictObject({ photoId: Id, caption: z.string().max(120) }),
  },
  moved: { subject: 'vehicle', version: 1, data: z.strictObject({ bayId: Id }) },
  outing: {
    subject: 'vehicle',
    version: 1,
    // How long it ran; null where nobody knows.
    data: z.strictObject({ minutes: z.number().min(0).max(1440).nullable() }),
  },
  'rules-changed': { subject: 'rules', version: 1, data: z.strictObject({ patch: RulePatch }) },
} as const satisfies Record<
  string,
  { subject: SubjectKind; version: number; data: z.ZodType<object> }
>;

export type EntryKind = keyof typeof ENTRY_KINDS;
export type EntryData<K extends EntryKind> = z.infer<(typeof ENTRY_KINDS)[K]['data']>;
export const ENTRY_KIND_NAMES = Object.keys(ENTRY_KINDS) as EntryKind[];
