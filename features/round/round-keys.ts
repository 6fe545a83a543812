import type { Shortcut } from '../app-shell/shortcuts';
import type { Walk } from './use-walk';

/** The keys of the round. */
export const roundKeys = (walk: Walk): readonly Shortcut[] => [
  {
    keys: ['0', '1', '2', '3', '4', '5', '6', '7', '8', '9'],
    shown: '0–9',
    what: 'volts, the last two digits are decimals; at a lamp, what it shows',
    act: walk.digit,
  },
  { keys: ['Enter'], shown: 'Enter', what: 'record, then go on', act: walk.enter },
  { keys: ['Backspace'], shown: 'Backspace', what: 'take a digit back', act: walk.takeBack },
  { keys: ['Escape'], shown: 'Esc', what: 'take back all that is typed', act: walk.clear },
  { keys: ['ArrowUp'], shown: '↑', what: 'stop before', act: () => walk.move(-1) },
  { keys: ['ArrowDown'], shown: '↓', what: 'stop after', act: () => walk.move(1) },
  {
    keys: ['ArrowLeft', 'ArrowRight'],
    shown: '← →',
    what: 'what else is at this stop',
    act: (key) => walk.moveStep(key === 'ArrowLeft' ? -1 : 1),
  },
  { keys: ['c'], shown: 'C', what: 'could not reach', act: walk.couldNotReach },
  { keys: ['u'], shown: 'U', what: 'undo the last record', act: walk.undo },
  {
    keys: ['n'],
    shown: 'N',
    what: 'a note on this battery',
    act: () => walk.act({ do: 'note', text: '' }),
  },
  { keys: ['l'], shown: 'L', what: 'to the lamp', act: walk.toLamp },
  { keys: ['x'], shown: 'X', what: 'on charge, or off it and full', act: walk.onOrOff },
  { keys: ['y'], shown: 'Y', what: 'keep a doubted reading', act: walk.keepTyped },
  { keys: ['m'], shown: 'M', what: 'take the reading that was meant', act: walk.takeMeant },
];
