import type { Day } from '../../core/day';
import type { FuseList } from '../../core/fault-isolation/fuse-list';
import type { KnownFuse } from '../../core/fault-isolation/fuses';
import type { Rules } from '../../core/rules/rules';
import type { HallKind } from '../../core/site/climate';
import type { VehicleKindId } from '../../core/site/vehicle-kinds';
import type { BatteryDto, ClockDto, HallDto, VehicleDto } from '../site/dto';

/** A battery in the list of the bench. */
export interface BenchPick {
  readonly batteryId: string;
  readonly bayMark: string;
  readonly name: string;
  readonly kind: VehicleKindId;
  readonly label: string;
  /** Why it should be measured; empty where nothing asks for it. */
  readonly why: string;
}

/** In what order batteries ask to be measured: the test that runs, what falls too fast, what is due. */
export function byUrgency(picks: readonly BenchPick[], running: string | null): BenchPick[] {
  const rank = ({ batteryId, why }: BenchPick) =>
    batteryId === running ? 0 : why.startsWith('falls') ? 1 : why ? 2 : 3;
  return [...picks].sort((a, b) => rank(a) - rank(b));
}

/** A draw that was measured. */
export interface BenchResult {
  readonly batteryId: string;
  readonly bayMark: string;
  readonly name: string;
  readonly label: string;
  readonly day: Day;
  readonly milliamps: number;
}

export interface BenchSubject {
  readonly vehicle: VehicleDto;
  readonly battery: BatteryDto;
  readonly hall: HallDto;
  readonly hallKind: HallKind;
  readonly fuses: FuseList | null;
}

export interface BenchData {
  readonly clock: ClockDto;
  readonly today: Day;
  readonly rules: Rules;
  readonly bench: HallDto;
  readonly picks: readonly BenchPick[];
  /** The last draws that were measured, the newest first. */
  readonly results: readonly BenchResult[];
  readonly subject: BenchSubject | null;
  readonly meterName: string | null;
  /** Resistances of fuses as this house knows them. */
  readonly knownFuses: readonly KnownFuse[];
  /** The demo has hands of its own to play with. */
  readonly hands: boolean;
  readonly pace: number;
}

export const BENCH_JOBS = ['read', 'draw', 'hunt', 'crank'] as const;
export type BenchJob = (typeof BENCH_JOBS)[number];
