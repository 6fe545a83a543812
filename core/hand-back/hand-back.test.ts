import fc from 'fast-check';
import { chargeForecastOf } from '../assessment/charge-forecast';
import { startForecast } from '../assessment/start-forecast';
import { contextOf } from '../context/from-record';
import { MS_PER_DAY, toDay } from '../day';
import type { BatteryState } from '../logbook/state';
import { jobsToday } from '../plan/due';
import { stepsFor } from '../procedures/procedure';
import { PROCEDURES } from '../procedures/procedures';
import type { BatteryRecord } from '../record/battery-record';
import { at, reading, standing } from '../record/record.fixture';
import { PLAIN_VEHICLE } from '../stay/usual';
import { STAGES, STAGE_IDS, type BackBattery } from './stages';
import { readinessWords } from './readiness';
import { startOf, startWorry, walkBack, type Walk } from './walk';

const NOW = at('2027-01-14');
const TODAY = toDay('2027-01-14');

function battery(
  more: Parameters<typeof standing>[0] = {},
  id = 'b1',
  label = 'Starter',
): BackBattery {
  const kept: BatteryRecord = standing(more);
  const outlook = chargeForecastOf(kept);
  return { id, label, standing: kept, outlook, context: contextOf(kept, outlook) };
}
const walk = (batteries: readonly BackBattery[], day = TODAY): Walk => walkBack(batteries, day)!;
const statesOf = ({ stages }: Walk) =>
  Object.fromEntries(stages.map(({ id, state }) => [id, state]));

const seen = (answers: Record<string, string>) => ({ answers, levels: null, note: '' });
/** All of it done this morning: charged, looked at, read, cranked, running. */
const READY: Partial<BatteryState> = {
  role: 'starter',
  lastFullAt: NOW - 2 * MS_PER_DAY,
  charges: [{ from: NOW - 3 * MS_PER_DAY, to: NOW - 2 * MS_PER_DAY, full: true }],
  readings: [reading('2027-01-14', 12.74)],
  inspection: { at: NOW, seen: seen({ case: 'sound' }) },
  levels: { at: NOW, cells: Array(6).fill('mark') as never },
  starts: [
    {
      at: NOW,
      sound: 'normal',
      ran: true,
      restVolts: 12.7,
      leastVolts: 10.4,
      seconds: 1,
      amps: null,
      celsius: 4,
    },
  ],
  charging: {
    at: NOW,
    seen: {
      idleVolts: 14.1,
      raisedVolts: 14.2,
      loadedVolts: null,
      rippleVolts: null,
      restVolts: null,
    },
  },
};

