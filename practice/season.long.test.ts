import { play, type Stage } from './stage';
import { SEASON } from './season';

const offered = (stage: Stage, what: string) =>
  stage.offers().flatMap(({ id }) => (id.startsWith(`${what}/`) ? [id] : []));

/** A winter kept by a plain habit: off what is full, read monthly, charged before the owner comes. */
function kept(seed: number): Stage {
  const stage = SEASON.begin(seed);
  const acts: string[] = [];
  const does = (id: string) => {
    expect(stage.do(id)).toBe(true);
    acts.push(id);
  };
  for (let round = 0; round < 60 && stage.offers().length > 0; round++) {
    for (const id of offered(stage, 'off')) does(id);
    if (round % 4 === 1) for (const id of offered(stage, 'charge').slice(0, 3)) does(id);
    if (round % 4 === 3) for (const id of offered(stage, 'read')) does(id);
    does('next');
  }
  // Reloaded it is the same winter.
  const again = play(SEASON, seed, acts);
  expect(again.sights()).toEqual(stage.sights());
  expect(again.happenings).toEqual(stage.happenings);
  expect(again.minutes).toBeCloseTo(stage.minutes, 6);
  return stage;
}

it('is played to its end, beside a notebook and three habits on the same batteries', () => {
  const stage = kept(5);
  const { passed, beside, slips, minutes } = stage.end({});
  expect(passed || slips.some(({ isGrave }) => isGrave)).toBe(true);
  expect(beside!.rows.map(([who]) => who)).toEqual([
    'you',
    'a careful notebook',
    'everything charged monthly',
    'read monthly, charged under the line',
    'maintainers at the outlets',
  ]);
  // The same eight vehicles for all of them, and the learner's own hours.
  expect(new Set(beside!.rows.map((row) => row[2]!.split(' / ')[1]))).toEqual(new Set(['8']));
  expect(Number(beside!.rows[0]![1])).toBeCloseTo(minutes / 60, 0);
  expect(slips.length).toBeLessThanOrEqual(3);
  // Looked at once more it has not gone on.
  expect(stage.end({})).toBe(stage.end({}));
});

it('left alone it tells the three decisions that cost most, the dearest first', () => {
  const stage = SEASON.begin(5);
  while (stage.do('next'));
  const { passed, slips } = stage.end({});
  expect(passed).toBe(false);
  expect(slips).toHaveLength(3);
  for (const { id, would } of slips) {
    expect(id).toMatch(/^(lost|let-down)\//);
    expect(would).toMatch(/\d/);
  }
  const costs = slips.map(({ would }) => Number(/(\d+)(?: for a new one)?\.$/.exec(would)![1]));
  expect(costs).toEqual([...costs].sort((a, b) => b - a));
});

it('goes on from where it was without beginning anew, and other acts begin anew', () => {
  const first = play(SEASON, 6, ['next', 'next']);
  expect(play(SEASON, 6, ['next', 'next', 'next'])).toBe(first);
  expect(play(SEASON, 6, ['next'])).not.toBe(first);
});
