import { t, msg, withWords } from '../language';
import { z } from 'zod';
import { estimate, type Estimate } from '../estimate';

/** Kinds of fuse by how their cold resistance goes with their rating. */
export interface FuseKind {
  readonly label: string;
  /** Against a standard blade fuse of the same rating. */
  readonly times: number;
  /** Standard deviation between makes, as a share. */
  readonly doubt: number;
}

export const FUSE_KINDS = withWords({
  blade: { label: msg`blade`, times: 1, doubt: 0.08 },
  mini: { label: msg`small blade`, times: 1, doubt: 0.12 },
  maxi: { label: msg`large blade`, times: 0.95, doubt: 0.15 },
  bolted: { label: msg`bolted strip`, times: 0.8, doubt: 0.3 },
  glass: { label: msg`glass`, times: 1.1, doubt: 0.25 },
} as const satisfies Readonly<Record<string, FuseKind>>);
export type FuseKindId = keyof typeof FUSE_KINDS;
export const FUSE_KIND_IDS = Object.keys(FUSE_KINDS) as [FuseKindId, ...FuseKindId[]];

/**
 * Cold resistance of a standard blade fuse, milliohms by amps. Common practice, from the data
 * sheets of the trade (from memory).
 */
const BLADE_MILLIOHMS = [
  [10, 7.5],
  [15, 4.8],
  [20, 3.3],
  [30, 1.7],
] as const;

/** A house's own value for a kind and rating: measured, or from its maker's sheet. */
export const KnownFuse = z.strictObject({
  kind: z.enum(FUSE_KIND_IDS),
  amps: z
    .number()
    .min(0.5, { error: () => t`at least 0.5 A` })
    .max(500, { error: () => t`at most 500 A` }),
  milliohms: z
    .number()
    .min(0.05, { error: () => t`at least 0.05 mΩ` })
    .max(1000, { error: () => t`at most 1000 mΩ` }),
});
export type KnownFuse = z.infer<typeof KnownFuse>;

/** How well a value is known that somebody entered, as a share. */
const KNOWN_DOUBT = 0.03;

/** The fuse with the house's own value for its kind and rating, where there is one. */
export function withKnown<
  T extends { readonly kind: FuseKindId; readonly amps: number; readonly milliohms: number | null },
>(fuse: T, known: readonly KnownFuse[]): T {
  if (fuse.milliohms !== null) return fuse;
  const own = known.find(({ kind, amps }) => kind === fuse.kind && amps === fuse.amps);
  return own ? { ...fuse, milliohms: own.milliohms } : fuse;
}

/**
 * Cold resistance of a fuse, milliohms at 90 %, for 0.5 … 500 A. Between the table's ratings a
 * straight line in logarithms; beyond them the line goes on, and the doubt grows.
 */
export function fuseMilliohms(kind: FuseKindId, amps: number): Estimate {
  const table = BLADE_MILLIOHMS;
  let k = 0;
  while (k < table.length - 2 && amps > table[k + 1]![0]) k++;
  const [a0, r0] = table[k]!;
  const [a1, r1] = table[k + 1]!;
  const slope = Math.log(r1 / r0) / Math.log(a1 / a0);
  const value = r0 * (amps / a0) ** slope * FUSE_KINDS[kind].times;
  const beyond = Math.max(0, Math.log(10 / amps), Math.log(amps / 30));
  return estimate(value, value * Math.hypot(FUSE_KINDS[kind].doubt, 0.2 * beyond));
}

/** A voltmeter's last digit and its leads' thermal voltage, millivolts. */
const MILLIVOLT_DOUBT = 0.01;

/**
 * The current through a fuse that stays in, milliamps at 90 %, from the millivolts across it.
 * `milliohms` where it was measured, else the table's. The sign of the millivolts does not
 * matter.
 */
export function milliampsAcross(
  millivolts: number,
  fuse: { readonly kind: FuseKindId; readonly amps: number; readonly milliohms: number | null },
): Estimate {
  const table = fuseMilliohms(fuse.kind, fuse.amps);
  const ohms = fuse.milliohms ?? table.value;
  const share =
    fuse.milliohms === null ? (table.high - table.low) / (2 * table.value) : KNOWN_DOUBT;
  const value = (1000 * Math.abs(millivolts)) / ohms;
  const reading = (1.6449 * 1000 * MILLIVOLT_DOUBT) / ohms;
  const half = Math.hypot(value * share, reading);
  return { value, low: Math.max(0, value - half), high: value + half };
}
