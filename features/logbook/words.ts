import type { NewEntry } from '../../core/logbook/entry';
import { formatMilliamps, formatVolts } from '../../core/judge/words';
import { shortDay, toDay } from '../../core/day';

/** An entry in the logbook's words: what happened, and its figure. */
export function entryWords(
  entry: NewEntry,
  bays: Readonly<Record<string, string>>,
): { what: string; value: string } {
  switch (entry.kind) {
    case 'fitted':
      return { what: 'fitted', value: entry.data.place };
    case 'reading':
      return { what: 'reading', value: formatVolts(entry.data.volts) };
    case 'charge-started':
      return { what: 'put on charge', value: entry.data.charger };
    case 'charge-ended':
      return { what: 'taken off charge', value: entry.data.full ? 'full' : 'not full' };
    case 'negative':
      return { what: 'negative', value: entry.data.on ? 'on' : 'off' };
    case 'maintainer':
      return { what: 'maintainer', value: entry.data.on ? 'on' : 'off' };
    case 'lamp':
      return { what: 'lamp', value: entry.data.state };
    case 'draw':
      return { what: 'draw, settled', value: formatMilliamps(entry.data.milliamps) };
    case 'not-reached':
      return { what: 'could not reach', value: entry.data.why };
    case 'note':
      return { what: 'note', value: entry.data.text };
    case 'withdrawn':
      return { what: 'struck', value: entry.data.why };
    case 'laid-up':
      return {
        what: `laid up in ${bays[entry.data.bayId] ?? entry.data.bayId}`,
        value: entry.data.collectOn
          ? `collect ${shortDay(toDay(entry.data.collectOn))}`
          : 'always ready',
      };
    case 'moved':
      return { what: 'moved to', value: bays[entry.data.bayId] ?? entry.data.bayId };
    case 'outing':
      return {
        what: 'last driven',
        value: entry.data.minutes === null ? '' : `${entry.data.minutes} min`,
      };
    case 'rules-changed':
      return { what: 'rules changed', value: '' };
  }
}
