import fc from 'fast-check';
import { enterAt, enterWords } from './enter';
import { withDigit } from './keyed';
import type { Step, StopView } from './round-data';
import {
  atStep,
  atStop,
  positionOf,
  ROUND_AT_FIRST,
  roundReducer,
  type Deed,
  type RoundAction,
} from './round-state';

const step = (kind: 'reading' | 'lamp' | 'recharge', done = false) =>
  ({ batteryId: 'one', job: { kind }, label: kind, done }) as unknown as Step;
const stop = (bayMark: string, steps: readonly Step[], passed = false) =>
  ({
    vehicle: { bayMark },
    steps,
    passed,
    done: steps.every(({ done }) => done),
  }) as unknown as StopView;
const VIEWS = [
  stop('C1', [step('lamp', true)]),
  stop('C2', [step('lamp', true), step('reading')]),
  stop('C3', [step('reading')]),
];
const deed = (stopAt: number): Deed => ({
  entries: [],
  before: {},
  position: { stop: stopAt, step: 0 },
});
const after = (...actions: RoundAction[]) => actions.reduce(roundReducer, ROUND_AT_FIRST);

describe('where one stands', () => {
  test('at the first stop with something left, until one goes elsewhere', () => {
    expect(positionOf(ROUND_AT_FIRST, VIEWS)).toEqual({ stop: 1, step: 1 });
    expect(positionOf(after({ do: 'go', to: { stop: 0, step: 0 } }), VIEWS)).toEqual({
      stop: 0,
      step: 0,
    });
  });

  test('a stop is entered at what is left there, and the round has two ends', () => {
    expect(atStop(VIEWS, 1)).toEqual({ stop: 1, step: 1 });
    expect(atStop(VIEWS, -1)).toEqual({ stop: 0, step: 0 });
    expect(atStop(VIEWS, 7)).toEqual({ stop: 2, step: 0 });
    expect(atStep(VIEWS, { stop: 1, step: 1 }, 1)).toEqual({ stop: 1, step: 1 });
    expect(atStep(VIEWS, { stop: 1, step: 1 }, -1)).toEqual({ stop: 1, step: 0 });
  });
});

describe('what was recorded', () => {
  test('is taken back one touch at a time, to where one stood', () => {
    const recorded = after(
      { do: 'record', deed: deed(0), after: {}, at: { stop: 1, step: 0 } },
      { do: 'record', deed: deed(1), after: {}, at: { stop: 2, step: 0 } },
    );
    const back = roundReducer(recorded, { do: 'undo' });
    expect(back.chosen).toEqual({ stop: 1, step: 0 });
    expect(roundReducer(back, { do: 'undo' }).chosen).toEqual({ stop: 0, step: 0 });
  });

  test('as many undone as recorded is as if nothing had been; more is nothing', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(5), { maxLength: 8 }), fc.nat(3), (stops, more) => {
        const records = stops.map((at): RoundAction => ({
          do: 'record',
          deed: deed(at),
          after: {},
          at: { stop: at, step: 0 },
        }));
        const undos = Array.from({ length: stops.length + more }, (): RoundAction => ({
          do: 'undo',
        }));
        expect(after(...records, ...undos).deeds).toEqual([]);
      }),
    );
  });

  test('a hint and a wish are of the stop that they were given at; a note is not', () => {
    const wish = { id: 'charger-3', why: '' };
    const state = after(
      { do: 'hint', text: 'Type the volts.' },
      { do: 'wish', wish },
      { do: 'note', text: 'Cover torn' },
      { do: 'go', to: { stop: 2, step: 0 } },
    );
    expect(state).toMatchObject({ hint: null, wish: { id: null }, note: 'Cover torn' });
  });
});

describe('what Enter does', () => {
  const to = { stop: 2, step: 0 };
  test('records what is typed, says what is wanted, or goes on', () => {
    expect(enterAt(step('reading'), false, '1252', 4, to)).toEqual({ kind: 'record' });
    expect(enterAt(step('reading'), false, '', 4, to)).toMatchObject({
      kind: 'hint',
      text: expect.stringContaining('12.52 V') as string,
    });
    expect(enterAt(step('reading'), false, '', 3, to)).toMatchObject({
      text: expect.stringContaining('6.25 V') as string,
    });
    // Of one that is read, or could not be reached, nothing more is wanted.
    expect(enterAt(step('reading', true), false, '', 4, to)).toEqual({ kind: 'go', to });
    expect(enterAt(step('reading'), true, '', 4, to)).toEqual({ kind: 'go', to });
    expect(enterAt(step('lamp'), false, '', 4, null)).toEqual({ kind: 'nothing' });
    expect(enterAt(undefined, false, '', 4, to)).toEqual({ kind: 'nothing' });
  });

  test('its button is loud where it is what is to be pressed, and no louder than an answer', () => {
    const words = (one: Step, target = to as typeof to | null) =>
      enterWords(one, false, target, { stop: 1, step: 0 }, VIEWS);
    expect(words(step('reading'))).toEqual({ words: 'Record, then C3', loud: true });
    expect(words(step('reading'), null)).toEqual({ words: 'Record', loud: true });
    expect(words(step('lamp'))).toEqual({ words: 'Skip to C3', loud: false });
    expect(words(step('lamp', true))).toEqual({ words: 'Go to C3', loud: true });
    // The next step of the same stop is named by what it is.
    expect(words(step('lamp', true), { stop: 1, step: 1 }).words).toBe('Go to reading');
  });
});

test('a voltage has four digits and does not begin with nought', () => {
  expect(['0', '1', '2', '0', '4', '9'].reduce(withDigit, '')).toBe('1204');
});
