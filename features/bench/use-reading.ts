'use client';

import { t } from '../../core/language';
import { useEffect, useMemo, useReducer } from 'react';
import { judgeReading } from '../../core/assessment/judge';
import { holdingOf } from '../../core/meter/steady';
import type { BatteryRecord } from '../../core/record/battery-record';
import { formatVolts } from '../../core/words/words';
import { useShortcuts } from '../app-shell/shortcuts';
import { newEntry } from '../logbook/new-entry';
import { postEntry } from '../logbook/post';
import { parseVolts } from '../vehicle/parse-volts';
import { READ_AT_FIRST, offeredBy, readReducer, takingOf, type Offered } from './read-state';
import type { Bench } from './use-bench';

/** It has been steady for so much longer than it took to say so. */
const SURE_MS = 700;

/** A reading at rest: what the meter holds, what was typed, and what becomes of it. */
export function useReading({
  bench,
  standing,
  batteryId,
  siteNow,
  onRecorded,
}: {
  readonly bench: Bench;
  readonly standing: BatteryRecord;
  readonly batteryId: string;
  readonly siteNow: () => number;
  readonly onRecorded: () => void;
}) {
  const holding = useMemo(() => holdingOf(bench.volts), [bench.volts]);
  const [state, act] = useReducer(readReducer, READ_AT_FIRST);
  const offered = offeredBy(state, holding);
  const shown = state.taken ?? offered?.volts ?? null;
  const judged = useMemo(
    () => (shown === null ? null : judgeReading(standing, { volts: shown })),
    [shown, standing],
  );
  const taking = takingOf(state, holding, judged?.doubt ?? null);

  const record = async ({ volts, source }: Offered, confirmed: boolean) => {
    act({ do: 'send' });
    const reply = await postEntry(
      newEntry('reading', batteryId, siteNow(), {
        volts: Math.round(volts * 1000) / 1000,
        celsius: null,
        restedHours: null,
        confirmed,
        source,
      }),
    );
    if (!reply.ok) return act({ do: 'refuse', reason: reply.reason });
    act({ do: 'record', volts, said: t`Recorded: ${formatVolts(volts)}, by ${source}.` });
    onRecorded();
  };

  const byItself = taking === 'by-itself';
  useEffect(() => {
    if (!byItself || !offered) return;
    const timer = setTimeout(() => void record(offered, false), SURE_MS);
    return () => clearTimeout(timer);
    // The newest steady value is taken, not each one on the way.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [byItself]);

  const mayTake = taking === 'by-touch';
  const take = () => offered && void record(offered, Boolean(judged?.doubt));
  const again = () => act({ do: 'again' });
  useShortcuts(t`Resting voltage`, 'screen', [
    {
      keys: ['Enter'],
      shown: 'Enter',
      what: t`take the reading; after that, the next one`,
      act: mayTake ? take : state.taken !== null ? again : null,
    },
  ]);

  return {
    state,
    act,
    holding,
    live: bench.volts.at(-1)?.volts ?? null,
    judged,
    mayTake,
    take,
    again,
    /** What was typed, as if it were read. */
    submit: () => {
      const parsed = parseVolts(state.typed);
      if (!parsed.ok) return act({ do: 'refuse', reason: parsed.reason });
      const { volts } = parsed;
      const { doubt } = judgeReading(standing, { volts });
      act({ do: 'ask', volts: doubt ? volts : null });
      if (!doubt) void record({ volts, source: 'hand' }, false);
    },
  };
}

export type Reading = ReturnType<typeof useReading>;
