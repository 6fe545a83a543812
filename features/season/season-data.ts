import type { PlanDocument, SeasonDocument } from '../../core/schedule/document';

/** How a battery is called on the screen. */
export interface SeasonName {
  readonly bayMark: string;
  readonly name: string;
  readonly href: string;
  /** Loss now, percent a day; null: it was never read. */
  readonly lossPctPerDay: number | null;
}

export interface SeasonPin {
  readonly id: string;
  readonly battery: string;
  readonly date: string;
}

/** All that the Season screen shows and works with. */
export interface SeasonScreenData {
  readonly clock: { readonly now: number; readonly stands: boolean; readonly timeZone: string };
  readonly siteName: string;
  readonly currency: string;
  readonly planId: number;
  readonly season: SeasonDocument;
  readonly plan: PlanDocument;
  readonly tightened: boolean;
  readonly names: Readonly<Record<string, SeasonName>>;
  readonly halls: readonly { readonly id: string; readonly name: string }[];
  readonly chargers: Readonly<Record<string, string>>;
  readonly pins: readonly SeasonPin[];
  /** What changed since the last round, and why; at most three sentences. */
  readonly morning: readonly string[];
  /** Collections that are over, so that they are in no plan. */
  readonly overdue: readonly string[];
  /** Batteries for which no season can be reckoned, with the reason. */
  readonly leftOut: readonly string[];
}
