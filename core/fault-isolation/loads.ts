import { msg, withWords } from '../language';

/** What hangs on a circuit, as far as it tells how likely it is the culprit, and for how much. */
export interface LoadKind {
  readonly label: string;
  /** How often it is the culprit, against the others. */
  readonly weight: number;
  /** What it usually draws when it stays on: the middle, and by what factor it varies (one sd). */
  readonly usualMa: number;
  readonly factor: number;
}

/** Our own assumptions from common practice; they order the pulls and decide nothing. */
export const LOAD_KINDS = withWords({
  lamp: { label: msg`lamps`, weight: 3, usualMa: 380, factor: 1.8 },
  audio: { label: msg`radio, amplifier`, weight: 3, usualMa: 170, factor: 2.2 },
  accessory: { label: msg`socket, fitted later`, weight: 4, usualMa: 90, factor: 3 },
  tracker: { label: msg`alarm, tracker`, weight: 2, usualMa: 45, factor: 2 },
  unit: { label: msg`control unit`, weight: 2, usualMa: 150, factor: 2.2 },
  doors: { label: msg`locks, windows, mirrors`, weight: 2.5, usualMa: 220, factor: 1.9 },
  relay: { label: msg`relay, pump, fan`, weight: 1.5, usualMa: 160, factor: 1.6 },
  instrument: { label: msg`instruments, clock`, weight: 1, usualMa: 60, factor: 2.2 },
  other: { label: msg`other`, weight: 1, usualMa: 130, factor: 2.8 },
} as const satisfies Readonly<Record<string, LoadKind>>);

export type LoadKindId = keyof typeof LOAD_KINDS;
export const LOAD_KIND_IDS = Object.keys(LOAD_KINDS) as [LoadKindId, ...LoadKindId[]];

/** Behind no fuse: alternator diodes, starter cable, what is wired straight to the battery. */
export const UNFUSED: LoadKind = withWords({
  label: msg`behind no fuse`,
  weight: 2.5,
  usualMa: 180,
  factor: 2.6,
});
