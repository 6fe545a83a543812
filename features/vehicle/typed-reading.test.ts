import fc from 'fast-check';
import { standing } from '../../core/record/record.fixture';
import { NOTHING_TYPED, readTyped, typedReducer, type TypedAction } from './typed-reading';

const typed = (text: string) => ({ ...NOTHING_TYPED, text });
const read = (text: string, confirmed = false) => readTyped(typed(text), standing(), confirmed);

test('a voltage is taken, with a point or a comma', () => {
  expect(read('12.58')).toEqual({ volts: 12.58 });
  expect(read(' 12,58 ')).toEqual({ volts: 12.58 });
});

test('what is none is refused, and no confirmation makes it one', () => {
  for (const text of ['', 'soon', '12.5.8', '-3', '1250']) {
    expect(read(text)).toMatchObject({ do: 'refuse' });
    expect(read(text, true)).toEqual(read(text));
  }
});

test('a slip is asked about, and taken when it is confirmed', () => {
  expect(read('6.31')).toMatchObject({ do: 'ask' });
  expect(read('6.31', true)).toEqual({ volts: 6.31 });
});

test('whatever was said of it, what is typed stays until it is recorded or typed anew', () => {
  const said: fc.Arbitrary<TypedAction> = fc.constantFrom<TypedAction>(
    { do: 'ask', question: 'Is it?' },
    { do: 'refuse', reason: 'no' },
  );
  fc.assert(
    fc.property(fc.array(said), (actions) => {
      const state = actions.reduce(typedReducer, typed('12.4'));
      expect(state.text).toBe('12.4');
      expect(state.asked === null || state.problem === null).toBe(true);
      expect(typedReducer(state, { do: 'type', text: '12.5' })).toEqual(typed('12.5'));
      expect(typedReducer(state, { do: 'record' })).toEqual(NOTHING_TYPED);
    }),
  );
});
