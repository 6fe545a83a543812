import { t, msg, withWords } from '../../core/language';
import { toDay, type Day, shortDay } from '../../core/day';
import type { PlanDocument, SeasonDocument } from '../../core/schedule/document';
import { NO_FILTER, type Filter } from './rows';
import type { SeasonPin } from './season-data';
import type { Drag, View } from './strip';

export const ZOOMS = withWords({
  season: msg`Season`,
  weeks8: msg`8 weeks`,
  weeks4: msg`4 weeks`,
} as const);
export type Zoom = keyof typeof ZOOMS;
const ZOOM_DAYS: Readonly<Record<Zoom, number>> = { season: Infinity, weeks8: 56, weeks4: 28 };

/** A season and its plan; a document that was read back stands in place of the site's own. */
export interface Shown {
  readonly season: SeasonDocument;
  readonly plan: PlanDocument;
  readonly own: boolean;
}

/** A charge that was given another round by hand. */
export interface Decision {
  readonly battery: string;
  readonly to: string;
}

/** What the Season screen remembers beside what the site sends. */
export interface SeasonState {
  readonly foreign: Shown | null;
  readonly filter: Filter;
  readonly zoom: Zoom;
  /** Days from today at which the view begins, as asked; see `viewOf`. */
  readonly start: number;
  readonly chosen: string | null;
  readonly drag: Drag | null;
  readonly said: string | Decision | null;
}

export type SeasonAction =
  | { readonly do: 'filter'; readonly filter: Partial<Filter> }
  | { readonly do: 'zoom'; readonly zoom: Zoom }
  | { readonly do: 'pan'; readonly towards: -1 | 1; readonly days: number }
  | { readonly do: 'choose'; readonly battery: string }
  | { readonly do: 'drag'; readonly drag: Drag }
  | { readonly do: 'let go' }
  | { readonly do: 'say'; readonly said: string | Decision | null }
  | { readonly do: 'show'; readonly foreign: Shown | null }
  | { readonly do: 'tightened'; readonly plan: PlanDocument };

export const SEASON_AT_FIRST: SeasonState = {
  foreign: null,
  filter: NO_FILTER,
  zoom: 'season',
  start: 0,
  chosen: null,
  drag: null,
  said: null,
};

/** The state after something was done; a move is forgotten with the battery it was of. */
export function seasonReducer(state: SeasonState, action: SeasonAction): SeasonState {
  switch (action.do) {
    case 'filter':
      return { ...state, filter: { ...state.filter, ...action.filter } };
    case 'zoom':
      return { ...state, zoom: action.zoom };
    case 'pan': {
      const width = Math.min(ZOOM_DAYS[state.zoom], action.days);
      const step = Math.max(7, Math.round(width / 2));
      const from = startOf(state, action.days) + action.towards * step;
      return { ...state, start: Math.min(action.days - width, Math.max(0, from)) };
    }
    case 'choose':
      return { ...state, chosen: action.battery };
    case 'drag':
      return { ...state, chosen: action.drag.battery, drag: action.drag };
    case 'let go':
      return { ...state, drag: null };
    case 'say':
      return { ...state, drag: null, said: action.said };
    case 'show':
      return { ...state, foreign: action.foreign, drag: null, said: null };
    case 'tightened':
      return state.foreign ? { ...state, foreign: { ...state.foreign, plan: action.plan } } : state;
  }
}

const startOf = ({ start, zoom }: Pick<SeasonState, 'zoom' | 'start'>, days: number) =>
  Math.max(0, Math.min(start, days - Math.min(ZOOM_DAYS[zoom], days)));

/** Days that are shown of a season that has so many left. */
export function viewOf(state: Pick<SeasonState, 'zoom' | 'start'>, today: Day, end: Day): View {
  const days = end - today;
  const from = today + startOf(state, days);
  return { from, to: from + Math.min(ZOOM_DAYS[state.zoom], days) };
}

/**
 * What is said of a charge that was given another round, out of the plan that was made with it;
 * null while there is none yet.
 */
export function decisionWords(
  { battery, to }: Decision,
  plan: Pick<PlanDocument, 'unmet'>,
  today: Day,
  pins: readonly SeasonPin[],
  words: (battery: string) => string,
): string | null {
  if (!pins.some((pin) => pin.battery === battery && pin.date === to)) return null;
  const when = shortDay(toDay(to), today);
  const not = plan.unmet.some(
    (one) => one.battery === battery && one.rule === 'pin' && one.date === to,
  );
  return not
    ? t`${words(battery)} cannot be charged on ${when}: what you decided is noted, and not planned.`
    : t`${words(battery)} is charged on ${when}, as you decided.`;
}

/** The round next to a day, the earlier of two that are as near; `day` may lie between days. */
export const nearestRound = (rounds: readonly Day[], day: number): Day =>
  rounds.reduce((best, round) => (Math.abs(round - day) < Math.abs(best - day) ? round : best));
