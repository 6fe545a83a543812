'use client';

import { t } from '../../core/language';
import { useEffect, useMemo, useReducer, useRef } from 'react';
import type { NewEntry } from '../../core/logbook/entry';
import { useRefresh } from '../app-shell/refresh';
import { step as foldStep } from '../../core/logbook/fold';
import type { BatteryState } from '../../core/logbook/state';
import type { EntryData, EntryKind } from '../../core/logbook/kinds';
import { newEntry } from '../logbook/new-entry';
import { dequeue, enqueue, useOutbox, type OutboxState } from '../logbook/outbox';
import { useSiteClock } from '../site/clock';
import { hallsOf, nextPosition, viewStop, type RoundData, type States } from './round-data';
import { useJudging } from './use-judging';
import { positionOf, ROUND_AT_FIRST, roundReducer } from './round-state';
import { servedRecord, type RoundBattery } from './served';

/** Entries laid on top of what was recorded already, unless the server had them. */
function laidOn(
  states: States,
  entries: readonly NewEntry[],
  served: ReadonlyMap<string, RoundBattery>,
): States {
  let after = states;
  for (const entry of entries) {
    const battery = served.get(entry.subjectId);
    const state: BatteryState | null =
      after[entry.subjectId] ?? (battery ? servedRecord(battery).battery.state : null);
    if (!state || state.readings.some((reading) => reading.id === entry.id)) continue;
    after = { ...after, [entry.subjectId]: foldStep(state, entry) };
  }
  return after;
}

const NOTHING: States = {};
/** What is recorded, and was not known when a page was put together. */
const laidOver = (
  { upToSeq }: Pick<RoundData, 'upToSeq'>,
  { sent, waiting }: Pick<OutboxState, 'sent' | 'waiting'>,
): readonly NewEntry[] => [
  ...sent.filter(({ seq }) => seq > upToSeq).map(({ entry }) => entry),
  ...waiting,
];

/** The walk: where one stands, what was recorded, and what is left. */
export function useRound(data: RoundData) {
  const outbox = useOutbox();
  const siteNow = useSiteClock(data.clock);
  const halls = useMemo(() => hallsOf(data), [data]);
  const served = useMemo(
    () => new Map(data.stops.flatMap(({ batteries }) => batteries.map((one) => [one.id, one]))),
    [data],
  );
  const [state, act] = useReducer(roundReducer, ROUND_AT_FIRST);
  const { recorded, deeds } = state;
  // Once that has gone out, the server knows it too.
  const refresh = useRefresh();
  const leftover = recorded === null && outbox.waiting.length > 0;
  const hadLeftover = useRef(false);
  useEffect(() => {
    if (leftover) hadLeftover.current = true;
    else if (hadLeftover.current) {
      hadLeftover.current = false;
      refresh();
    }
  }, [leftover, refresh]);
  // What an earlier visit left unsent counts as recorded, and so does what was sent after this page
  // was put together: the browser may show one that is older than what it has recorded since.
  const before = useMemo(
    () => laidOn(NOTHING, laidOver(data, outbox), served),
    [data, outbox, served],
  );
  // What the server has of a battery counts again, once all that was recorded here is in it: somebody
  // else may have been there too.
  const states = useMemo(() => {
    if (recorded === null) return before;
    const open = new Set(laidOver(data, outbox).map(({ subjectId }) => subjectId));
    return Object.fromEntries(Object.entries(recorded).filter(([id]) => open.has(id)));
  }, [recorded, before, data, outbox]);
  const anew = useJudging()?.anew ?? null;
  const views = useMemo(
    () => data.stops.map((stop) => viewStop(stop, states, data, halls, anew)),
    [data, states, halls, anew],
  );
  const position = positionOf(state, views);

  /** Records entries and moves on; `stay` keeps the place. A picture belongs to the one entry that it comes with. */
  function record(entries: readonly NewEntry[], move: 'on' | 'stay', photo?: Blob): void {
    const after = laidOn(states, entries, served);
    for (const one of entries) enqueue(one, photo);
    const next = () => {
      const viewsAfter = data.stops.map((stop, i) =>
        i === position.stop ? viewStop(stop, after, data, halls, anew) : views[i]!,
      );
      return nextPosition(viewsAfter, position);
    };
    act({
      do: 'record',
      deed: { entries, before: states, position },
      after,
      at: (move === 'on' ? next() : null) ?? position,
    });
  }

  function undo(): void {
    for (const entry of [...(deeds.at(-1)?.entries ?? [])].reverse()) {
      if (dequeue(entry.id)) continue;
      const why = { why: t`undone in the round` };
      enqueue(newEntry('withdrawn', entry.subjectId, siteNow(), why, entry.id, entry.subjectKind));
    }
    act({ do: 'undo' });
  }

  const entry = <K extends EntryKind>(kind: K, batteryId: string, what: EntryData<K>) =>
    newEntry(kind, batteryId, siteNow(), what);

  return { state, act, views, states, position, record, undo, entry, outbox };
}
