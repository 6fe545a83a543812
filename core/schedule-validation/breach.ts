import type { SeasonJob } from '../logbook/season-jobs';
import type { Day } from '../day';
import type { PlanDocument, SeasonBattery, SeasonDocument, SeasonRule } from '../schedule/document';

/** Something that a plan does, or leaves, against the rules of its season. */
export interface Breach {
  /** Null: of the plan as a whole. */
  readonly battery: string | null;
  readonly rule:
    SeasonRule | 'visit' | 'channel' | 'minutes' | 'outlets' | 'air' | 'totals' | 'bound';
  readonly date: string;
  readonly why: string;
}

export const EPS = 1e-4;
/** Plans give minutes and percents to a tenth. */
export const TENTH = 0.0501;

/** A visit that the plan has for a battery. */
export interface Done {
  readonly date: string;
  readonly day: Day;
  readonly jobs: readonly SeasonJob[];
  readonly charger: string | undefined;
  readonly channel: number | undefined;
}

export interface Hanging {
  readonly battery: SeasonBattery;
  readonly charger: string;
  readonly channel: number;
  /** Days on which it hangs there, the last one not. */
  readonly from: Day;
  readonly to: Day;
}

/** A hall of the season, with its temperatures by day. */
export type Hall = SeasonDocument['halls'][number] & {
  readonly mean: (day: Day) => number;
  readonly min: (day: Day) => number;
};

/** What the life of one battery asks of the check of the whole plan. */
export interface Surroundings {
  readonly season: SeasonDocument;
  readonly plan: PlanDocument;
  readonly today: Day;
  readonly end: Day;
  readonly roundDays: readonly Day[];
  readonly chargers: ReadonlyMap<string, SeasonDocument['chargers'][number]>;
  readonly halls: ReadonlyMap<string, Hall>;
  /** The deviate of the accepted risk. */
  readonly z: number;
  /** Filled as batteries are lived through. */
  readonly hangings: Hanging[];
  readonly say: (battery: string | null, rule: Breach['rule'], date: string, why: string) => void;
  /** The last round on or before a day, and the first after it. */
  readonly upTo: (day: Day) => Day | undefined;
  readonly after: (day: Day) => Day | undefined;
}
