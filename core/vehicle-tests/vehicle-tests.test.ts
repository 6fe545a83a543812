import fc from 'fast-check';
import { LOAD_TEST_FROM_PCT } from '../battery/load-test';
import { judgeCharging, type ChargingSchool, type ChargingSeen } from './charging-test';
import { crankFloor, judgeCrank, type CrankSeen } from './crank-test';
import { startsIn } from './crank-trace';
import { judgeHeadlamps } from './headlamps';
import { holdsLoad, judgeLoad } from './load-test';
import { powerShare } from './power-share';
import { JOINT_IDS, judgeDrops, type DropsSeen } from './voltage-drop';

const crank = (seen: Partial<CrankSeen>, socPct: number | null = 95) =>
  judgeCrank({
    seen: {
      sound: 'normal',
      ran: true,
      restVolts: 12.65,
      leastVolts: 10.4,
      seconds: 1.2,
      amps: null,
      celsius: 20,
      ...seen,
    },
    cells: 6,
    socPct,
    ratedAmps: 540,
    askedAmps: 140,
    isLead: true,
  });

describe('cranking', () => {
  // Common practice: the plateau is not under about 9.6 V at 20 °C; less when colder.
  it('is held against the floor of its temperature', () => {
    expect(crankFloor(6, 20)).toBeCloseTo(9.6, 1);
    expect(crankFloor(3, 20)).toBeCloseTo(4.8, 1);
    expect(crank({ leastVolts: 9.7 }).isWell).toBe(true);
    expect(crank({ leastVolts: 9.3 }).found).toBe('battery');
    expect(crank({ leastVolts: 9.3, celsius: -5 }).isWell).toBe(true);
  });

  // Common practice: slow says low charge first.
  it('slow, clicks and silent are words with an order: charge, joints, battery, starter', () => {
    expect(crank({ sound: 'slow', leastVolts: 9.2 }, 50).found).toBe('charge-first');
    expect(crank({ sound: 'slow', leastVolts: 11.2 }).found).toBe('connections');
    expect(crank({ sound: 'slow', leastVolts: 9.2 }).found).toBe('battery');
    expect(crank({ sound: 'clicks', leastVolts: 12.3, ran: false }).found).toBe('connections');
    expect(crank({ sound: 'clicks', leastVolts: 7, ran: false }).found).toBe('battery');
    expect(crank({ sound: 'silent', leastVolts: 12.6, ran: false }).found).toBe('circuit');
    expect(crank({ sound: 'silent', leastVolts: 11, ran: false }).found).toBe('starter');
    expect(crank({ sound: 'slow', leastVolts: null }).found).toBe('unclear');
  });

  it('tells more of the battery with a clamp meter, and nothing where it did not turn', () => {
    const guessed = crank({}).health!;
    const measured = crank({ amps: 140 }).health!;
    expect(measured.share).toBeCloseTo(guessed.share, 9);
    expect(measured.sd).toBeLessThan(guessed.sd);
    expect(crank({ sound: 'clicks', leastVolts: 7 }).health).toBeNull();
    expect(crank({}, null).health).toBeNull();
  });
});

describe('a start in a log', () => {
  const log = (rate: number, volts: (t: number) => number, seconds = 6) => {
    const n = Math.round(seconds * rate);
    return {
      seconds: Array.from({ length: n }, (_, i) => i / rate),
      volts: Array.from({ length: n }, (_, i) => volts(i / rate)),
    };
  };
  const start = (t: number) =>
    t < 1
      ? 12.6
      : t < 1.1
        ? 8.9
        : t < 2.4
          ? 10.2 + 0.2 * Math.sin(40 * t)
          : Math.min(14.1, 12.8 + t - 2.4);

  it('gives rest, dip, plateau, length and recovery', () => {
    const answer = startsIn(log(20, start), 6);
    if (!answer.ok) throw new Error(answer.why);
    const [one, ...others] = answer.starts;
    expect(others).toEqual([]);
    expect(one!.restVolts).toBeCloseTo(12.6, 2);
    expect(one!.dipVolts).toBeCloseTo(8.9, 2);
    expect(Math.abs(one!.leastVolts - 10.2)).toBeLessThan(0.2);
    expect(Math.abs(one!.seconds - 1.4)).toBeLessThan(0.15);
    expect(one!.ran).toBe(true);
  });

  it('tells several starts apart, and says what a log lacks', () => {
    const twice = startsIn(
      log(20, (t) => (t < 3 ? start(t) : start(t - 3)), 9),
      6,
    );
    expect(twice.ok && twice.starts).toHaveLength(2);
    expect(startsIn(log(4, start), 6)).toMatchObject({
      ok: false,
      why: expect.stringMatching(/Ten samples/),
    });
    expect(
      startsIn(
        log(20, () => 12.6),
        6,
      ),
    ).toMatchObject({ ok: false });
    expect(startsIn({ seconds: [0], volts: [12] }, 6)).toMatchObject({ ok: false });
  });
});

