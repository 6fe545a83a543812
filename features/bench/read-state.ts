import type { Doubt } from '../../core/assessment/plausible';
import type { Holding } from '../../core/meter/steady';

/** A reading at rest, from when the probes are put on to when it is recorded. */
export interface ReadState {
  /** Volts that were recorded; null: none since it was begun anew. */
  readonly taken: number | null;
  /** What was typed and is asked about. */
  readonly asked: number | null;
  readonly typed: string;
  readonly message: string | null;
  /** One reading for each time that the probes were put on. */
  readonly armed: boolean;
}

export const READ_AT_FIRST: ReadState = {
  taken: null,
  asked: null,
  typed: '',
  message: null,
  armed: true,
};

export type ReadAction =
  | { readonly do: 'type'; readonly text: string }
  /** What was typed is no voltage, or was not recorded: why. */
  | { readonly do: 'refuse'; readonly reason: string }
  /** What was typed is asked about, where it makes no sense; null: it does. */
  | { readonly do: 'ask'; readonly volts: number | null }
  /** It is on its way. */
  | { readonly do: 'send' }
  | { readonly do: 'record'; readonly volts: number; readonly said: string }
  | { readonly do: 'again' };

/** What becomes of it. What is typed stays until it is recorded. */
export function readReducer(state: ReadState, action: ReadAction): ReadState {
  switch (action.do) {
    case 'type':
      return { ...state, typed: action.text };
    case 'refuse':
      return { ...state, message: action.reason };
    case 'ask':
      return { ...state, taken: null, message: null, asked: action.volts };
    case 'send':
      return { ...state, armed: false, message: null };
    case 'record':
      return { taken: action.volts, asked: null, typed: '', message: action.said, armed: false };
    case 'again':
      return { ...READ_AT_FIRST, typed: state.typed };
  }
}

/** What the meter holds, where it holds still or falls; null: nothing that could be taken. */
export const heldVolts = (holding: Holding): number | null =>
  holding.kind === 'steady' || holding.kind === 'falling' ? holding.volts : null;

/** Where a reading comes from. */
export interface Offered {
  readonly volts: number;
  readonly source: 'meter' | 'hand';
}

/** What stands on the display and would be taken: what was typed goes before the meter. */
export function offeredBy({ asked }: ReadState, holding: Holding): Offered | null {
  if (asked !== null) return { volts: asked, source: 'hand' };
  const volts = heldVolts(holding);
  return volts === null ? null : { volts, source: 'meter' };
}

/**
 * How a reading gets recorded: by itself, where the meter holds still at what makes sense; by a
 * touch, where it falls or makes none; or not at all.
 */
export function takingOf(
  state: ReadState,
  holding: Holding,
  doubt: Doubt | null,
): 'by-itself' | 'by-touch' | 'not' {
  const { taken, asked, armed } = state;
  if (taken !== null || offeredBy(state, holding) === null) return 'not';
  if (doubt !== null || (asked === null && holding.kind === 'falling')) return 'by-touch';
  return armed && asked === null && holding.kind === 'steady' ? 'by-itself' : 'not';
}
