import type { NewEntry } from '../../core/logbook/entry';
import { keyAgain } from './keyed';
import type { Walk } from './use-walk';

/** The way back to an entry that the server will not have, with what was typed; null: there is none. */
export const mendingOf =
  ({ views, pickStop, act }: Pick<Walk, 'views' | 'pickStop' | 'act'>) =>
  (entry: NewEntry): (() => void) | null => {
    const at = views.findIndex(({ batteryIds }) => batteryIds.includes(entry.subjectId));
    const view = views[at];
    if (!view || (entry.kind !== 'reading' && entry.kind !== 'note')) return null;
    return () => {
      pickStop(at);
      if (entry.kind === 'reading') {
        keyAgain(entry.subjectId, view.vehicle.bayMark, entry.data.volts);
      } else act({ do: 'note', text: entry.data.text });
    };
  };
