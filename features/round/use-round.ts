'use client';

import { t } from '../../core/language';
import { useEffect, useMemo, useReducer, useRef } from 'react';
import type { NewEntry } from '../../core/logbook/entry';
import type { EntryDraft } from '../../core/procedures/entry-draft';
import { useRefresh } from '../app-shell/refresh';
import { dequeue, enqueue, useOutbox, type OutboxState } from '../logbook/outbox';
import { useSiteClock } from '../site/clock';
import type { Draft } from './lay-on';
import { hallsOf, nextPosition, viewStop, type RoundData, type States } from './round-data';
import { useJudging, useOnceJudging } from './use-judging';
import { positionOf, ROUND_AT_FIRST, roundReducer } from './round-state';

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
  const judging = useJudging();
  const before = useMemo(
    () => judging?.laidOn(NOTHING, laidOver(data, outbox), served) ?? NOTHING,
    [judging, data, outbox, served],
  );
  // What the server has of a battery counts again, once all that was recorded here is in it: somebody
  // else may have been there too.
  const states = useMemo(() => {
    if (recorded === null) return before;
    const open = new Set(laidOver(data, outbox).map(({ subjectId }) => subjectId));
    return Object.fromEntries(Object.entries(recorded).filter(([id]) => open.has(id)));
  }, [recorded, before, data, outbox]);
  const anew = judging?.anew ?? null;
  const views = useMemo(
    () => data.stops.map((stop) => viewStop(stop, states, data, halls, anew)),
    [data, states, halls, anew],
  );
  const position = positionOf(state, views);

  const withJudging = useOnceJudging();

  /** Records entries and moves on; `stay` keeps the place. A picture belongs to the one entry that it comes with. */
  function record(drafts: readonly Draft[], move: 'on' | 'stay', photo?: Blob): void {
    withJudging(({ entryOf, laidOn, anew: judge }) => {
      const entries = drafts.map(entryOf);
      const after = laidOn(states, entries, served);
      for (const one of entries) enqueue(one, photo);
      const next = () => {
        const viewsAfter = data.stops.map((stop, i) =>
          i === position.stop ? viewStop(stop, after, data, halls, judge) : views[i]!,
        );
        return nextPosition(viewsAfter, position);
      };
      act({
        do: 'record',
        deed: { entries, before: states, position },
        after,
        at: (move === 'on' ? next() : null) ?? position,
      });
    });
  }

  function undo(): void {
    withJudging(({ withdrawalOf }) => {
      for (const entry of [...(deeds.at(-1)?.entries ?? [])].reverse()) {
        if (!dequeue(entry.id)) enqueue(withdrawalOf(entry, t`undone in the round`, siteNow()));
      }
      act({ do: 'undo' });
    });
  }

  /** What is to be recorded, as it is now. */
  const draft = (one: EntryDraft, about: string): Draft => ({ ...one, about, at: siteNow() });

  return { state, act, views, states, position, record, undo, draft, outbox, withJudging };
}
