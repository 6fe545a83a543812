import { t } from '../../core/language';
import type { Shortcut } from '../app-shell/shortcuts';
import type { Walk } from './use-walk';

/** The keys of the round. */
export const roundKeys = (walk: Walk): readonly Shortcut[] => [
  {
    keys: ['0', '1', '2', '3', '4', '5', '6', '7', '8', '9'],
    shown: '0–9',
    what: t`volts, the last two digits are decimals; at a lamp, what it shows`,
    act: walk.digit,
  },
  { keys: ['Enter'], shown: 'Enter', what: t`record, then go on`, act: walk.enter },
  { keys: ['Backspace'], shown: 'Backspace', what: t`take a digit back`, act: walk.takeBack },
  { keys: ['Escape'], shown: 'Esc', what: t`take back all that is typed`, act: walk.clear },
  { keys: ['ArrowUp'], shown: '↑', what: t`stop before`, act: () => walk.move(-1) },
  { keys: ['ArrowDown'], shown: '↓', what: t`stop after`, act: () => walk.move(1) },
  {
    keys: ['ArrowLeft', 'ArrowRight'],
    shown: '← →',
    what: t`what else is at this stop`,
    act: (key) => walk.moveStep(key === 'ArrowLeft' ? -1 : 1),
  },
  { keys: ['c'], shown: 'C', what: t`could not reach`, act: walk.couldNotReach },
  { keys: ['u'], shown: 'U', what: t`undo the last record`, act: walk.undo },
  {
    keys: ['n'],
    shown: 'N',
    what: t`a note on this battery`,
    act: () => walk.act({ do: 'note', text: '' }),
  },
  { keys: ['l'], shown: 'L', what: t`to the lamp`, act: walk.toLamp },
  { keys: ['x'], shown: 'X', what: t`on charge, or off it and full`, act: walk.onOrOff },
  { keys: ['y'], shown: 'Y', what: t`keep a doubted reading`, act: walk.keepTyped },
  { keys: ['m'], shown: 'M', what: t`take the reading that was meant`, act: walk.takeMeant },
];
