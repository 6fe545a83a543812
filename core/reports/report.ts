import { z } from 'zod';
import { MS_PER_HOUR } from '../day';
import { LAMP_STATES } from '../site/lamp';

/** What may report by itself: a charger or maintainer, or a thermometer of a hall. */
export const REPORTER_KINDS = ['charger', 'thermometer'] as const;
export type ReporterKind = (typeof REPORTER_KINDS)[number];

/** One report of a device. Units are in the names; a field of another name is refused. */
export const Report = z
  .strictObject({
    /** Counts up with each report of the device; a number that was used is not taken again. */
    n: z.int('n counts the reports, as whole numbers').min(0),
    at: z.iso.datetime({ error: 'an instant is written in UTC, as 2027-01-14T09:00:00Z' }),
    channel: z.int().min(1).max(12).optional(),
    state: z.enum(LAMP_STATES, 'charging, holding, fault or dark').optional(),
    volts: z.number().min(0).max(120, 'volts, not millivolts: 12.52 V is written 12.52').optional(),
    amps: z.number().min(0).max(100, 'amps, not milliamps: 0.8 A is written 0.8').optional(),
    celsius: z
      .number()
      .min(-60)
      .max(80, 'degrees Celsius, not Fahrenheit or kelvin: 68 °F is written 20')
      .optional(),
  })
  .refine(
    ({ state, volts, amps, celsius }) =>
      [state, volts, amps, celsius].some((one) => one !== undefined),
    'a report says at least one of state, volts, amps, celsius',
  );
export type Report = z.infer<typeof Report>;

export const MAX_REPORTS_AT_ONCE = 500;
/** A body over this is not read. */
export const MAX_REPORT_BYTES = 256 * 1024;

export const ReportBody = z.strictObject({
  device: z.string().min(1).max(64),
  reports: z
    .array(Report)
    .min(1, 'at least one report')
    .max(MAX_REPORTS_AT_ONCE, `at most ${MAX_REPORTS_AT_ONCE} reports at once`),
});

/** A device's clock may run ahead by so much. */
const AHEAD_MS = 5 * 60_000;
/** Reports that were kept through an outage are taken for so long. */
const LATE_MS = 40 * 24 * MS_PER_HOUR;

/** Why the instant of a report cannot be, or null. */
export function instantProblem(at: number, now: number): string | null {
  if (at > now + AHEAD_MS) return 'at: that is in the future; set the clock of the device';
  if (at < now - LATE_MS) return 'at: older than 40 days; set the clock of the device';
  return null;
}

/** What a device of a kind has to say; null where its report fits. */
export function kindProblem(kind: ReporterKind, report: Report): string | null {
  if (kind === 'thermometer') {
    if (report.celsius === undefined) return 'celsius: a thermometer reports the temperature';
    return report.state !== undefined || report.volts !== undefined || report.amps !== undefined
      ? 'a thermometer reports celsius alone'
      : null;
  }
  return report.state === undefined ? 'state: a charger reports its state' : null;
}

/** So many reports may be missing before silence is a finding, and at least so long. */
const MISSED_REPORTS = 3;
const MIN_SILENCE_MS = 2 * MS_PER_HOUR;

/** Since when a device has been silent, UTC milliseconds; null while it is heard. */
export function silentSince(
  device: { readonly everyMinutes: number; readonly addedAt: number },
  lastAt: number | null,
  now: number,
): number | null {
  const heard = lastAt ?? device.addedAt;
  const patience = Math.max(MIN_SILENCE_MS, MISSED_REPORTS * device.everyMinutes * 60_000);
  return now - heard > patience ? heard : null;
}

export interface ChannelSample {
  /** UTC milliseconds. */
  readonly at: number;
  readonly amps: number | null;
}

/** A gap longer than this is not bridged: nobody knows what flowed. */
const GAP_MS = 3 * MS_PER_HOUR;

/**
 * Ampere-hours out of a charger from its reports, by the trapezoidal rule; gaps of over three
 * hours and reports without amps count for nothing. `whole`: no such gap lay between.
 */
export function ampHoursOf(samples: readonly ChannelSample[]): {
  readonly ampHours: number;
  readonly whole: boolean;
} {
  let ampHours = 0;
  let whole = samples.length > 1;
  for (let i = 1; i < samples.length; i++) {
    const [a, b] = [samples[i - 1]!, samples[i]!];
    if (b.at - a.at > GAP_MS || a.amps === null || b.amps === null) {
      whole = false;
      continue;
    }
    ampHours += (((a.amps + b.amps) / 2) * (b.at - a.at)) / MS_PER_HOUR;
  }
  return { ampHours, whole };
}
