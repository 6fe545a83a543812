import { t } from '../../language';
import { z } from 'zod';
import { shortDay, toDay } from '../../day';
import { collectionProblem } from '../../time-limits';
import { DayName } from '../fields';
import { entryKind } from '../kind';
import { goesAway } from '../state';

/** Its owner has it for some days and brings it back; its bay is kept. */
export const takenAlong = entryKind({
  subject: 'vehicle',
  version: 1,
  data: z.strictObject({ backOn: DayName }),
  words: ({ backOn }) => ({ what: t`taken along`, value: t`back ${shortDay(toDay(backOn))}` }),
  fold: {
    vehicle: (state, { at, data }) => ({ ...state, away: { since: at, backOn: data.backOn } }),
    battery: (state, { at }) => goesAway(state, at),
  },
  check: ({ backOn }, { today }) => {
    const problem = collectionProblem(toDay(backOn), today);
    return problem && `backOn: ${problem}.`;
  },
});
