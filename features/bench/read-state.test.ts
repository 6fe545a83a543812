import fc from 'fast-check';
import type { Doubt } from '../../core/assessment/plausible';
import type { Holding } from '../../core/meter/steady';
import { READ_AT_FIRST, offeredBy, readReducer, takingOf, type ReadAction } from './read-state';

const steady: Holding = { kind: 'steady', volts: 12.58 };
const falling: Holding = { kind: 'falling', millivoltsPerMinute: 9, volts: 12.9 };
const loose: Holding = { kind: 'loose' };
const doubt = { question: ['Is it?'], meant: null } as unknown as Doubt;
const after = (...actions: ReadAction[]) => actions.reduce(readReducer, READ_AT_FIRST);

test('steady and sensible it is taken by itself, once for each time the probes were put on', () => {
  expect(takingOf(READ_AT_FIRST, steady, null)).toBe('by-itself');
  const sent = after({ do: 'send' });
  expect(takingOf(sent, steady, null)).toBe('not');
  const recorded = readReducer(sent, { do: 'record', volts: 12.58, said: 'Recorded' });
  expect(takingOf(recorded, steady, null)).toBe('not');
  expect(takingOf(readReducer(recorded, { do: 'again' }), steady, null)).toBe('by-itself');
});

test('what makes no sense or falls waits for a touch; loose probes offer nothing', () => {
  expect(takingOf(READ_AT_FIRST, steady, doubt)).toBe('by-touch');
  expect(takingOf(READ_AT_FIRST, falling, null)).toBe('by-touch');
  expect(takingOf(READ_AT_FIRST, loose, null)).toBe('not');
  expect(offeredBy(READ_AT_FIRST, loose)).toBeNull();
});

test('what was typed and is asked about goes before what the meter holds', () => {
  const asked = after({ do: 'type', text: '6.31' }, { do: 'ask', volts: 6.31 });
  expect(offeredBy(asked, steady)).toEqual({ volts: 6.31, source: 'hand' });
  expect(takingOf(asked, steady, doubt)).toBe('by-touch');
  // Typed anew, and sensible now: the old question is gone.
  expect(offeredBy(readReducer(asked, { do: 'ask', volts: null }), steady)).toEqual({
    volts: 12.58,
    source: 'meter',
  });
});

test('what could not be recorded is still there to be sent again', () => {
  const failed = after(
    { do: 'type', text: '6.31' },
    { do: 'ask', volts: 6.31 },
    { do: 'send' },
    { do: 'refuse', reason: 'The server cannot be reached.' },
  );
  expect(failed).toMatchObject({ typed: '6.31', asked: 6.31, taken: null });
  expect(takingOf(failed, loose, doubt)).toBe('by-touch');
});

test('whatever happens, what is typed goes only when it is recorded, and nothing is taken twice', () => {
  const action: fc.Arbitrary<ReadAction> = fc.oneof(
    fc.constant<ReadAction>({ do: 'send' }),
    fc.constant<ReadAction>({ do: 'again' }),
    fc.constant<ReadAction>({ do: 'refuse', reason: 'no' }),
    fc.double({ min: 1, max: 15, noNaN: true }).map((volts) => ({ do: 'ask', volts }) as const),
  );
  fc.assert(
    fc.property(fc.array(action), (actions) => {
      const state = after({ do: 'type', text: '12.4' }, ...actions);
      expect(state.typed).toBe('12.4');
      const recorded = readReducer(state, { do: 'record', volts: 12.4, said: 'Recorded' });
      expect(recorded.typed).toBe('');
      for (const holding of [steady, falling, loose]) {
        expect(takingOf(recorded, holding, doubt)).toBe('not');
        if (takingOf(state, holding, null) === 'by-itself') expect(state.armed).toBe(true);
      }
    }),
  );
});