describe('the load test', () => {
  // Battery Council International, load test table (from memory).
  it.each([
    [21.1, 9.6],
    [15.6, 9.5],
    [10, 9.4],
    [4.4, 9.3],
    [-1.1, 9.1],
    [-6.7, 8.9],
    [-12.2, 8.7],
    [-17.8, 8.5],
  ])('at %d °C the floor is %d V', (celsius, volts) => {
    expect(holdsLoad(volts + 0.02, 6, celsius)).toBe(true);
    expect(holdsLoad(volts - 0.02, 6, celsius)).toBe(false);
  });

  const load = (volts: number, more: object = {}) =>
    judgeLoad({
      cells: 6,
      volts,
      amps: 270,
      celsius: 21,
      restVolts: 12.65,
      socPct: 98,
      ratedAmps: 540,
      ...more,
    });

  it('finds a weak one before it fails', () => {
    expect(load(10.9).found).toBe('well');
    expect(load(10.2).found).toBe('weak');
    expect(load(9.5).found).toBe('fails');
    expect(load(10.2, { restVolts: null }).found).toBe('well');
  });

  it('says nothing of one that is not charged enough', () => {
    const answer = load(9, { socPct: LOAD_TEST_FROM_PCT - 1 });
    expect(answer).toMatchObject({ found: 'charge-first', health: null });
  });

  it('less volts under the same load never show more power', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 7, max: 11.5, noNaN: true }),
        fc.double({ min: 0, max: 2, noNaN: true }),
        fc.double({ min: -15, max: 25, noNaN: true }),
        (volts, less, celsius) => {
          const share = (loadedVolts: number) =>
            powerShare({
              cells: 6,
              restVolts: 12.6,
              loadedVolts,
              amps: 200,
              celsius,
              ratedAmps: 500,
              socPct: 95,
            });
          expect(share(volts - less)!).toBeLessThanOrEqual(share(volts)! + 1e-9);
        },
      ),
    );
  });
});

describe('the charging system', () => {
  const charging = (
    seen: Partial<ChargingSeen>,
    school: ChargingSchool = 'usual',
    isSmall = false,
  ) =>
    judgeCharging({
      seen: {
        idleVolts: 14.2,
        raisedVolts: 14.3,
        loadedVolts: 13.9,
        rippleVolts: 0.1,
        restVolts: 12.6,
        ...seen,
      },
      nominalVolts: 12,
      school,
      isSmall,
    }).found;

  // Common practice: about 14 V at idle is well; far off is a fault.
  it('about 14 V is well; much more or much less is a fault', () => {
    expect(charging({})).toBe('well');
    expect(charging({ idleVolts: 15.6, raisedVolts: 15.9 })).toBe('regulator');
    expect(charging({ idleVolts: 12.5, raisedVolts: 12.6, loadedVolts: 12.1 })).toBe(
      'not-charging',
    );
    expect(charging({ rippleVolts: 0.8 })).toBe('diode');
    expect(charging({ loadedVolts: 12.7 })).toBe('belt');
  });

  // Common practice: a regulated modern one stands at 12.8–15.0 V, by load.
  it('a regulated one is not called faulty for 12.8 V at a full battery', () => {
    const low = { idleVolts: 12.8, raisedVolts: 12.8, loadedVolts: null };
    expect(charging(low, 'regulated')).toBe('raise-revs');
    expect(charging({ ...low, loadedVolts: 13.6 }, 'regulated')).toBe('well');
  });

  it('a small engine is judged at raised revs, and its rectifier is named', () => {
    const idle = { idleVolts: 12.7, raisedVolts: null, loadedVolts: null };
    expect(charging(idle, 'usual', true)).toBe('raise-revs');
    expect(charging({ ...idle, raisedVolts: 14.1 }, 'usual', true)).toBe('well');
    expect(charging({ ...idle, raisedVolts: 12.7 }, 'usual', true)).toBe('rectifier');
  });
});

describe('voltage drop', () => {
  const drops = (seen: DropsSeen['drops'], amps: number | null = null, nominalVolts = 12) =>
    judgeDrops({ seen: { drops: seen, amps }, nominalVolts });

  // Common practice, cranking: 0.1 V a joint, 0.2 V a cable or the earth side, 0.5 V in all.
  it('names the joint that takes the most beyond its share', () => {
    expect(drops({ 'live-clamp': 0.08, 'earth-cable': 0.15 }).worst).toBeNull();
    const bad = drops({ 'live-clamp': 0.35, 'live-cable': 0.25, 'starter-circuit': 0.8 }, 140);
    expect(bad.worst).toBe('live-clamp');
    expect(bad.joints[0]!.milliohms).toBeCloseTo(2.5, 9);
    expect(bad.say[0]).toMatch(/0\.35 V, at most 0\.10 V; that is 2\.5 mΩ/);
    expect(drops({ 'starter-circuit': 0.8 })).toMatchObject({
      worst: null,
      say: [expect.stringMatching(/0\.80/), 'Measure it joint by joint.'],
    });
  });

  it('halves its limits for 6 V', () => {
    expect(drops({ 'live-clamp': 0.08 }, null, 6).worst).toBe('live-clamp');
  });

  it('whatever is named is over its limit, and no joint within its limit is', () => {
    fc.assert(
      fc.property(
        fc.dictionary(fc.constantFrom(...JOINT_IDS), fc.double({ min: 0, max: 2, noNaN: true })),
        (seen) => {
          const { worst, joints } = drops(seen);
          const isBad = new Map(joints.map((one) => [one.joint, one.isBad]));
          if (worst) expect(isBad.get(worst)).toBe(true);
          else
            for (const { joint, isBad: bad } of joints)
              if (bad) expect(joint).toBe('starter-circuit');
        },
      ),
    );
  });
});

// Common practice: dim before the start and bright after it: low; equal: probably well.
test('headlamps tell a low battery, and only with filaments', () => {
  const seen = { lamps: 'filament', before: 'dim', running: 'much-brighter' } as const;
  expect(judgeHeadlamps(seen).found).toBe('low');
  expect(judgeHeadlamps({ ...seen, before: 'bright', running: 'same' }).found).toBe('well');
  expect(judgeHeadlamps({ ...seen, lamps: 'other' }).found).toBe('unclear');
});
