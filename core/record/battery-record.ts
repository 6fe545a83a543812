import { dayOf, type Day } from '../day';
import type { ChemistryId } from '../battery/chemistries';
import type { BatteryDetails } from '../battery/details';
import type { VehicleFacts } from '../stay/vehicle-facts';
import type { HouseOffset } from '../estimation/house';
import type { DailyTemperatures } from '../site/climate';
import type { VehicleKindId } from '../site/vehicle-kinds';
import type { BatteryState } from '../logbook/state';
import type { Rules } from '../rules/rules';
import type { SeasonJob } from '../logbook/season-jobs';

/** What is written on the case. */
export interface BatteryFacts {
  readonly chemistry: ChemistryId;
  readonly nominalVolts: number;
  readonly cells: number;
  readonly capacityAh: number;
  /** Year it was fitted, or null where nobody knows. */
  readonly fittedYear: number | null;
  /** Month of that year, 1–12, where the case says so. */
  readonly fittedMonth: number | null;
  /** Caps open: levels can be seen and water added. */
  readonly capsOpen: boolean;
}

/** All that is known of one battery when a judgement is asked for. */
export interface BatteryRecord {
  readonly facts: BatteryFacts;
  readonly state: BatteryState;
  readonly vehicleKind: VehicleKindId;
  readonly vehicleId: string;
  readonly vehicle: VehicleFacts;
  readonly details: BatteryDetails;
  /** Its place among the blocks of a string; null: it is none. */
  readonly block: { readonly index: number; readonly of: number } | null;
  /** The hall of the bench, where that is another one than its vehicle's. */
  readonly benchHallId: string | null;
  readonly laidUpAt: number | null;
  /** Day of collection; null: always ready. */
  readonly collectDay: Day | null;
  readonly hallName: string;
  /** The mains of its hall failed then, as far as anybody noted it; UTC milliseconds. */
  readonly powerCutAt: number | null;
  /** Its charger reports by itself and was last heard then, too long ago; null: heard, or mute. */
  readonly silentSince: number | null;
  /** From before lay-up to a year and more ahead. */
  readonly temperatures: DailyTemperatures;
  readonly rules: Rules;
  /** What all records of its house tell of its readings and charges. */
  readonly house: HouseOffset;
  readonly timeZone: string;
  /** UTC milliseconds on the site's clock. */
  readonly now: number;
  /** What the season's plan has for it in one round; null: nothing is planned. */
  readonly planned?: PlannedVisit | null;
}

/** A visit of the season's plan. */
export interface PlannedVisit {
  readonly day: Day;
  readonly jobs: readonly SeasonJob[];
  /** On which it is to be hung. */
  readonly chargerId: string | null;
}

export function today(standing: Pick<BatteryRecord, 'now' | 'timeZone'>): Day {
  return dayOf(standing.now, standing.timeZone);
}

/** Daily mean temperature of the battery's hall; the nearest known day outside the record. */
export function hallMean(temperatures: DailyTemperatures, day: Day): number {
  return temperatures.mean[indexOfDay(temperatures, day)]!;
}

/** Index of `day` in the temperatures, kept within them. */
export function indexOfDay(temperatures: DailyTemperatures, day: Day): number {
  return Math.min(temperatures.mean.length - 1, Math.max(0, day - temperatures.firstDay));
}

/** Age in years, or null where the year is unknown. */
export function ageYears(facts: BatteryFacts, day: Day): number | null {
  return facts.fittedYear === null
    ? null
    : Math.max(0, day / 365.25 + 1970 - facts.fittedYear - ((facts.fittedMonth ?? 6.5) - 0.5) / 12);
}

/** Old by the house rule; where nobody knows the year, it is treated as old. */
export function isOld({ facts, rules, now, timeZone }: BatteryRecord): boolean {
  const age = ageYears(facts, today({ now, timeZone }));
  return age === null || age >= rules.oldYears;
}

type Fed = Pick<BatteryRecord, 'state' | 'powerCutAt' | 'silentSince'>;

/** Whether the programme of what hangs here has to be looked at after a power cut. */
export function modeUnseen({ state, powerCutAt }: Pick<Fed, 'state' | 'powerCutAt'>): boolean {
  const fedSince = state.maintainerSince ?? state.chargeSince;
  if (powerCutAt === null || fedSince === null || fedSince > powerCutAt) return false;
  return (state.modeSeenAt ?? -1) < powerCutAt;
}

/** Its charger has fallen silent, and nobody has seen its lamp since: that would answer for it. */
export const isSilent = ({ state, silentSince }: Pick<Fed, 'state' | 'silentSince'>) =>
  silentSince !== null && (state.lamp?.at ?? -1) <= silentSince;
