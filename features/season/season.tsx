'use client';

import { Button, Input, Segmented, Select } from 'antd';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useRefresh } from '../app-shell/refresh';
import { MONTH_NAMES, dayName, partsOf, shortDay, toDay, type Day } from '../../core/day';
import { type PlanDocument, SeasonDocument } from '../../core/schedule/document';
import { chargersInUse, roundsOf, stripsOf } from '../../core/schedule/strips';
import { newEntry } from '../logbook/new-entry';
import { postEntry, postJson } from '../logbook/post';
import { useDay } from '../app-shell/day';
import { useSiteClock } from '../site/clock';
import { Panel } from './panel';
import { RowList } from './row-list';
import { NO_FILTER, rowsOf, type Filter } from './rows';
import type { SeasonScreenData } from './season-data';
import type { Drag, StripHandlers, View } from './strip';
import { useSeasonWorker } from './use-season-worker';
import styles from './season.module.css';

const ZOOMS = { season: 'Season', weeks8: '8 weeks', weeks4: '4 weeks' } as const;
type Zoom = keyof typeof ZOOMS;
const ZOOM_DAYS: Readonly<Record<Zoom, number>> = { season: Infinity, weeks8: 56, weeks4: 28 };

/** Seconds that a plan is tightened for. */
const TIGHTEN_SECONDS = 20;

/** A document that was read back stands in place of the site's own season. */
interface Shown {
  readonly season: SeasonDocument;
  readonly plan: PlanDocument;
  readonly own: boolean;
}

