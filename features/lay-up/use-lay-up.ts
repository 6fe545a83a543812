'use client';

import { useEffect, useMemo, useReducer, useState } from 'react';
import { v4 as uuid } from 'uuid';
import { useRefresh } from '../app-shell/refresh';
import { call } from '../http/client';
import { fieldId, stepOf, type Draft } from './draft';
import type { LayUpData } from './lay-up-data';
import { LAY_UP_AT_FIRST, checkDraft, layUpReducer, problemAt } from './lay-up-state';
import { useDraft } from './use-draft';

/** A lay-up from its first field to where it stands: what is typed, what is wrong, what came of it. */
export function useLayUp(start: Draft, resumed: boolean, data: LayUpData) {
  const refresh = useRefresh();
  const { draft, change, kept, end, saveNow } = useDraft(start, resumed);
  const [state, act] = useReducer(layUpReducer, LAY_UP_AT_FIRST);
  const [ownerId] = useState(() => uuid());
  const { jump } = state;
  const bays = useMemo(
    () => new Map(data.halls.flatMap((hall) => hall.bays.map((bay) => [bay.id, bay] as const))),
    [data.halls],
  );

  useEffect(() => {
    if (jump === null) return;
    document.getElementById(fieldId(jump))?.focus();
    act({ do: 'jump', to: null });
  }, [jump]);

  const { problems, layUp } = checkDraft(draft, ownerId, data.today, bays);
  const toStepOf = (path: string) => change({ step: Math.max(0, stepOf(path)) });

  const send = async () => {
    act({ do: 'try' });
    if (!layUp) {
      const { path } = problems[0]!;
      toStepOf(path);
      act({ do: 'jump', to: path });
      return;
    }
    act({ do: 'send' });
    const reply = await call('POST /api/lay-up', { body: layUp });
    if (reply.ok) {
      end();
      act({ do: 'done', name: layUp.name, mark: bays.get(layUp.bayId)?.mark ?? '' });
      return;
    }
    const { reason, field } = reply;
    act({ do: 'refused', reason, field });
    if (field) {
      toStepOf(field);
      refresh();
    }
  };

  return {
    ...{ draft, change, kept, saveNow, state, send },
    problem: (path: string) => problemAt(state, problems, path),
    /** Steps on which something is wrong. */
    wrong: new Set(problems.map(({ path }) => stepOf(path))),
    goTo: (step: number) => {
      // What was passed is looked at from now on; the rest is not complained about yet.
      act({ do: 'leave-step', step: draft.step });
      change({ step });
    },
  };
}

export type LayingUp = ReturnType<typeof useLayUp>;