describe('a walk back', () => {
  it('has what applies, in the order of the hands, and ends with the owner', () => {
    const { stages } = walk([
      battery({
        state: {
          role: 'starter',
          maintainerSince: NOW - MS_PER_DAY,
          out: { since: NOW - 40 * MS_PER_DAY, hallId: null },
          negativeOn: false,
        },
      }),
    ]);
    expect(stages.map(({ id }) => id)).toEqual([
      'charge',
      'inspect',
      'top-up',
      'unhook',
      'put-back',
      'reconnect',
      'read',
      'crank',
      'charging-test',
      'hand-over',
    ]);
    const plain = walk([
      battery({ state: { role: 'leisure' }, facts: { chemistry: 'agm', capsOpen: false } }),
    ]);
    expect(plain.stages.map(({ id }) => id)).toEqual(['charge', 'inspect', 'read', 'hand-over']);
  });

  it('is ready when all of it is done, and not before', () => {
    const done = walk([battery({ state: READY })]);
    expect(statesOf(done)).toEqual({
      charge: 'done',
      inspect: 'done',
      'top-up': 'done',
      read: 'done',
      crank: 'done',
      'charging-test': 'done',
      'hand-over': 'open',
    });
    expect(done.readiness).toEqual({ kind: 'ready' });
    expect(done.next!.id).toBe('hand-over');
    const unread = walk([battery({ state: { ...READY, readings: [] } })]);
    expect(unread.next!.id).toBe('read');
    expect(statesOf(unread).crank).toBe('done');
    expect(unread.readiness.kind).toBe('by');
  });

  it('counts nothing that is too old for the day: a charge of a month ago is made anew', () => {
    const early = walk([battery({ state: READY })], toDay('2027-02-20'));
    expect(statesOf(early)).toMatchObject({ charge: 'open', read: 'waits', crank: 'waits' });
    expect(early.readiness.kind).toBe('by');
  });

  // Common practice: mains off and clamps off before anything else, full before it is cranked.
  it('says what comes first, and why', () => {
    const hanging = walk([
      battery({ state: { role: 'starter', chargeSince: NOW - 3_600_000, negativeOn: false } }),
    ]);
    const stage = (id: string) => hanging.stages.find((one) => one.id === id)!;
    expect(stage('unhook').waitsFor).toEqual({
      label: 'Last full charge',
      why: 'It stays on until it is full.',
    });
    expect(stage('reconnect').waitsFor!.label).toBe('Last full charge');
    expect(stage('crank').waitsFor!.why).toMatch(/slow says low charge/);
    expect(stage('hand-over').because.map(({ code }) => code)).toContain('on-charge');
  });

  it('one that is condemned is replaced, and nothing else is done to it', () => {
    const swollen = battery({
      state: {
        ...READY,
        inspection: { at: NOW, seen: seen({ walls: 'swollen' }) },
      },
    });
    const back = walk([swollen]);
    expect(back.stages.map(({ id }) => id)).toEqual(['replace', 'hand-over']);
    expect(back.readiness).toMatchObject({
      kind: 'replace',
      why: expect.stringMatching(/swollen/),
    });
    expect(readinessWords(back.readiness, TODAY)).toBe('Not without a replacement');
  });

  it('one whose owner comes before it can be full says when it will be', () => {
    const flat = battery({
      state: {
        role: 'starter',
        lastFullAt: null,
        charges: [],
        readings: [reading('2027-01-14', 12.0)],
      },
    });
    expect(walk([flat]).readiness).toEqual({ kind: 'late', day: TODAY + 1 });
    expect(walk([flat], TODAY + 5).readiness.kind).toBe('by');
  });

  // Common practice: never charge a frozen battery; thaw it, and look for splits.
  it('one that may hold ice is not sent to its charge, but thawed first', () => {
    const cold = battery({
      state: {
        role: 'starter',
        lastFullAt: null,
        charges: [],
        readings: [reading('2027-01-13', 11.2)],
      },
    });
    const charge = walk([cold]).stages.find(({ id }) => id === 'charge')!;
    expect(charge.because.flatMap(({ first }) => first)).toContain('thaw');
    // In its round too: first the thaw, then the walk.
    const day = toDay('2027-01-14');
    const planned = { day, jobs: ['handBack'] as const, chargerId: null };
    const jobs = jobsToday({ ...cold.standing, planned }, cold.outlook);
    expect(jobs.map(({ kind }) => kind)).toEqual(['thaw', 'hand-back']);
    const ready = battery({ state: READY, collectDay: day });
    expect(jobsToday({ ...ready.standing, planned }, ready.outlook)).toEqual([
      { kind: 'hand-back', done: true },
    ]);
  });

  it('what a test showed is said, though it is done', () => {
    const weak = battery({
      state: { ...READY, starts: [{ ...READY.starts![0]!, leastVolts: 8.1, sound: 'slow' }] },
    });
    const crank = walk([weak]).stages.find(({ id }) => id === 'crank')!;
    expect(crank).toMatchObject({ state: 'done', bad: expect.stringMatching(/8\.10 V/) });
  });

  it('a new battery has its draw measured again', () => {
    const fresh = battery({ state: { ...READY, fittedAt: NOW - MS_PER_DAY, drawAt: null } });
    expect(statesOf(walk([fresh]))['draw-test']).toBe('open');
    const measured = battery({ state: { ...READY, fittedAt: NOW - MS_PER_DAY, drawAt: NOW } });
    expect(statesOf(walk([measured]))['draw-test']).toBe('done');
  });

  it('whatever is on record, no stage is open before what comes first, and ready means all done', () => {
    const state = fc.record({
      role: fc.constantFrom('starter', 'leisure', 'auxiliary'),
      negativeOn: fc.boolean(),
      maintainerSince: fc.option(fc.constant(NOW - MS_PER_DAY)),
      out: fc.option(fc.constant({ since: NOW - 9 * MS_PER_DAY, hallId: null })),
      lastFullAt: fc.option(fc.constantFrom(NOW - MS_PER_DAY, NOW - 40 * MS_PER_DAY)),
      readings: fc.constantFrom([], [reading('2027-01-14', 12.6)]),
      starts: fc.constantFrom([], READY.starts!),
      charging: fc.option(fc.constant(READY.charging!)),
      inspection: fc.option(fc.constant(READY.inspection!)),
    });
    fc.assert(
      fc.property(
        fc.array(state, { minLength: 1, maxLength: 3 }),
        fc.nat({ max: 40 }),
        (all, days) => {
          const batteries = all.map((one, i) =>
            battery({ state: one as Partial<BatteryState> }, `b${i}`, `B${i}`),
          );
          const { stages, next, readiness } = walk(batteries, TODAY + days);
          for (const { id, batteryId, state: is } of stages) {
            if (id === 'hand-over' || is !== 'open') continue;
            for (const before of STAGES[id].after) {
              const first = stages.find((one) => one.id === before && one.batteryId === batteryId);
              expect(first?.state ?? 'done').toBe('done');
            }
          }
          const left = stages.filter(({ id, state: is }) => id !== 'hand-over' && is !== 'done');
          expect(readiness.kind === 'ready').toBe(left.length === 0);
          if (left.length === 0) expect(next!.id).toBe('hand-over');
          else expect(next!.state).toBe('open');
          const order = stages.map(({ id }) => STAGE_IDS.indexOf(id));
          expect(order).toEqual([...order].sort((a, b) => a - b));
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('whether it starts', () => {
  it('is foreseen for the day: colder and later is less sure, charged in full is surest', () => {
    const kept = battery({ state: { ...READY, drawMa: 60, drawAt: NOW } });
    const chance = (day: number, full = false) =>
      startForecast(kept.standing, kept.outlook, day, full)!.chance.value;
    expect(chance(TODAY + 40)).toBeLessThan(chance(TODAY));
    expect(chance(TODAY + 40, true)).toBeGreaterThan(chance(TODAY + 40));
    expect(startForecast(kept.standing, kept.outlook, TODAY)!.why).toMatch(
      /^Thu 14 Jan, 4 °C, at \d+ %: it gives about \d+ A, and such an engine asks about \d+ A/,
    );
  });

  it('is not asked of what cranks nothing', () => {
    const leisure = battery({ state: { ...READY, role: 'leisure' } });
    expect(startOf([leisure], TODAY, true)).toBeNull();
    const cart = battery({ vehicleKind: 'cart', state: { role: 'string' } });
    expect(startOf([cart], TODAY, true)).toBeNull();
  });

  it('says when it is less sure than the house promises; tests move it', () => {
    const old = { facts: { fittedYear: 2016 } };
    const aged = battery({ ...old, state: READY });
    const tested = (volts: number) =>
      battery({
        ...old,
        details: { ...aged.standing.details, coldCrankingAmps: 540 },
        state: {
          ...READY,
          loadTests: [{ at: NOW, volts, amps: 270, celsius: 4, restVolts: 12.7 }],
        },
      });
    const chance = (one: BackBattery) => startOf([one], TODAY, true)!;
    expect(chance(tested(10.6)).health.value).toBeGreaterThan(chance(tested(8.4)).health.value);
    expect(chance(tested(8.4)).chance.value).toBeLessThan(chance(tested(10.6)).chance.value);
    const unsure = { ...chance(aged), chance: { value: 0.8, low: 0.6, high: 0.97 } };
    expect(
      startWorry(unsure, battery({ ...old, state: { ...READY, starts: [] } }).standing),
    ).toMatch(/95 %/);
    expect(startWorry(null, aged.standing)).toBeNull();
    // A joint that takes too much is told until it was cleaned or measured again.
    const drops = { at: NOW, seen: { drops: { 'earth-clamp': 0.4 }, amps: null } };
    const joint = battery({ state: { ...READY, drops } });
    expect(startWorry(chance(joint), joint.standing)).toMatch(
      /Earthed post to clamp.*that much less/,
    );
    const bright = battery({ state: { ...READY, drops, cleanedAt: NOW + 1 } });
    expect(startWorry(chance(bright), bright.standing)).toBeNull();
    const weak = tested(8.4);
    expect(startWorry(chance(weak), weak.standing)).toMatch(/Its tests call it weak/);
    // What nobody tested is not called anything, however old it is.
    const untested = battery({ ...old, state: { ...READY, starts: [] } });
    expect(
      startWorry({ ...chance(untested), chance: unsure.chance }, untested.standing),
    ).not.toMatch(/call it weak/);
  });
});

describe('the words of each walk, read whole', () => {
  /** All that a walk says and orders: its stages, and the steps of their guided work. */
  function textOf(one: BackBattery): string {
    const { stages } = walk([one]);
    return stages
      .flatMap(({ id, label, why }) => {
        const procedure =
          id === 'hand-over'
            ? PROCEDURES['hand-over']
            : STAGES[id].procedure
              ? PROCEDURES[STAGES[id].procedure!]
              : null;
        const steps = procedure ? stepsFor(procedure, one.context) : [];
        return [label, why, ...steps.flatMap((step) => [step.say, step.why, step.caution ?? ''])];
      })
      .join('\n');
  }
  const off = { role: 'starter', negativeOn: false } as const;

  // Common practice: the earthed post off first, on last, whichever it is.
  it('positive earth: the negative clamp on first, the positive last', () => {
    const text = textOf(battery({ vehicle: { ...PLAIN_VEHICLE, earth: 'positive' }, state: off }));
    expect(text).toMatch(/Negative clamp on first[^]*Positive clamp on last/);
    expect(text).not.toMatch(/Negative clamp on last|negative is connected to the body/);
  });

  it('a string: links, no clamp on a body, no starter, and a ready check once', () => {
    const block = (index: number) =>
      battery({
        vehicleKind: 'cart',
        block: { index, of: 3 },
        facts: { nominalVolts: 8, cells: 4, capacityAh: 170 },
        state: { role: 'string', negativeOn: false },
      });
    expect(textOf(block(1))).toMatch(/link of this block on/);
    expect(textOf(block(1))).toMatch(/gauge shows full/);
    expect(textOf(block(1))).not.toMatch(/Crank:|bare metal|connected to the body/);
    expect(textOf(block(2))).not.toMatch(/Ready check/);
  });

  it('a hybrid: the 12 V battery alone, orange cables, and no cranking', () => {
    const text = textOf(
      battery({ vehicleKind: 'hybrid', state: { role: 'auxiliary', negativeOn: false } }),
    );
    expect(text).toMatch(/Only the 12 V battery is yours/);
    expect(text).toMatch(/“ready” shows/);
    expect(text).not.toMatch(/Crank:|Crank it/);
  });

  it('a generator: locked before a hand goes in, and back to automatic at the end', () => {
    const text = textOf(battery({ vehicleKind: 'generator', collectDay: null, state: off }));
    expect(text).toMatch(/Control switch off and locked/);
    expect(text.lastIndexOf('control switch back to automatic')).toBeGreaterThan(
      text.lastIndexOf('Crank:'),
    );
    expect(text).toMatch(/never by bridging its starter/);
  });

  it('none of them promises what nobody knows, or leaves the maker out', () => {
    const six = textOf(battery({ facts: { nominalVolts: 6, cells: 3 }, state: off }));
    expect(six).toMatch(/Full is about 6\.\d\d V[^]*About 7\.00 V is well/);
    expect(six).not.toMatch(/1[24]\.\d V/);
    for (const vehicleKind of ['car', 'motorcycle', 'mower', 'camper', 'quad'] as const) {
      const text = textOf(battery({ vehicleKind, state: off }));
      expect(text).toMatch(/maker/i);
      expect(text).not.toMatch(/undefined|NaN|null/);
    }
  });
});
