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
export const LOAD_KINDS = {
  lamp: { label: 'lamps', weight: 3, usualMa: 380, factor: 1.8 },
  audio: { label: 'radio, amplifier', weight: 3, usualMa: 170, factor: 2.2 },
  accessory: { label: 'socket, fitted later', weight: 4, usualMa: 90, factor: 3 },
  tracker: { label: 'alarm, tracker', weight: 2, usualMa: 45, factor: 2 },
  unit: { label: 'control unit', weight: 2, usualMa: 150, factor: 2.2 },
  doors: { label: 'locks, windows, mirrors', weight: 2.5, usualMa: 220, factor: 1.9 },
  relay: { label: 'relay, pump, fan', weight: 1.5, usualMa: 160, factor: 1.6 },
  instrument: { label: 'instruments, clock', weight: 1, usualMa: 60, factor: 2.2 },
  other: { label: 'other', weight: 1, usualMa: 130, factor: 2.8 },
} as const satisfies Readonly<Record<string, LoadKind>>;

export type LoadKindId = keyof typeof LOAD_KINDS;
export const LOAD_KIND_IDS = Object.keys(LOAD_KINDS) as [LoadKindId, ...LoadKindId[]];

/** Behind no fuse: alternator diodes, starter cable, what is wired straight to the battery. */
export const UNFUSED: LoadKind = {
  label: 'behind no fuse',
  weight: 2.5,
  usualMa: 180,
  factor: 2.6,
};
