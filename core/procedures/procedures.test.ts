import fc from 'fast-check';
import type { BatteryContext } from '../context/battery-context';
import { plainContext } from '../context/plain-context';
import { usualDetails } from '../battery/usual-details';
import { parseEntry } from '../logbook/entry';
import { makeEntry } from '../logbook/entry';
import { PLAIN_VEHICLE } from '../stay/usual';
import { cupsToMl, neutraliserFor, neutraliserWords } from './neutraliser';
import { inputProblem, isComplete, mayTick, stepsFor, withoutStep } from './procedure';
import { PROCEDURE_IDS, type ProcedureId } from '../logbook/procedure-names';
import { PROCEDURES } from './procedures';

const car = plainContext('flooded', Date.parse('2027-01-14T09:00:00Z'), {
  details: { ...usualDetails('flooded'), tools: '10 mm' },
  facts: { fittedYear: 2024 },
  place: 'under the bonnet',
  fittedTo: { vehicleId: 'v1' },
  benchHallId: 'carding-hall',
  wholeCleanedYearsAgo: null,
});
const steps = (id: ProcedureId, more: Partial<BatteryContext> = {}) =>
  stepsFor(PROCEDURES[id], { ...car, ...more });
const said = (id: ProcedureId, more: Partial<BatteryContext> = {}) =>
  steps(id, more)
    .map((step) => step.say)
    .join('\n');
const positive = { vehicle: { ...PLAIN_VEHICLE, earth: 'positive' as const } };

/** Ticks steps one after the other, and gives the first refusal. */
function tickAll(id: ProcedureId, order: readonly string[], more: Partial<BatteryContext> = {}) {
  const here = steps(id, more);
  const done: string[] = [];
  for (const step of order) {
    const answer = mayTick(here, done, step);
    if (!answer.ok) return answer;
    done.push(step);
  }
  return null;
}

describe.each(PROCEDURE_IDS)('the procedure %s', (id) => {
  const contexts: Partial<BatteryContext>[] = [
    {},
    positive,
    { vehicleKind: 'hybrid', vehicle: { ...PLAIN_VEHICLE, poweredClosure: true, tracker: true } },
    { out: true },
    { details: { ...usualDetails('agm'), ventTube: true, chargeLead: true } },
  ];

  it('can be done in the order in which it stands', () => {
    for (const context of contexts) {
      const here = steps(id, context);
      expect(
        tickAll(
          id,
          here.map((step) => step.id),
          context,
        ),
      ).toBeNull();
      expect(
        isComplete(
          here,
          here.map((step) => step.id),
        ),
      ).toBe(true);
      expect(isComplete(here, [])).toBe(false);
    }
  });

  it('gives a reason for each step, and names steps that exist', () => {
    const ids = new Set(PROCEDURES[id].steps.map((step) => step.id));
    expect(ids.size).toBe(PROCEDURES[id].steps.length);
    for (const step of PROCEDURES[id].steps) {
      for (const before of step.after ?? []) expect(ids).toContain(before);
    }
    for (const step of steps(id)) {
      expect(step.say.length).toBeGreaterThan(5);
      expect(step.why.length).toBeGreaterThan(10);
    }
  });

  it('never lets a step be ticked before what must come before it', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...contexts),
        fc.array(fc.nat(), { maxLength: 60 }),
        (context, picks) => {
          const here = steps(id, context);
          const done: string[] = [];
          for (const pick of picks) {
            const step = here[pick % here.length]!;
            if (done.includes(step.id)) continue;
            const answer = mayTick(here, done, step.id);
            expect(answer.ok).toBe(step.after.every((before) => done.includes(before)));
            if (answer.ok) done.push(step.id);
          }
        },
      ),
    );
  });

  it('leaves entries that the logbook takes', () => {
    const inputs = { milliamps: 22, levels: Array<'mark'>(6).fill('mark') };
    const done = steps(id).map((step) => step.id);
    for (const { kind, data } of PROCEDURES[id].writes(car, inputs, done)) {
      const entry = makeEntry(
        kind,
        {
          id: '01900000-0000-7000-8000-000000000000',
          subjectId: 'b1',
          at: Date.parse('2027-01-14T09:00:00Z'),
          by: 'attendant',
        },
        data,
      );
      expect(parseEntry(entry)).toMatchObject({ ok: true });
    }
  });
});

