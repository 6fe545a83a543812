import { taskOf, TASKS } from './tasks';
import { play, type Answers, type Outcome, type Stage } from './stage';
import { KNOWING, WRONG, offered, walked } from './ways.fixture';

const SEEDS = Array.from({ length: 24 }, (_, i) => 100 + 37 * i);

const ended = (id: string, seed: number, way: (stage: Stage) => Answers): Outcome =>
  walked(id, seed, way).outcome;

it('has twelve tasks, each with an id and words of its own', () => {
  expect(TASKS).toHaveLength(12);
  expect(new Set(TASKS.map(({ id }) => id)).size).toBe(12);
  expect(Object.keys(KNOWING).sort()).toEqual(TASKS.map(({ id }) => id).sort());
});

describe.each(TASKS.map(({ id }) => id))('%s', (id) => {
  it('is passed by somebody who knows the work, on whatever is there', () => {
    for (const seed of SEEDS) {
      const outcome = ended(id, seed, KNOWING[id]!);
      expect({ seed, ...outcome, hours: 0, minutes: 0 }).toMatchObject({
        seed,
        passed: true,
        slips: [],
      });
    }
  });

  it('is failed in ways that differ, and each names the caution that was broken', () => {
    const slips = WRONG[id]!.map(({ slip, way }) => {
      const outcomes = SEEDS.map((seed) => ended(id, seed, way));
      const found = outcomes
        .flatMap((outcome) => (outcome.passed ? [] : outcome.slips))
        .find((one) => slip.test(one.id));
      expect([id, String(slip), found?.broke]).toEqual([
        id,
        String(slip),
        expect.stringMatching(/.{15,}/),
      ]);
      expect(found!.would.length).toBeGreaterThan(15);
      return found!.broke;
    });
    expect(new Set(slips).size).toBeGreaterThanOrEqual(2);
  });

  it('answers the same to the same acts, and leaves alone what is not offered', () => {
    const task = taskOf(id)!;
    const acts = [...offered(task.begin(5)).slice(0, 4), 'nonsense', 'on/B2/nothing'];
    const [one, other] = [play(task, 5, acts), play(task, 5, acts)];
    expect(one.sights()).toEqual(other.sights());
    expect(one.happenings).toEqual(other.happenings);
    expect(task.begin(5).do('nonsense')).toBe(false);
  });
});

describe('the meter, on its small range before the large one has said what flows', () => {
  const way = (...acts: string[]) =>
    SEEDS.map((seed) =>
      ended('draw', seed, (stage) => {
        for (const act of acts) stage.do(act);
        return { ma: '9', who: 'F3' };
      }),
    );
  const broken = (outcomes: readonly Outcome[]) =>
    outcomes.filter(({ slips }) => slips.some(({ id }) => id === 'meter-fuse')).length;
  const alone = ['jumper-on', 'clamp-off', 'meter-in', 'jumper-off'];

  it('is a caution broken on every vehicle, also where luck spares the fuse', () => {
    expect(broken(way(...alone))).toBe(SEEDS.length);
    // Nor does a vehicle that sleeps already make it right.
    expect(broken(way('wait/600', 'wait/600', ...alone))).toBe(SEEDS.length);
  });

  it('is none once the large range was read', () => {
    expect(broken(way('range-10', ...alone, 'wait/600', 'wait/600', 'range-400'))).toBe(0);
  });
});
