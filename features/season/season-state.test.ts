import fc from 'fast-check';
import { dayName, toDay } from '../../core/day';
import {
  decisionWords,
  nearestRound,
  SEASON_AT_FIRST,
  seasonReducer,
  viewOf,
  type SeasonAction,
  type SeasonState,
} from './season-state';

const TODAY = toDay('2027-01-14');
const after = (...actions: SeasonAction[]): SeasonState =>
  actions.reduce(seasonReducer, SEASON_AT_FIRST);
const drag = { battery: 'battery-4', from: '2027-02-01', to: '2027-02-08' };

describe('what is seen of a season', () => {
  test('all of it, or four weeks from today', () => {
    expect(viewOf(SEASON_AT_FIRST, TODAY, TODAY + 90)).toEqual({ from: TODAY, to: TODAY + 90 });
    expect(viewOf(after({ do: 'zoom', zoom: 'weeks4' }), TODAY, TODAY + 90)).toEqual({
      from: TODAY,
      to: TODAY + 28,
    });
  });

  test('later is half a view on, and the end is the end', () => {
    const later: SeasonAction = { do: 'pan', towards: 1, days: 90 };
    const at = (...more: SeasonAction[]) =>
      viewOf(after({ do: 'zoom', zoom: 'weeks4' }, ...more), TODAY, TODAY + 90).from - TODAY;
    expect(at(later)).toBe(14);
    expect(at(later, later, later, later, later, later)).toBe(62);
    // Back from the end is one step as well, however often one pressed on.
    expect(at(later, later, later, later, later, later, { ...later, towards: -1 })).toBe(48);
  });

  test('whatever is pressed, the view lies within the season', () => {
    const action = fc.oneof(
      fc.constantFrom<SeasonAction>(
        { do: 'zoom', zoom: 'season' },
        { do: 'zoom', zoom: 'weeks8' },
        { do: 'zoom', zoom: 'weeks4' },
      ),
      fc.record({
        do: fc.constant('pan' as const),
        towards: fc.constantFrom(-1 as const, 1 as const),
      }),
    );
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 200 }),
        fc.array(action, { maxLength: 20 }),
        (days, done) => {
          const state = after(...done.map((one) => (one.do === 'pan' ? { ...one, days } : one)));
          const { from, to } = viewOf(state, TODAY, TODAY + days);
          expect(from).toBeGreaterThanOrEqual(TODAY);
          expect(to).toBeLessThanOrEqual(TODAY + days);
          expect(to).toBeGreaterThan(from);
        },
      ),
    );
  });
});

describe('a charge that is moved', () => {
  test('is chosen while it moves, and is at rest again once something is said', () => {
    const moving = after({ do: 'drag', drag });
    expect(moving).toMatchObject({ chosen: 'battery-4', drag });
    expect(seasonReducer(moving, { do: 'let go' })).toMatchObject({
      chosen: 'battery-4',
      drag: null,
    });
    expect(
      seasonReducer(moving, { do: 'say', said: 'The server cannot be reached.' }).drag,
    ).toBeNull();
  });

  test('a document that is read forgets what was said of the site’s own season', () => {
    const said = after({ do: 'drag', drag }, { do: 'say', said: drag });
    expect(seasonReducer(said, { do: 'show', foreign: null })).toMatchObject({
      said: null,
      drag: null,
    });
  });

  test('a filter is changed in parts', () => {
    const state = after(
      { do: 'filter', filter: { find: 'C4' } },
      { do: 'filter', filter: { only: 'wanting' } },
    );
    expect(state.filter).toEqual({ find: 'C4', hall: null, only: 'wanting' });
  });
});

describe('what is said of a decision', () => {
  const pins = [{ id: 'one', battery: drag.battery, date: drag.to }];
  const words = () => 'C4 Hallam 6';
  const say = (unmet: Parameters<typeof decisionWords>[1]['unmet'], known = pins) =>
    decisionWords(drag, { unmet }, TODAY, known, words);

  test('nothing before the plan was made with it', () => {
    expect(say([], [])).toBeNull();
    expect(say([], [{ ...pins[0]!, date: dayName(TODAY) }])).toBeNull();
  });

  test('the plan does it', () => {
    expect(say([])).toBe('C4 Hallam 6 is charged on Mon 8 Feb, as you decided.');
  });

  test('the plan cannot do it, and does not say that it does', () => {
    const one = { battery: drag.battery, date: drag.to, why: 'What was decided cannot be done.' };
    expect(say([{ ...one, rule: 'pin' }])).toMatch(/cannot be charged on Mon 8 Feb/);
    // Wanting for another reason, or on another day, is no word about this decision.
    expect(say([{ ...one, rule: 'recharge' }])).toMatch(/is charged on Mon 8 Feb/);
    expect(say([{ ...one, rule: 'pin', date: '2027-03-01' }])).toMatch(/is charged on Mon 8 Feb/);
  });
});

test('what is carried comes to rest in the nearest round, the earlier of two as near', () => {
  const rounds = [TODAY, TODAY + 4, TODAY + 7];
  expect(nearestRound(rounds, TODAY + 5.4)).toBe(TODAY + 4);
  expect(nearestRound(rounds, TODAY + 5.6)).toBe(TODAY + 7);
  expect(nearestRound(rounds, TODAY + 2)).toBe(TODAY);
  // Off either end of the strip: its first or its last.
  expect(nearestRound(rounds, TODAY - 100)).toBe(TODAY);
  expect(nearestRound(rounds, TODAY + 1000)).toBe(TODAY + 7);
});