describe('disconnecting', () => {
  const READY = ['protect-yourself'];

  // Common practice: the commonest mistake is to begin at the positive because it is nearer.
  it('refuses the positive first, and says why', () => {
    const refusal = tickAll('disconnect', [...READY, 'live-off'])!;
    expect(refusal.first.say).toBe('Negative clamp off first.');
    expect(refusal.why).toMatch(/Not the positive first, even where it is nearer/);
    expect(refusal.why).toMatch(/dead short/);
    expect(tickAll('disconnect', [...READY, 'earthed-off', 'tie-aside', 'live-off'])).toBeNull();
  });

  it('has the positive off first where the positive is earthed', () => {
    expect(said('disconnect', positive)).toMatch(
      /Positive clamp off first\.[^]*Negative clamp off/,
    );
    const refusal = tickAll('take-out', [...READY, 'live-off'], positive)!;
    expect(refusal.why).toMatch(/positive earth/);
    expect(said('reconnect', positive)).toMatch(
      /Negative clamp on first[^]*Positive clamp on last/,
    );
  });

  it('goes back on in reverse: positive first, negative last', () => {
    expect(said('reconnect')).toMatch(/Positive clamp on first[^]*Negative clamp on last/);
    const refusal = tickAll('reconnect', ['protect-yourself', 'all-off', 'earthed-on'])!;
    expect(refusal.why).toMatch(/goes on last/);
  });

  it('needs the positive off only where the battery comes out', () => {
    const here = steps('disconnect');
    const without = here.map((step) => step.id).filter((step) => step !== 'live-off');
    expect(isComplete(here, without)).toBe(true);
    const out = steps('take-out');
    expect(
      isComplete(
        out,
        out.map((step) => step.id).filter((step) => step !== 'live-off'),
      ),
    ).toBe(false);
  });

  it('unticks what hangs on a step that is taken back', () => {
    const here = steps('take-out');
    const all = here.map((step) => step.id);
    const left = withoutStep(here, all, 'earthed-off');
    expect(left).not.toContain('live-off');
    expect(left).not.toContain('lift');
    expect(left).toContain('protect-yourself');
  });
});

describe('a procedure is made for its vehicle', () => {
  it('asks for the radio code, the tracker company, the tailgate only where they are', () => {
    expect(said('before-disconnect')).not.toMatch(/code|Tell|flap/);
    const words = said('before-disconnect', {
      vehicle: {
        ...PLAIN_VEHICLE,
        radioCode: 'missing',
        tracker: true,
        tellWho: 'Moorwatch',
        poweredClosure: true,
      },
    });
    expect(words).toMatch(/radio code is not in hand/);
    expect(words).toMatch(/Tell Moorwatch/);
    expect(words).toMatch(/no emergency key is known/);
  });

  it('lets a simple vehicle be without waiting for control units', () => {
    expect(said('before-disconnect', { vehicleKind: 'mower' })).not.toMatch(/control units/);
    expect(said('draw-test', { vehicleKind: 'mower' })).toMatch(/seconds on a simple vehicle/);
    expect(said('draw-test')).toMatch(/20 to 60 minutes/);
  });

  it('names tools, place and what comes off', () => {
    const details = { ...car.details, tools: '13 mm', access: 'boot floor' };
    expect(said('disconnect', { details })).toMatch(/under the bonnet; off first: boot floor/);
    const clamp = steps('disconnect', { details }).find((step) => step.id === 'earthed-off')!;
    expect(clamp.tools).toMatch(/insulated spanner, 13 mm/);
  });

  it('keeps away from orange cables in a hybrid', () => {
    expect(said('disconnect', { vehicleKind: 'hybrid' })).toMatch(/orange/);
  });

  it('gives the volts of the house for this chemistry and voltage', () => {
    expect(said('hook-up')).toMatch(/14\.40 V, then float near 13\.50 V/);
    const six = { facts: { ...car.facts, nominalVolts: 6, cells: 3 } };
    expect(said('hook-up', six)).toMatch(/7\.20 V, then float near 6\.75 V/);
    const gel = { facts: { ...car.facts, chemistry: 'gel' as const } };
    expect(said('hook-up', gel)).toMatch(/14\.10 V/);
  });
});

