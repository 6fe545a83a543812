import { t } from '../../language';
import { Inspection, levelsProblem } from '../../inspect/points';
import { findingsOf } from '../../inspect/findings';
import { entryKind } from '../kind';

/** Looked over, point by point. */
export const inspected = entryKind({
  subject: 'battery',
  least: 'helper',
  version: 1,
  data: Inspection,
  words: (data) => {
    const seen = findingsOf(data).map((finding) => finding.seen);
    return seen.length > 0
      ? { what: t`inspected: ${seen.join(', ')}`, value: '' }
      : { what: t`inspected`, value: t`sound` };
  },
  fold: {
    battery: (state, { at, data }) => ({
      ...state,
      inspection: { at, seen: data },
      levels: data.levels ? { at, cells: data.levels } : state.levels,
    }),
  },
  check: ({ levels }, { cells }) => {
    const problem = cells === null ? null : levelsProblem(levels, cells);
    return problem && `levels: ${problem}.`;
  },
});
