import type { DrawAnalysis } from '../../core/parasitic-draw/draw';
import { lastMark } from '../../core/parasitic-draw/marks';
import type { FittedStep } from '../../core/procedures/procedure';
import type { Test } from './wire';

/** Ticked by what the trace shows. */
export const BY_METER: readonly string[] = ['settle', 'value'];

/** What is known of a draw test, on the server, on this device, and by the trace. */
export interface DrawSeen {
  readonly steps: readonly FittedStep[];
  readonly test: Pick<Test, 'marks'> | null;
  /** Ticked on this device. */
  readonly ticked: readonly string[];
  readonly analysis: Pick<DrawAnalysis, 'settledAt'> | null;
  /** It is taken as it is, awake or not. */
  readonly enough: boolean;
}

/** Where a draw test stands. What the server knows of it wins over what this device remembers. */
export function drawProgress({ steps, test, ticked, analysis, enough }: DrawSeen) {
  const jumperOff = lastMark(test?.marks ?? [], 'jumper-off') !== null;
  const settled = jumperOff && analysis !== null && (analysis.settledAt !== null || enough);
  const ids = steps.map(({ id }) => id);
  const before = ids.slice(0, ids.indexOf('meter-in') + 1);
  const known = test ? [...before, ...(jumperOff ? ['jumper-off'] : [])] : [];
  const isDone = (id: string) => {
    if (BY_METER.includes(id)) return settled || ticked.includes('jumper-back');
    const ofServer = id === 'meter-in' || id === 'jumper-off';
    return known.includes(id) || (!ofServer && ticked.includes(id));
  };
  const done = ids.filter(isDone);
  const complete = done.length === ids.length;
  const next = ids.find((id) => !done.includes(id));
  return {
    jumperOff,
    done,
    complete,
    /** What Space ticks; none where the meter has the word. */
    next: next !== undefined && !BY_METER.includes(next) ? next : null,
    /** It may be taken awake, or hunted in. */
    mayTakeAwake: jumperOff && !settled && analysis !== null,
    mayHunt: settled && !ticked.includes('jumper-back'),
  };
}

/** What the server is told when a step is ticked, so that the trace says what happened when. */
export const asksServer = (id: string): 'start' | 'jumper-off' | 'jumper-back' | null =>
  id === 'meter-in' ? 'start' : id === 'jumper-off' || id === 'jumper-back' ? id : null;

/** What is said and chosen while a draw test runs, beside its steps. */
export interface DrawState {
  /** Why something could not be done; null: nothing was asked that could not. */
  readonly message: string | null;
  /** It is taken as it is, awake or not. */
  readonly enough: boolean;
  /** Something was repaired or switched off first. */
  readonly changed: boolean;
}

export const DRAW_AT_FIRST: DrawState = { message: null, enough: false, changed: false };

export type DrawAction =
  | { readonly do: 'ask' }
  | { readonly do: 'refused'; readonly reason: string }
  | { readonly do: 'enough' }
  | { readonly do: 'changed'; readonly changed: boolean }
  /** Recorded or thrown away: the next one begins from nothing. */
  | { readonly do: 'over' };

/** What becomes of it. */
export function drawReducer(state: DrawState, action: DrawAction): DrawState {
  switch (action.do) {
    case 'ask':
      return { ...state, message: null };
    case 'refused':
      return { ...state, message: action.reason };
    case 'enough':
      return { ...state, enough: true };
    case 'changed':
      return { ...state, changed: action.changed };
    case 'over':
      return DRAW_AT_FIRST;
  }
}