describe('a draw test', () => {
  it('wants the jumper in before the clamp comes off, and back before the meter', () => {
    const refusal = tickAll('draw-test', ['protect-yourself', 'quiet', 'clamp-off'])!;
    expect(refusal.why).toMatch(/every control unit wakes/);
    const ids = steps('draw-test').map((step) => step.id);
    expect(ids.indexOf('jumper-back')).toBeGreaterThan(ids.indexOf('value'));
  });

  it('takes no value that a meter cannot show', () => {
    const value = steps('draw-test').find((step) => step.input === 'milliamps')!;
    expect(inputProblem(value, {}, car)).toMatch(/Type/);
    expect(inputProblem(value, { milliamps: NaN }, car)).toMatch(/Type/);
    expect(inputProblem(value, { milliamps: -3 }, car)).toMatch(/0 to 20000/);
    expect(inputProblem(value, { milliamps: 22 }, car)).toBeNull();
  });
});

it('topping up wants a level for each cell', () => {
  const levels = steps('top-up').find((step) => step.input === 'levels')!;
  expect(inputProblem(levels, {}, car)).toMatch(/each cell/);
  expect(inputProblem(levels, { levels: ['mark'] }, car)).toMatch(/6 cells/);
});

describe('the neutraliser', () => {
  // Common practice: two teaspoons of bicarbonate to a cup of water.
  it('is two teaspoons to a cup', () => {
    expect(neutraliserFor(cupsToMl(1)).teaspoons).toBeCloseTo(2, 9);
    expect(neutraliserFor(cupsToMl(1)).grams).toBeCloseTo(10, 9);
    expect(neutraliserWords(cupsToMl(2), 'us')).toMatch(/2\.0 cups of water and 4 teaspoons/);
    expect(neutraliserWords(1000, 'metric')).toMatch(/1\.00 l of water and 43 g .*8½ level/);
  });

  it('grows with the volume, never under what is needed', () => {
    fc.assert(
      fc.property(fc.double({ min: 1, max: 20_000, noNaN: true }), (ml) => {
        const { grams, teaspoons } = neutraliserFor(ml);
        expect(grams / ml).toBeCloseTo(neutraliserFor(1).grams, 9);
        const said = /and (\d+) g/.exec(neutraliserWords(ml, 'metric'))!;
        expect(Number(said[1])).toBeGreaterThanOrEqual(grams - 1e-9);
        expect(teaspoons * 5).toBeCloseTo(grams, 9);
      }),
    );
  });
});

describe('cell by cell', () => {
  const step = (id: ProcedureId, input: string) =>
    stepsFor(PROCEDURES[id], car).find((one) => one.input === input)!;

  it('the hydrometer wants a gravity for each cell and the temperature of the acid', () => {
    const gravities = step('hydrometer', 'gravities');
    const problem = (inputs: object) => inputProblem(gravities, inputs, car);
    const even = [1.26, 1.26, 1.265, 1.26, 1.26, 1.26];
    expect(problem({})).toMatch(/each of the 6 cells/);
    expect(problem({ gravities: even })).toMatch(/temperature of the acid/);
    expect(problem({ gravities: [1265, ...even.slice(1)], acidCelsius: 12 })).toMatch(/1\.265/);
    expect(problem({ gravities: even, acidCelsius: 12 })).toBeNull();
    const written = PROCEDURES.hydrometer.writes(car, { gravities: even, acidCelsius: 12 }, []);
    expect(written).toEqual([{ kind: 'hydrometer', data: { gravities: even, celsius: 12 } }]);
  });

  it('water is written down only where it was measured', () => {
    const water = step('top-up', 'water');
    expect(water.optional).toBe(true);
    expect(inputProblem(water, { addedMl: [1, 2] }, car)).toMatch(/6 cells/);
    const inputs = { levels: Array<'mark'>(6).fill('mark'), addedMl: [4, 4, 30, 4, 4, 4] };
    const data = (done: string[]) => PROCEDURES['top-up'].writes(car, inputs, done)[0]!.data;
    expect(data([])).not.toHaveProperty('addedMl');
    expect(data(['measured'])).toHaveProperty('addedMl', inputs.addedMl);
  });
});
