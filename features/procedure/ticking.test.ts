import fc from 'fast-check';
import { plainContext } from '../../core/context/plain-context';
import { PROCEDURE_IDS } from '../../core/logbook/procedure-names';
import { mayTick, stepsFor } from '../../core/procedures/procedure';
import { PROCEDURES } from '../../core/procedures/procedures';
import { PLAIN_VEHICLE } from '../../core/stay/usual';
import type { Progress } from './progress';
import { doneOf, isDone, nextOf, touch } from './ticking';

const NOW = Date.parse('2027-01-14T09:00:00Z');
const plain = plainContext('flooded', NOW);
const contexts = [
  plain,
  { ...plain, vehicle: { ...PLAIN_VEHICLE, earth: 'positive' as const } },
  { ...plain, vehicle: { ...PLAIN_VEHICLE, isolator: 'knob' as const } },
];
const NOTHING: Progress = { done: [] };
/** All that any step may ask for. */
const noted: Progress = {
  done: [],
  milliamps: 12,
  levels: Array(6).fill('at') as Progress['levels'],
  addedMl: [0, 0, 0, 0, 0, 0],
  gravities: [1.26, 1.26, 1.26, 1.26, 1.26, 1.26],
  acidCelsius: 8,
  crank: {
    sound: 'normal',
    ran: true,
    restVolts: 12.6,
    leastVolts: 10.3,
    seconds: 1.1,
    amps: null,
    celsius: 8,
  },
  charging: {
    idleVolts: 14.1,
    raisedVolts: null,
    loadedVolts: null,
    rippleVolts: null,
    restVolts: null,
  },
  drops: { drops: { 'live-clamp': 0.04 }, amps: null },
  headlamps: { lamps: 'filament', before: 'bright', running: 'same' },
  load: { volts: 10.4, amps: 270, celsius: 8, restVolts: null },
};

const work = fc.record({
  id: fc.constantFrom(...PROCEDURE_IDS),
  context: fc.constantFrom(...contexts),
  touches: fc.array(fc.nat({ max: 30 }), { maxLength: 40 }),
});

test('however the steps are touched, none stands ticked before what comes first', () => {
  fc.assert(
    fc.property(work, ({ id, context, touches }) => {
      const steps = stepsFor(PROCEDURES[id], context);
      let progress = noted;
      for (const at of touches) {
        progress = touch(steps, progress, steps[at % steps.length]!, context).progress;
        for (const done of progress.done) {
          const others = progress.done.filter((one) => one !== done);
          expect(mayTick(steps, others, done).ok).toBe(true);
        }
      }
    }),
  );
});

test('a refusal changes nothing and says why; a touch is taken back by the next', () => {
  fc.assert(
    fc.property(work, ({ id, context, touches }) => {
      const steps = stepsFor(PROCEDURES[id], context);
      let progress = noted;
      for (const at of touches) {
        const step = steps[at % steps.length]!;
        const after = touch(steps, progress, step, context);
        if (after.refused) {
          expect(after.progress).toBe(progress);
          expect(after.refused.why).not.toBe('');
        } else if (!progress.done.includes(step.id)) {
          const back = touch(steps, after.progress, step, context);
          expect(back.progress.done).toEqual(progress.done);
        }
        ({ progress } = after);
      }
    }),
  );
});

test.each(PROCEDURE_IDS)('%s: from one next step to the next, all of it gets done', (id) => {
  for (const context of contexts) {
    const steps = stepsFor(PROCEDURES[id], context);
    let progress = noted;
    for (let left = steps.length; left > 0; left--) {
      const next = nextOf(steps, doneOf(steps, progress));
      if (!next) break;
      ({ progress } = touch(steps, progress, next, context));
    }
    expect(isDone(steps, progress)).toBe(true);
  }
});

test('a step whose figure is missing names it, and none that comes first', () => {
  const steps = stepsFor(PROCEDURES['top-up'], plain);
  const asking = steps.find(({ input }) => input === 'levels' || input === 'water')!;
  const before = steps.slice(0, steps.indexOf(asking)).map(({ id }) => id);
  const { refused } = touch(steps, { ...NOTHING, done: before }, asking, plain);
  expect(refused).toMatchObject({ step: asking.id, first: '' });
});

test('a step that this battery no longer has does not count', () => {
  const steps = stepsFor(PROCEDURES.disconnect, plain);
  expect(doneOf(steps, { done: ['earthed-off', 'of an older version'] })).toEqual(['earthed-off']);
});
