'use client';

import { createContext, useCallback, useContext, useEffect, useMemo, useState } from 'react';
import { dayName, parseDay, type Day } from '../../core/day';

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
  children,
}: {
  today: Day;
  from: Day;
  to: Day;
  children: React.ReactNode;
}) {
  const [day, choose] = useState(today);
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
  useEffect(() => {
    const wanted = parseDay(new URL(window.location.href).searchParams.get('day') ?? '');
    // The server cannot see the chosen day of a reload: it is taken up once, here.
    // eslint-disable-next-line react-hooks/set-state-in-effect
    if (wanted !== null && wanted >= from && wanted <= to) choose(wanted);
  }, [from, to]);
  const value = useMemo(() => ({ today, day, setDay }), [today, day, setDay]);
  return <Context.Provider value={value}>{children}</Context.Provider>;
}

export function useDay(): DayChoice {
  const value = useContext(Context);
  if (!value) throw new Error('useDay is only for screens inside the frame');
  return value;
}
