import fc from 'fast-check';
import { plainContext } from '../../core/context/plain-context';
import { DEMO_CHARGERS } from '../../demo/stock';
import {
  PUT_ON_AT_FIRST,
  hookingUp,
  hungEntries,
  putOnReducer,
  waysFor,
  type PutOnAction,
} from './put-on-state';

const NOW = Date.parse('2027-01-14T09:00:00Z');
const after = (...actions: PutOnAction[]) => actions.reduce(putOnReducer, PUT_ON_AT_FIRST);

test('another charger has its own programme, channel, outlet and reasons; the purpose stays', () => {
  const before = after(
    { do: 'purpose', purpose: 'maintain' },
    { do: 'way', way: 'felt' },
    { do: 'programme', way: 'felt', programme: 'normal' },
    { do: 'channel', channel: 3 },
    { do: 'outlet', outlet: null },
    { do: 'despite', why: 'it stood so for years' },
    { do: 'answered', problem: 'taken' },
  );
  const chosen = putOnReducer(before, { do: 'way', way: 'shuttle' });
  expect(chosen).toEqual({ ...PUT_ON_AT_FIRST, purpose: 'maintain', way: 'shuttle' });
});

test('a refusal leaves what was chosen as it was, and can be sent again', () => {
  const chosen = after({ do: 'way', way: 'felt' }, { do: 'channel', channel: 3 });
  const refused = [{ do: 'send' }, { do: 'answered', problem: 'Channel 3 is taken.' }].reduce(
    (state, action) => putOnReducer(state, action as PutOnAction),
    chosen,
  );
  expect(refused).toEqual({ ...chosen, problem: 'Channel 3 is taken.' });
});

const context = plainContext('flooded', NOW);
const offered = (purpose: 'charge' | 'maintain') =>
  waysFor(
    {
      stock: { chargers: DEMO_CHARGERS, outlets: [] } as never,
      board: [],
      rooms: [],
    },
    {
      battery: { id: 'b1', hallId: DEMO_CHARGERS[0]!.hallId } as never,
      vehicle: { bayMark: 'C1' } as never,
      context,
    },
    purpose,
  );

test('whatever is chosen, it comes to a channel that there is, and may be only with a reason', () => {
  const ids = offered('charge').ways.map(({ id }) => id);
  const action: fc.Arbitrary<PutOnAction> = fc.oneof(
    fc.constantFrom(...ids, 'gone').map((way) => ({ do: 'way', way }) as const),
    fc.integer({ min: -1, max: 9 }).map((channel) => ({ do: 'channel', channel }) as const),
    fc
      .constantFrom('normal' as const, 'agm' as const)
      .map((programme) => ({ do: 'programme', way: ids[0]!, programme }) as const),
    fc.constantFrom('', 'because').map((why) => ({ do: 'despite', why }) as const),
    fc.constant({ do: 'outlet', outlet: null } as const),
  );
  for (const purpose of ['charge', 'maintain'] as const) {
    const ways = offered(purpose);
    fc.assert(
      fc.property(fc.array(action, { maxLength: 8 }), (actions) => {
        const state = after({ do: 'purpose', purpose }, ...actions);
        const up = hookingUp(ways, state);
        if (up.fit && up.channel !== undefined) expect(up.channels).toContain(up.channel);
        if (up.fit) expect(up.charger!.programmes).toContain(up.fit.programme);
        if (up.goes && up.because.length > 0) expect(state.despite.trim()).not.toBe('');
        if (!up.goes) expect(up.steps).toEqual([]);
      }),
    );
  }
});

test('what is recorded: for a charge or to be kept, with the reason where one was asked for', () => {
  const chosen = { battery: { id: 'b1' }, blocks: ['b1', 'b2', 'b3'] } as never;
  const hung = (way: string, because: readonly unknown[], purpose: 'charge' | 'maintain') =>
    hungEntries(
      { way: { id: way, name: 'Felt four' }, hook: null, because } as never,
      { ...PUT_ON_AT_FIRST, purpose, despite: ' as ever ' },
      chosen,
      NOW,
    );
  expect(hung('felt', [], 'charge').map(({ kind, data }) => [kind, data])).toEqual([
    ['charge-started', { charger: 'Felt four' }],
  ]);
  expect(hung('felt', [{}], 'maintain')[0]).toMatchObject({
    kind: 'maintainer',
    data: { on: true, charger: 'Felt four', despite: 'as ever' },
  });
  // A string hangs on its own charger as a whole.
  expect(hung('string', [], 'charge').map(({ subjectId }) => subjectId)).toEqual([
    'b1',
    'b2',
    'b3',
  ]);
});
