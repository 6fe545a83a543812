import type { NewEntry } from '../../core/logbook/entry';
import { NO_WISH, type Wish } from './wish';
import { nextPosition, type Position, type States, type StopView } from './round-data';

/** What one touch recorded, so that it can be taken back. */
export interface Deed {
  readonly entries: readonly NewEntry[];
  readonly before: States;
  readonly position: Position;
}

/** What the round remembers beside what the server sent. */
export interface RoundState {
  /** Where the attendant went; null: nowhere yet. */
  readonly chosen: Position | null;
  /** Batteries as they stand with what was recorded here; null: nothing was. */
  readonly recorded: States | null;
  readonly deeds: readonly Deed[];
  /** A note that is being written. */
  readonly note: string | null;
  /** What a key press that could do nothing was answered with. */
  readonly hint: string | null;
  /** The charger that was asked for. */
  readonly wish: Wish;
}

export type RoundAction =
  | { readonly do: 'go'; readonly to: Position }
  | {
      readonly do: 'record';
      readonly deed: Deed;
      readonly after: States;
      /** Where one stands after it. */
      readonly at: Position;
    }
  | { readonly do: 'undo' }
  | { readonly do: 'note'; readonly text: string | null }
  | { readonly do: 'hint'; readonly text: string | null }
  | { readonly do: 'wish'; readonly wish: Wish };

export const ROUND_AT_FIRST: RoundState = {
  chosen: null,
  recorded: null,
  deeds: [],
  note: null,
  hint: null,
  wish: NO_WISH,
};

/** The round after something was done. What was wished for one battery is of no other. */
export function roundReducer(state: RoundState, action: RoundAction): RoundState {
  switch (action.do) {
    case 'go':
      return { ...state, chosen: action.to, hint: null, wish: NO_WISH };
    case 'record':
      return {
        ...state,
        recorded: action.after,
        deeds: [...state.deeds, action.deed],
        chosen: action.at,
        hint: null,
        wish: NO_WISH,
      };
    case 'undo': {
      const deed = state.deeds.at(-1);
      if (!deed) return state;
      return {
        ...state,
        recorded: deed.before,
        deeds: state.deeds.slice(0, -1),
        chosen: deed.position,
        hint: null,
        wish: NO_WISH,
      };
    }
    case 'note':
      return { ...state, note: action.text };
    case 'hint':
      return { ...state, hint: action.text };
    case 'wish':
      return { ...state, wish: action.wish };
  }
}

const FIRST: Position = { stop: 0, step: 0 };

/** Where the attendant stands: until they go anywhere, at the first stop with something left. */
export const positionOf = ({ chosen }: RoundState, views: readonly StopView[]): Position =>
  chosen ?? nextPosition(views, { stop: -1, step: -1 }) ?? FIRST;

/** A stop at the first of its steps that is left; within the round. */
export function atStop(views: readonly StopView[], stop: number): Position {
  const at = Math.min(views.length - 1, Math.max(0, stop));
  return {
    stop: at,
    step: Math.max(
      0,
      views[at]!.steps.findIndex(({ done }) => !done),
    ),
  };
}

/** Another step of the same stop; within it. */
export function atStep(views: readonly StopView[], { stop, step }: Position, by: number): Position {
  const last = views[stop]!.steps.length - 1;
  return { stop, step: Math.min(last, Math.max(0, step + by)) };
}