export function Season({ data }: { data: SeasonScreenData }) {
  const refresh = useRefresh();
  const siteNow = useSiteClock(data.clock);
  const [foreign, setForeign] = useState<Shown | null>(null);
  const shown: Shown = foreign ?? { season: data.season, plan: data.plan, own: true };
  const { season, plan } = shown;
  const today = toDay(season.today);
  const end = toDay(season.end);
  const { day: looked } = useDay();

  const strips = useMemo(() => stripsOf(season, plan), [season, plan]);
  const rounds = useMemo(() => roundsOf(season), [season]);
  const inUse = useMemo(() => chargersInUse(season, plan), [season, plan]);
  const wanting = useMemo(() => {
    const why = new Map<string, string>();
    for (const one of plan.unmet) if (!why.has(one.battery)) why.set(one.battery, one.why);
    return why;
  }, [plan]);
  const wanted = useMemo(() => new Set(wanting.keys()), [wanting]);
  const pins = useMemo(() => {
    const dates = new Map<string, Set<string>>();
    if (shown.own) {
      for (const { battery, date } of data.pins) {
        dates.set(battery, (dates.get(battery) ?? new Set<string>()).add(date));
      }
    }
    return dates;
  }, [data.pins, shown.own]);

  const [filter, setFilter] = useState<Filter>(NO_FILTER);
  const [zoom, setZoom] = useState<Zoom>('season');
  const [start, setStart] = useState(0);
  const days = Math.min(ZOOM_DAYS[zoom], end - today);
  const from = Math.min(today + start, end - days);
  const view: View = useMemo(() => ({ from, to: from + days }), [from, days]);
  const [chosen, setChosen] = useState<string | null>(null);
  const [drag, setDrag] = useState<Drag | null>(null);
  const [said, setSaid] = useState<string | null>(null);

  const nameOf = useCallback((id: string) => data.names[id], [data.names]);
  const words = useCallback(
    (id: string) => {
      const known = data.names[id];
      return known ? `${known.bayMark} ${known.name}` : id;
    },
    [data.names],
  );
  const halls = useMemo(
    () =>
      season.halls.map(({ id }) => ({
        id,
        name: data.halls.find((hall) => hall.id === id)?.name ?? id,
      })),
    [season.halls, data.halls],
  );
  const {
    rows,
    height,
    shown: count,
  } = useMemo(
    () => rowsOf(strips, halls, nameOf, wanted, filter),
    [strips, halls, nameOf, wanted, filter],
  );

  const keepTightened = useCallback(
    (made: PlanDocument) => {
      if (foreign) return setForeign({ ...foreign, plan: made });
      void postJson('/api/season/plan', { planId: data.planId, plan: made }).then((reply) => {
        setSaid(reply.ok ? 'The tighter plan is kept.' : reply.reason);
        refresh();
      });
    },
    [foreign, data.planId, refresh],
  );
  const worker = useSeasonWorker(keepTightened);
  const { askMove, forgetMove, prove } = worker;
  // A bound, or what would help, is worked out beside the page where the plan has none yet.
  useEffect(() => {
    if (plan.lowerBoundMinutes === null && plan.remedies.length === 0) prove(season, plan);
  }, [plan, season, prove]);
  const proof = worker.proven?.plan === plan ? worker.proven.proof : null;

  const move = useCallback(
    (battery: string, origin: string, to: string) => {
      setDrag({ battery, from: origin, to });
      if (to === origin) forgetMove();
      else askMove(season, plan, { battery, from: origin, to });
    },
    [askMove, forgetMove, season, plan],
  );
  const leave = useCallback(() => {
    setDrag(null);
    forgetMove();
  }, [forgetMove]);

  const keep = async (what: Drag) => {
    setDrag(null);
    if (what.to === what.from) return;
    if (!shown.own) return setSaid('This season is a document: nothing is recorded from it.');
    const before = data.pins.find(
      ({ battery, date }) => battery === what.battery && date === what.from,
    );
    const reply = await postEntry(
      newEntry(
        'pinned',
        what.battery,
        siteNow(),
        { date: what.to, jobs: ['connect'] },
        before?.id ?? null,
      ),
    );
    setSaid(
      reply.ok
        ? `${words(what.battery)} is charged on ${shortDay(toDay(what.to), today)}, as you decided.`
        : reply.reason,
    );
    forgetMove();
    if (reply.ok) refresh();
  };

  const letGo = async (battery: string, date: string) => {
    const pin = data.pins.find((one) => one.battery === battery && one.date === date);
    if (!pin) return;
    const reply = await postEntry(
      newEntry('withdrawn', battery, siteNow(), { why: 'the plan decides' }, pin.id, 'battery'),
    );
    setSaid(reply.ok ? `The plan decides about ${words(battery)} again.` : reply.reason);
    if (reply.ok) refresh();
  };

  const nearest = (clientX: number, track: DOMRect): Day => {
    const day = view.from + ((clientX - track.left) / track.width) * (view.to - view.from);
    return rounds.reduce((best, round) =>
      Math.abs(round - day) < Math.abs(best - day) ? round : best,
    );
  };
  const grab: StripHandlers['grab'] = (battery, charge, event) => {
    const strip = event.currentTarget.closest('[data-strip]')!;
    const track = strip.getBoundingClientRect();
    let to = charge.date;
    setChosen(battery);
    const onMove = (moving: PointerEvent) => {
      const round = dayName(nearest(moving.clientX, track));
      if (round === to) return;
      to = round;
      move(battery, charge.date, round);
    };
    const done = (ended: PointerEvent) => {
      window.removeEventListener('pointermove', onMove);
      window.removeEventListener('pointerup', done);
      window.removeEventListener('pointercancel', done);
      if (ended.type === 'pointerup' && to !== charge.date) {
        void keep({ battery, from: charge.date, to });
      } else leave();
    };
    window.addEventListener('pointermove', onMove);
    window.addEventListener('pointerup', done);
    window.addEventListener('pointercancel', done);
  };
  const key: StripHandlers['key'] = (battery, charge, event) => {
    const at = drag?.battery === battery && drag.from === charge.date ? drag.to : charge.date;
    if (event.key === 'ArrowLeft' || event.key === 'ArrowRight') {
      event.preventDefault();
      event.stopPropagation();
      const i = rounds.indexOf(toDay(at)) + (event.key === 'ArrowLeft' ? -1 : 1);
      const round = rounds[i];
      setChosen(battery);
      if (round !== undefined) move(battery, charge.date, dayName(round));
    } else if (event.key === 'Enter' || event.key === ' ') {
      event.preventDefault();
      setChosen(battery);
      if (drag && at !== charge.date) void keep(drag);
    } else if (event.key === 'Escape') {
      leave();
    } else if (event.key === 'Delete' || event.key === 'Backspace') {
      void letGo(battery, charge.date);
    }
  };
  // The rows get the same functions all the time, so that they are not drawn anew for them.
  const latest = useRef({ grab, key, leave });
  useEffect(() => {
    latest.current = { grab, key, leave };
  });
  const handlers = useMemo<StripHandlers>(
    () => ({
      grab: (...what) => latest.current.grab(...what),
      key: (...what) => latest.current.key(...what),
      leave: () => latest.current.leave(),
    }),
    [],
  );
  const months: Day[] = [];
  for (let day = view.from; day <= view.to; day++) if (partsOf(day).date === 1) months.push(day);
  const x = (day: Day) => `${((day - view.from) / (view.to - view.from)) * 100}%`;
  const most = Math.max(1, season.chargers.length);

  const readBack = async (file: File | undefined) => {
    if (!file) return;
    let content: unknown;
    try {
      content = JSON.parse(await file.text());
    } catch {
      return setSaid(
        `${file.name}: it is no JSON. A season document is written by “Export the season”.`,
      );
    }
    const parsed = SeasonDocument.safeParse(content);
    if (!parsed.success) {
      const issue = parsed.error.issues[0]!;
      return setSaid(`${file.name}: ${issue.path.join('.') || 'the document'}: ${issue.message}.`);
    }
    setSaid(`Planning ${file.name}`);
    worker.planOf(parsed.data, (made) => {
      setForeign({ season: parsed.data, plan: made, own: false });
      setSaid(null);
    });
  };

  const step = Math.max(7, Math.round(days / 2));
  return (
    <div className={styles.season}>
      <div className={styles.main}>
        <header className={styles.head}>
          <h1>Season</h1>
          <p className={styles.quiet} role="status">
            {count} of {strips.length} batteries
          </p>
          <Input
            data-kept
            style={{ width: 190, marginLeft: 'auto' }}
            allowClear
            placeholder="Find a bay or a vehicle"
            aria-label="Find a bay or a vehicle"
            value={filter.find}
            onChange={(event) => setFilter({ ...filter, find: event.target.value })}
          />
          <Select
            aria-label="Hall"
            value={filter.hall ?? ''}
            onChange={(hall: string) => setFilter({ ...filter, hall: hall || null })}
            options={[
              { value: '', label: 'All halls' },
              ...halls.map(({ id, name }) => ({ value: id, label: name })),
            ]}
          />
          <Select<Filter['only']>
            aria-label="Which batteries"
            value={filter.only}
            onChange={(only) => setFilter({ ...filter, only })}
            options={[
              { value: 'all', label: 'All' },
              { value: 'charged', label: 'To be charged' },
              { value: 'wanting', label: 'Left wanting' },
            ]}
          />
          <Segmented<Zoom>
            aria-label="How much of the season"
            value={zoom}
            onChange={setZoom}
            options={(Object.keys(ZOOMS) as Zoom[]).map((value) => ({
              value,
              label: ZOOMS[value],
            }))}
          />
          {zoom === 'season' ? null : (
            <span className={styles.pan}>
              <Button
                aria-label="Earlier"
                onClick={() => setStart(Math.max(0, from - today - step))}
              >
                ‹
              </Button>
              <Button
                aria-label="Later"
                onClick={() => setStart(Math.min(end - today - days, from - today + step))}
              >
                ›
              </Button>
            </span>
          )}
        </header>
        {shown.own ? null : (
          <p className={styles.foreign} role="status">
            A season document of {shortDay(today)}: nothing of it is this site’s.{' '}
            <Button size="small" onClick={() => setForeign(null)}>
              Back to this site
            </Button>
          </p>
        )}
        {shown.own && data.morning.length > 0 ? (
          <p className={styles.morning} aria-label="What changed since the last round">
            {data.morning.join(' ')}
          </p>
        ) : null}
        <p className={styles.effect} role="status" aria-live="polite">
          {drag ? (
            <Effect drag={drag} moved={worker.moved} today={today} words={words} />
          ) : (
            (said ?? (
              <span className={styles.quiet}>
                Strips are foreseen charge, darker is emptier. Drag a charge to another round, or
                take it with the arrow keys and Enter.
              </span>
            ))
          )}
        </p>
        <div className={styles.axis} aria-hidden="true">
          <span />
          <div>
            {months.map((day) => (
              <i key={day} style={{ left: x(day) }}>
                {MONTH_NAMES[partsOf(day).month]}
              </i>
            ))}
          </div>
        </div>
        <RowList
          rows={rows}
          height={height}
          chosen={chosen}
          view={view}
          today={today}
          nameOf={nameOf}
          pins={pins}
          drag={drag}
          wanting={wanting}
          handlers={handlers}
          onChoose={setChosen}
        >
          {looked >= view.from && looked <= view.to ? (
            <div className={styles.lookedAxis}>
              <span style={{ left: x(looked) }} />
            </div>
          ) : null}
        </RowList>
        <div className={styles.axis} data-kind="chargers">
          <span>
            Chargers in use
            <small>
              {season.chargers.length} at hand, {Math.max(0, ...inUse)} at most
            </small>
          </span>
          <div className={styles.bars} role="img" aria-label={inUseWords(inUse, today, season)}>
            {inUse.map((used, i) => {
              const day = today + i;
              if (day < view.from || day >= view.to) return null;
              return (
                <b
                  key={day}
                  style={{
                    left: x(day),
                    width: `${100 / (view.to - view.from)}%`,
                    height: `${(used / most) * 100}%`,
                  }}
                />
              );
            })}
          </div>
        </div>
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
        onTighten={() => worker.tighten(season, plan, TIGHTEN_SECONDS)}
        onStop={worker.stop}
        onLetGo={(date) => void letGo(chosen!, date)}
        onReadBack={(file) => void readBack(file)}
      />
    </div>
  );
}

