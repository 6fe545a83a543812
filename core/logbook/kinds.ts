import { z } from 'zod';
import { BATTERY_ROLES } from '../battery/roles';
import { DARK_CAUSES } from '../site/dark-checks';
import { ChargerConnection, MAX_CHANNELS, PROGRAMME_IDS } from '../site/charging-equipment';
import { dateProblem } from '../time-limits';
import { Inspection, LEVELS } from '../inspect/points';
import { STORAGE_PLAN_IDS } from './storage-plan-ids';
import { PROCEDURE_IDS } from './procedure-ids';
import { RulePatch } from '../rules/rules';
import { SEASON_JOBS } from './season-jobs';
import { Terms } from '../stay/vehicle-facts';

/** What an entry may be about. */
export const SUBJECT_KINDS = ['battery', 'vehicle', 'hall', 'rules'] as const;
export type SubjectKind = (typeof SUBJECT_KINDS)[number];

export const LAMP_STATES = ['holding', 'charging', 'fault', 'dark'] as const;
export type LampState = (typeof LAMP_STATES)[number];

/** A calendar day, `YYYY-MM-DD`, within the limits of what may be on record. */
export const DayName = z.string().superRefine((name, context) => {
  const message = dateProblem(name);
  if (message) context.addIssue({ code: 'custom', message });
});
const Id = z.string().min(1).max(64);
const Text = z.string().trim().min(1).max(2000);

/** By a meter that the program reads, by hand, or out of a logger's file. */
export const SOURCES = ['meter', 'hand', 'file'] as const;

/** Why it was done all the same, where something spoke against it. */
const Despite = z.string().trim().min(1).max(200);

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
    data: z.strictObject({
      charger: z.string().max(80),
      /** What hangs where; older entries have only the charger's name. */
      hook: ChargerConnection.optional(),
      despite: Despite.optional(),
    }),
  },
  'charge-ended': {
    subject: 'battery',
    version: 1,
    data: z.strictObject({
      full: z.boolean(),
      /** Out of the charger. */
      ampHours: z.number().min(0).max(2000).nullable(),
      /** The ampere-hours are the charger's own reports, and not read off or guessed. */
      metered: z.boolean().optional(),
    }),
  },
  /** The earthed lead, by its clamp or by an isolator in it; the name is of the usual earth. */
  negative: {
    subject: 'battery',
    version: 1,
    data: z.strictObject({ on: z.boolean(), how: z.enum(['clamp', 'isolator']).optional() }),
  },
  maintainer: {
    subject: 'battery',
    version: 1,
    data: z.strictObject({
      on: z.boolean(),
      hook: ChargerConnection.optional(),
      /** The charger's name, where none of the stock is meant. */
      charger: z.string().max(80).optional(),
      despite: Despite.optional(),
    }),
  },
  lamp: {
    subject: 'battery',
    version: 1,
    data: z.strictObject({
      state: z.enum(LAMP_STATES),
      /** Looked at, or reported by the charger itself. */
      source: z.enum(['eyes', 'device']).optional(),
    }),
  },
  /** What a dark lamp came from. */
  'dark-found': {
    subject: 'battery',
    version: 1,
    data: z.strictObject({ cause: z.enum(DARK_CAUSES) }),
  },
  /** The programme that a charger is in, looked at after a power cut. */
  'mode-seen': {
    subject: 'battery',
    version: 1,
    data: z.strictObject({ programme: z.enum(PROGRAMME_IDS).nullable() }),
  },
  /** In the queue for a charger, or taken out of it again. */
  queued: {
    subject: 'battery',
    version: 1,
    data: z.strictObject({ on: z.boolean(), chargerId: Id.nullable() }),
  },
  hydrometer: {
    subject: 'battery',
    version: 1,
    data: z.strictObject({
      /** As read, cell by cell from the positive post. */
      gravities: z
        .array(
          z
            .number()
            .min(1, 'water is 1.000: no cell shows less')
            .max(1.4, 'no acid here is over 1.400: 1.265 is written 1.265'),
        )
        .min(1)
        .max(48),
      /** Of the acid. */
      celsius: z.number().min(-40).max(60),
    }),
  },
  'recovery-begun': { subject: 'battery', version: 1, data: z.strictObject({ why: Text }) },
  thawed: { subject: 'battery', version: 1, data: z.strictObject({}) },
  reconditioned: {
    subject: 'battery',
    version: 1,
    data: z.strictObject({ hours: z.number().min(0).max(200) }),
  },
  'load-tested': {
    subject: 'battery',
    version: 1,
    data: z.strictObject({
      volts: Volts,
      amps: z.number().min(1, 'half the cold cranking amps').max(2000),
      celsius: z.number().min(-40).max(60),
    }),
  },
  'recovery-ended': {
    subject: 'battery',
    version: 1,
    data: z.strictObject({
      verdict: z.enum(['keep', 'replace', 'given-up']),
      why: z.string().max(300),
    }),
  },
  'power-cut': {
    subject: 'hall',
    version: 1,
    data: z.strictObject({ note: z.string().max(200) }),
  },
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
      /** Something was repaired or switched off first: what drew before is another matter. */
      changed: z.boolean().optional(),
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
      /** Millilitres, cell by cell, where they were measured. */
      addedMl: z.array(z.number().min(0).max(3000)).max(48).optional(),
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
    data: z.strictObject({
      plan: z.enum(STORAGE_PLAN_IDS),
      /** What was recommended then, and why another was chosen. */
      advised: z.enum(STORAGE_PLAN_IDS).optional(),
      why: z.string().trim().max(300).optional(),
    }),
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
      despite: Despite.optional(),
    }),
  },
  'not-reached': {
    subject: 'battery',
    version: 1,
    data: z.strictObject({ why: z.string().max(200) }),
  },
  /** Decided by hand: what is done at it in a round to come, whatever the plan would do. */
  pinned: {
    subject: 'battery',
    version: 1,
    data: z.strictObject({
      date: DayName,
      jobs: z.array(z.enum(SEASON_JOBS)).min(1, 'at least one job').max(SEASON_JOBS.length),
      chargerId: Id.optional(),
      channel: z.int().min(1).max(MAX_CHANNELS).optional(),
    }),
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
  /** Its owner comes on another day; null: always ready from now on. */
  collection: {
    subject: 'vehicle',
    version: 1,
    data: z.strictObject({ on: DayName.nullable() }),
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
