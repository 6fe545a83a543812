import { toDay } from '../../core/day';
import { newDraft, type Draft } from './draft';
import {
  LAY_UP_AT_FIRST,
  STEP_TITLES,
  checkDraft,
  layUpReducer,
  problemAt,
  type LayUpAction,
} from './lay-up-state';

const TODAY = toDay('2027-01-14');
const OWNER = '6a8f1d1e-3c1f-4a79-9d7c-3f9c5c8f8a11';
const bays = new Map([
  ['c14', { id: 'c14', mark: 'C14', takenBy: null }],
  ['c15', { id: 'c15', mark: 'C15', takenBy: 'Fennick pickup' }],
]) as unknown as Parameters<typeof checkDraft>[3];

const fresh = newDraft('motorcycle', undefined, { bayId: '', collectOn: '2027-04-17' });
const whole: Draft = {
  ...fresh,
  name: 'Wick 900',
  bayId: 'c14',
  batteries: fresh.batteries.map((battery) => ({ ...battery, capacityAh: 12 })),
};
const check = (draft: Draft) => checkDraft(draft, OWNER, TODAY, bays);
const paths = (draft: Draft) => check(draft).problems.map(({ path }) => path);
const after = (...actions: LayUpAction[]) => actions.reduce(layUpReducer, LAY_UP_AT_FIRST);

test('a draft that has all it needs is a lay-up, and nothing is said of it', () => {
  expect(check(whole)).toMatchObject({ problems: [], layUp: { name: 'Wick 900', bayId: 'c14' } });
});

test('each thing that is missing or cannot be is named by its field, and once', () => {
  expect(check(fresh).layUp).toBeNull();
  expect(paths(fresh)).toEqual(expect.arrayContaining(['name', 'bayId']));
  expect(paths({ ...whole, collectOn: '2027-01-10' })).toEqual(['collectOn']);
  const heavy = whole.batteries.map((battery) => ({ ...battery, capacityAh: 5000 }));
  expect(paths({ ...whole, batteries: heavy })).toEqual(['batteries.0.capacityAh']);
  for (const draft of [fresh, { ...whole, name: '', bayId: '' }]) {
    expect(new Set(paths(draft)).size).toBe(paths(draft).length);
  }
});

test('a bay that is taken by now is told here, before the server is asked', () => {
  expect(paths({ ...whole, bayId: 'c15' })).toEqual(['bayId']);
});

test('one that must always be ready is collected on no day', () => {
  expect(check({ ...whole, stay: 'always-ready', collectOn: 'nonsense' }).problems).toEqual([]);
});

test('nothing is complained about on a step that one has not been through', () => {
  const found = check(fresh).problems;
  expect(problemAt(LAY_UP_AT_FIRST, found, 'name')).toBeUndefined();
  const left = after({ do: 'leave-step', step: 0 });
  expect(problemAt(left, found, 'name')).toBeDefined();
  const heavy = { path: 'batteries.0.capacityAh', message: 'At most 2000 Ah' };
  expect(problemAt(left, [heavy], heavy.path)).toBeUndefined();
  expect(problemAt(after({ do: 'try' }), [heavy], heavy.path)).toBe('At most 2000 Ah');
});

test('what the server refuses stands at its field until it is tried again', () => {
  const refused = after(
    { do: 'try' },
    { do: 'send' },
    { do: 'refused', reason: 'C14 is taken by the Calder.', field: 'bayId' },
  );
  expect(refused).toMatchObject({ busy: false, refusal: 'C14 is taken by the Calder.' });
  expect(problemAt(refused, [], 'bayId')).toBe('C14 is taken by the Calder');
  const again = layUpReducer(refused, { do: 'try' });
  expect(again).toMatchObject({ refusal: null, problems: [] });
  expect(again.seen.size).toBe(STEP_TITLES.length);
});

test('a refusal without a field marks none; done, it says where it stands', () => {
  const refused = after({ do: 'send' }, { do: 'refused', reason: 'The server cannot be reached.' });
  expect(refused.problems).toEqual([]);
  const done = layUpReducer(refused, { do: 'done', name: 'Wick 900', mark: 'C14' });
  expect(done).toMatchObject({ busy: false, done: { name: 'Wick 900', mark: 'C14' } });
});