const NO_PINS: ReadonlySet<string> = new Set();

function inUseWords(inUse: readonly number[], today: Day, season: SeasonDocument): string {
  const most = Math.max(0, ...inUse);
  return `Chargers in use: ${inUse[0] ?? 0} now, at most ${most} of ${season.chargers.length}, first on ${shortDay(today + inUse.indexOf(most))}`;
}

function Effect({
  drag,
  moved,
  today,
  words,
}: {
  drag: Drag;
  moved: ReturnType<typeof useSeasonWorker>['moved'];
  today: Day;
  words: (id: string) => string;
}) {
  const what = `${words(drag.battery)}: on charge ${shortDay(toDay(drag.to), today)} instead of ${shortDay(toDay(drag.from), today)}`;
  if (drag.to === drag.from) return <>{what}</>;
  if (!moved) return <>{what}: working it out</>;
  if (!moved.possible) return <b>{what}: it cannot be done then.</b>;
  const minutes = Math.round(moved.minutes);
  const time =
    minutes === 0 ? 'no more time' : `${Math.abs(minutes)} min ${minutes > 0 ? 'more' : 'less'}`;
  const others =
    moved.others.length === 0
      ? 'nothing else moves'
      : `${moved.others.length} ${moved.others.length === 1 ? 'other moves' : 'others move'} with it`;
  return (
    <>
      <b>{what}</b>: {time}, {others}
      {moved.wanting > 0 ? <b>, {moved.wanting} more left wanting</b> : null}.
    </>
  );
}
