'use client';

import { t } from '../../core/language';
import { phrase } from '../words/phrase';
import { useCallback, useMemo } from 'react';
import { shortDay, toDay } from '../../core/day';
import { chargersInUse, stripsOf } from '../../core/schedule/strips';
import { useDay } from '../app-shell/day';
import { ChargersInUse, leftOf, Months } from './axis';
import { SeasonHead } from './head';
import { Panel } from './panel';
import { RowList } from './row-list';
import { rowsOf } from './rows';
import { Said } from './said';
import type { SeasonScreenData } from './season-data';
import { useSeason } from './use-season';
import styles from './season.module.css';
import { Button } from '../ui/button';

const NO_PINS: ReadonlySet<string> = new Set();

/** The whole season: each battery's foreseen charge, what is planned, and what it comes to. */
export function Season({ data }: { data: SeasonScreenData }) {
  const nameOf = useCallback((id: string) => data.names[id], [data.names]);
  const words = useCallback(
    (id: string) => {
      const known = data.names[id];
      return known ? `${known.bayMark} ${known.name}` : id;
    },
    [data.names],
  );
  const { state, act, shown, view, worker, handlers, letGo, readBack, proof, tighten } = useSeason(
    data,
    words,
  );
  const { season, plan, own } = shown;
  const { chosen, filter } = state;
  const today = toDay(season.today);
  const { day: looked } = useDay();

  const strips = useMemo(() => stripsOf(season, plan), [season, plan]);
  const inUse = useMemo(() => chargersInUse(season, plan), [season, plan]);
  const wanting = useMemo(() => {
    const why = new Map<string, string>();
    for (const one of plan.unmet) if (!why.has(one.battery)) why.set(one.battery, one.why);
    return why;
  }, [plan]);
  const pins = useMemo(() => {
    const dates = new Map<string, Set<string>>();
    for (const { battery, date } of own ? data.pins : []) {
      dates.set(battery, (dates.get(battery) ?? new Set<string>()).add(date));
    }
    return dates;
  }, [data.pins, own]);
  const halls = useMemo(
    () =>
      season.halls.map(({ id }) => ({
        id,
        name: data.halls.find((hall) => hall.id === id)?.name ?? id,
      })),
    [season.halls, data.halls],
  );
  const rows = useMemo(
    () => rowsOf(strips, halls, nameOf, wanting, filter),
    [strips, halls, nameOf, wanting, filter],
  );
  const choose = useCallback((battery: string) => act({ do: 'choose', battery }), [act]);

  return (
    <div className={styles.season}>
      <div className={styles.main}>
        <SeasonHead
          state={state}
          act={act}
          halls={halls}
          shown={rows.shown}
          all={strips.length}
          days={toDay(season.end) - today}
        />
        {own ? null : (
          <p
            className={styles.banner}
            role="status"
          >{phrase`A season document of ${shortDay(today)}: nothing of it is this site’s. ${(<Button size="small" onClick={() => act({ do: 'show', foreign: null })}>{t`Back to this site`}</Button>)}`}</p>
        )}
        {own && data.morning.length > 0 ? (
          <p className={styles.banner} aria-label={t`What changed since the last round`}>
            {data.morning.join(' ')}
          </p>
        ) : null}
        <Said
          state={state}
          moved={worker.moved}
          plan={plan}
          pins={data.pins}
          today={today}
          currency={data.currency}
          words={words}
        />
        <Months view={view} />
        <RowList
          rows={rows.rows}
          chosen={chosen}
          view={view}
          today={today}
          nameOf={nameOf}
          pins={pins}
          drag={state.drag}
          wanting={wanting}
          handlers={handlers}
          onChoose={choose}
          looked={looked >= view.from && looked <= view.to ? leftOf(view, looked) : null}
        />
        <ChargersInUse inUse={inUse} view={view} today={today} season={season} />
      </div>
      <Panel
        data={data}
        shown={shown}
        proof={proof}
        run={worker.run}
        failed={worker.failed}
        chosen={strips.find(({ battery }) => battery === chosen) ?? null}
        words={words}
        pinned={(chosen && pins.get(chosen)) || NO_PINS}
        onTighten={tighten}
        onStop={worker.stop}
        onLetGo={(date) => void letGo(chosen!, date)}
        onReadBack={(file) => void readBack(file)}
      />
    </div>
  );
}
