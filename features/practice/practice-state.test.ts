import { play } from '../../practice/stage';
import { taskOf } from '../../practice/tasks';
import { NOT_BEGUN, Practised, practised, type PracticeAct } from './practice-state';

const after = (...acts: readonly PracticeAct[]) => acts.reduce(practised, NOT_BEGUN);

test('what was done is kept in its order, and is nothing once it has ended', () => {
  const state = after(
    { do: 'again', seed: 7 },
    { do: 'act', id: 'look' },
    { do: 'answer', question: 'means', answer: 'full' },
    { do: 'answer', question: 'means', answer: 'half' },
    { do: 'end' },
    { do: 'act', id: 'on-posts' },
    { do: 'answer', question: 'means', answer: 'quarter' },
  );
  expect(state).toEqual({ seed: 7, acts: ['look'], answers: { means: 'half' }, ended: true });
  expect(practised(state, { do: 'again', seed: 8 })).toEqual({ ...NOT_BEGUN, seed: 8 });
});

test('time that runs on is one act, and as long as if it had come at once', () => {
  const ticks = after(
    { do: 'again', seed: 9 },
    { do: 'act', id: 'range-10' },
    { do: 'tick', seconds: 7 },
    { do: 'tick', seconds: 8 },
    { do: 'act', id: 'door' },
    { do: 'tick', seconds: 30 },
  );
  expect(ticks.acts).toEqual(['range-10', 'tick/15', 'door', 'tick/30']);
  const task = taskOf('draw')!;
  const hour = (acts: readonly string[]) => play(task, 9, acts).hour;
  expect(hour(['tick/7', 'tick/8'])).toBeCloseTo(hour(['tick/15']), 9);
});

test('reloaded it is the same stage: what is kept is text, and nonsense is refused', () => {
  const state = after(
    { do: 'again', seed: 11 },
    { do: 'act', id: 'volts-socket' },
    { do: 'act', id: 'on-posts' },
  );
  const read = Practised.parse(JSON.parse(JSON.stringify(state)));
  const task = taskOf('read')!;
  expect(play(task, read.seed, read.acts).sights()).toEqual(
    play(task, state.seed, state.acts).sights(),
  );
  expect(Practised.safeParse({ seed: 'x' }).success).toBe(false);
});

test('time that runs on is not lived through anew, and comes to the same', () => {
  const task = taskOf('draw')!;
  const running = play(task, 21, ['range-10', 'tick/10']);
  const on = play(task, 21, ['range-10', 'tick/400']);
  expect(on).toBe(running);
  const shown = on.sights();
  // Another one in between: begun anew it shows the same.
  play(task, 22, []);
  expect(play(task, 21, ['range-10', 'tick/400']).sights()).toEqual(shown);
  expect(play(task, 21, ['range-10', 'tick/30'])).not.toBe(on);
});
