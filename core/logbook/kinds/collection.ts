import { t } from '../../language';
import { z } from 'zod';
import { collectionProblem } from '../../time-limits';
import { shortDay, toDay } from '../../day';
import { DayName } from '../fields';
import { entryKind } from '../kind';

/** Its owner comes on another day; null: always ready from now on. */
export const collection = entryKind({
  subject: 'vehicle',
  version: 1,
  data: z.strictObject({ on: DayName.nullable() }),
  words: ({ on }) =>
    on === null
      ? { what: t`always ready from now on`, value: '' }
      : { what: t`collected on another day`, value: shortDay(toDay(on)) },
  fold: {
    vehicle: (state, { data }) => ({ ...state, collectOn: data.on }),
  },
  check: ({ on }, { today }) => {
    const problem = on === null ? null : collectionProblem(toDay(on), today);
    return problem && `on: ${problem}.`;
  },
});
