'use client';

import { useReducer } from 'react';
import { judgeReading } from '../../core/assessment/judge';
import type { BatteryRecord } from '../../core/record/battery-record';
import { plain } from '../../core/words/words';
import { parseVolts } from './parse-volts';

/** A reading that is typed, until it is recorded. */
export interface TypedReading {
  readonly text: string;
  /** What is asked about it before it is taken; null: nothing. */
  readonly asked: string | null;
  /** Why it is not taken at all; null: it may be. */
  readonly problem: string | null;
}

export const NOTHING_TYPED: TypedReading = { text: '', asked: null, problem: null };

export type TypedAction =
  | { readonly do: 'type'; readonly text: string }
  | { readonly do: 'ask'; readonly question: string }
  | { readonly do: 'refuse'; readonly reason: string }
  | { readonly do: 'record' };

/** What becomes of it: typed anew, it is a new one; what is asked about is not refused, nor the other way round. */
export function typedReducer(state: TypedReading, action: TypedAction): TypedReading {
  switch (action.do) {
    case 'type':
      return { ...NOTHING_TYPED, text: action.text };
    case 'ask':
      return { ...state, asked: action.question, problem: null };
    case 'refuse':
      return { ...state, asked: null, problem: action.reason };
    case 'record':
      return NOTHING_TYPED;
  }
}

/** What a typed reading comes to: volts to be recorded, or what is to be said of it first. */
export function readTyped(
  { text }: TypedReading,
  standing: BatteryRecord,
  confirmed: boolean,
  at?: number,
): { readonly volts: number } | TypedAction {
  const parsed = parseVolts(text);
  if (!parsed.ok) return { do: 'refuse', reason: parsed.reason };
  const { volts } = parsed;
  const { doubt } = judgeReading(standing, { volts, ...(at === undefined ? {} : { at }) });
  return doubt && !confirmed ? { do: 'ask', question: plain(doubt.question) } : { volts };
}

/** A typed reading of a battery: nonsense is refused, a slip is asked about. */
export function useTypedReading(standing: BatteryRecord) {
  const [state, act] = useReducer(typedReducer, NOTHING_TYPED);
  return {
    state,
    act,
    /** The volts that are to be recorded; null: something is said first. */
    take: (confirmed: boolean, at?: number): number | null => {
      const read = readTyped(state, standing, confirmed, at);
      if ('volts' in read) return read.volts;
      act(read);
      return null;
    },
  };
}
