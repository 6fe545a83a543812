'use client';

import { t } from '../../core/language';
import { useCallback, useEffect, useMemo, useReducer, useRef } from 'react';
import { dayName, toDay } from '../../core/day';
import { SeasonDocument, boundIn, type PlanDocument } from '../../core/schedule/document';
import { roundsOf } from '../../core/schedule/strips';
import { useRefresh } from '../app-shell/refresh';
import { newEntry } from '../logbook/new-entry';
import { call } from '../http/client';
import { postEntry } from '../logbook/post';
import { useSiteClock } from '../site/clock';
import type { SeasonScreenData } from './season-data';
import { SEASON_AT_FIRST, nearestRound, seasonReducer, viewOf, type Shown } from './season-state';
import type { Drag, StripHandlers } from './strip';
import { useSeasonWorker } from './use-season-worker';

/** Seconds that a plan is tightened for. */
const TIGHTEN_SECONDS = 20;

/** What the Season screen remembers, and all that can be done on it. */
export function useSeason(data: SeasonScreenData, words: (battery: string) => string) {
  const refresh = useRefresh();
  const siteNow = useSiteClock(data.clock);
  const [state, act] = useReducer(seasonReducer, SEASON_AT_FIRST);
  const { foreign, drag, zoom, start } = state;
  const shown: Shown = foreign ?? { season: data.season, plan: data.plan, own: true };
  const { season, plan } = shown;
  const rounds = useMemo(() => roundsOf(season), [season]);
  // The rows are drawn anew where it changes, and not at each step of a charge that is moved.
  const view = useMemo(
    () => viewOf({ zoom, start }, toDay(season.today), toDay(season.end)),
    [zoom, start, season.today, season.end],
  );

  const say = (said: string) => act({ do: 'say', said });
  const keepTightened = useCallback(
    (made: PlanDocument) => {
      if (foreign) return act({ do: 'tightened', plan: made });
      void call('POST /api/season/plan', { body: { planId: data.planId, plan: made } }).then(
        (reply) => {
          act({ do: 'say', said: reply.ok ? t`The tighter plan is kept.` : reply.reason });
          refresh();
        },
      );
    },
    [foreign, data.planId, refresh],
  );
  const worker = useSeasonWorker(keepTightened);
  const { prove } = worker;
  // A bound, or what would help, is worked out beside the page where the plan has none yet.
  useEffect(() => {
    if (boundIn(plan) === null && plan.remedies.length === 0) prove(season, plan);
  }, [plan, season, prove]);

  const move = (battery: string, from: string, to: string) => {
    act({ do: 'drag', drag: { battery, from, to } });
    if (to === from) worker.forgetMove();
    else worker.askMove(season, plan, { battery, from, to });
  };
  const leave = () => {
    act({ do: 'let go' });
    worker.forgetMove();
  };
  const pinOf = (battery: string, date: string) =>
    data.pins.find((pin) => pin.battery === battery && pin.date === date);

  const keep = async ({ battery, from, to }: Drag) => {
    leave();
    if (to === from) return;
    if (!shown.own) return say(t`This season is a document: nothing is recorded from it.`);
    const reply = await postEntry(
      newEntry(
        'pinned',
        battery,
        siteNow(),
        { date: to, jobs: ['connect'] },
        pinOf(battery, from)?.id ?? null,
      ),
    );
    act({ do: 'say', said: reply.ok ? { battery, to } : reply.reason });
    if (reply.ok) refresh();
  };
  const letGo = async (battery: string, date: string) => {
    const pin = pinOf(battery, date);
    if (!pin) return;
    const reply = await postEntry(
      newEntry('withdrawn', battery, siteNow(), { why: t`the plan decides` }, pin.id, 'battery'),
    );
    say(reply.ok ? t`The plan decides about ${words(battery)} again.` : reply.reason);
    if (reply.ok) refresh();
  };

  const pick = (battery: string) => act({ do: 'choose', battery });
  const carry: StripHandlers['carry'] = (battery, from, day) => {
    const to = dayName(nearestRound(rounds, day));
    const at = drag?.battery === battery && drag.from === from ? drag.to : from;
    if (to !== at) move(battery, from, to);
  };
  const drop = () => (drag ? void keep(drag) : leave());
  const key: StripHandlers['key'] = (battery, charge, event) => {
    const at = drag?.battery === battery && drag.from === charge.date ? drag.to : charge.date;
    if (event.key === 'ArrowLeft' || event.key === 'ArrowRight') {
      event.preventDefault();
      event.stopPropagation();
      const round = rounds[rounds.indexOf(toDay(at)) + (event.key === 'ArrowLeft' ? -1 : 1)];
      if (round === undefined) act({ do: 'choose', battery });
      else move(battery, charge.date, dayName(round));
    } else if (event.key === 'Enter' || event.key === ' ') {
      event.preventDefault();
      act({ do: 'choose', battery });
      if (drag && at !== charge.date) void keep(drag);
    } else if (event.key === 'Escape') {
      leave();
    } else if (event.key === 'Delete' || event.key === 'Backspace') {
      void letGo(battery, charge.date);
    }
  };
  // The rows get the same functions all the time, so that they are not drawn anew for them.
  const latest = useRef<StripHandlers>({ pick, carry, drop, key, leave });
  useEffect(() => {
    latest.current = { pick, carry, drop, key, leave };
  });
  const handlers = useMemo<StripHandlers>(
    () => ({
      pick: (battery) => latest.current.pick(battery),
      carry: (...what) => latest.current.carry(...what),
      drop: () => latest.current.drop(),
      key: (...what) => latest.current.key(...what),
      leave: () => latest.current.leave(),
    }),
    [],
  );

  const readBack = async (file: File) => {
    let content: unknown;
    try {
      content = JSON.parse(await file.text());
    } catch {
      return say(
        t`${file.name}: it is no JSON. A season document is written by “Export the season”.`,
      );
    }
    const parsed = SeasonDocument.safeParse(content);
    if (!parsed.success) {
      const issue = parsed.error.issues[0]!;
      return say(`${file.name}: ${issue.path.join('.') || t`the document`}: ${issue.message}.`);
    }
    say(t`Planning ${file.name}`);
    worker.planOf(parsed.data, (made) =>
      act({ do: 'show', foreign: { season: parsed.data, plan: made, own: false } }),
    );
  };

  return {
    state,
    act,
    shown,
    view,
    worker,
    handlers,
    letGo,
    readBack,
    proof: worker.proven?.plan === plan ? worker.proven.proof : null,
    tighten: () => worker.tighten(season, plan, TIGHTEN_SECONDS),
  };
}
