'use client';

import { createContext, useCallback, useContext, useMemo, useState } from 'react';
import { dayName, knowClocks, type ClockChanges, type Day } from '../../core/day';

interface DayChoice {
  readonly today: Day;
  /** The day that is looked at; today unless the ribbon was moved. */
  readonly day: Day;
  readonly setDay: (day: Day) => void;
}

const Context = createContext<DayChoice | null>(null);

/** The day that is looked at, shared by the ribbon and the screen below; kept in the address. */
export function DayProvider({
  today,
  from,
  to,
  chosen,
  clocks,
  children,
}: {
  today: Day;
  from: Day;
  to: Day;
  /** The day that the address asked for when the page was made. */
  chosen: Day;
  /** How the site's clocks go; not given: they are looked up. */
  clocks?: ClockChanges;
  children: React.ReactNode;
}) {
  useState(() => clocks && knowClocks(clocks));
  const [day, choose] = useState(chosen);
  const setDay = useCallback(
    (wanted: Day) => {
      const next = Math.min(to, Math.max(from, Math.round(wanted)));
      choose(next);
      const address = new URL(window.location.href);
      if (next === today) address.searchParams.delete('day');
      else address.searchParams.set('day', dayName(next));
      window.history.replaceState(window.history.state, '', address);
    },
    [from, to, today],
  );
  const value = useMemo(() => ({ today, day, setDay }), [today, day, setDay]);
  return <Context.Provider value={value}>{children}</Context.Provider>;
}

export function useDay(): DayChoice {
  const value = useContext(Context);
  if (!value) throw new Error('useDay is only for screens inside the frame');
  return value;
}
