import { t } from '../../language';
import { z } from 'zod';
import { collectionProblem } from '../../time-limits';
import { shortDay, toDay } from '../../day';
import { DayName, Id } from '../fields';
import { entryKind } from '../kind';
import { comesBack } from '../state';

export const laidUp = entryKind({
  subject: 'vehicle',
  version: 1,
  data: z.strictObject({ bayId: Id, collectOn: DayName.nullable() }),
  words: ({ bayId, collectOn }, names) => ({
    what: t`laid up in ${names.bay(bayId)}`,
    value: collectOn ? t`collect ${shortDay(toDay(collectOn))}` : t`always ready`,
  }),
  fold: {
    vehicle: (state, { at, data }) => ({ ...state, ...data, laidUpAt: at, away: null }),
    battery: (state, { at }) => comesBack(state, at),
  },
  check: ({ bayId, collectOn }, { hasBay, today }) => {
    if (!hasBay(bayId)) return t`bayId: there is no bay ${bayId} here.`;
    // A lay-up that is recorded late may have had its day.
    if (collectOn === null || toDay(collectOn) <= today) return null;
    const far = collectionProblem(toDay(collectOn), today);
    return far && `collectOn: ${far}.`;
  },
});
