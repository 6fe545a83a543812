import fc from 'fast-check';
import { loadTestFloor } from '../battery/load-test';
import { MS_PER_HOUR } from '../day';
import { at, reading, standing } from '../record/record.fixture';
import { judge } from '../assessment/judge';
import { plain } from '../words/words';
import { EMPTY_BATTERY, type BatteryState } from '../logbook/state';
import { jobsToday } from '../plan/due';
import { DEFAULT_RULES } from '../rules/rules';
import { chargeAcceptance } from './charge-acceptance';
import { chargeCourse, slowCauses } from './course';
import { isFlat } from './flat';
import { recoveryOf, type RecoveryQuestion } from './recovery';
import type { ChargerConnection } from '../site/charging-equipment';
import { waterLost } from './water';
import { chargerFaultsOf } from '../connections/charger-faults';

const begun = {
  at: at('2027-01-11'),
  why: 'flat',
  thawedAt: null,
  reconditionedAt: null,
  loadTest: null,
};
const sound = { at: at('2027-01-11', 10), seen: { answers: {}, levels: null, note: '' } };
const charged = { from: at('2027-01-11', 11), to: at('2027-01-12', 9), full: true, ampHours: 24 };

function ladder(state: Partial<BatteryState>, more: Partial<RecoveryQuestion> = {}) {
  return recoveryOf({
    state: {
      ...EMPTY_BATTERY,
      readings: [reading('2027-01-11', 11.7)],
      recovery: begun,
      ...state,
    },
    chemistry: 'flooded',
    cells: 6,
    capacityAh: 22,
    coldCrankingAmps: 200,
    celsius: 12,
    ice: null,
    rules: DEFAULT_RULES,
    now: at('2027-01-14'),
    ...more,
  })!;
}
const states = (recovery: ReturnType<typeof ladder>) =>
  Object.fromEntries(recovery.steps.map(({ id, state }) => [id, state]));

// Common practice: under 12.0 V harm is under way; 10.5 V that stays there is a lost cell.
describe('the recovery ladder', () => {
  it('begins for a flat battery alone, lithium by its own end', () => {
    expect(isFlat('flooded', 6, 11.99)).toBe(true);
    expect(isFlat('flooded', 6, 12.0)).toBe(false);
    expect(isFlat('flooded', 3, 5.98)).toBe(true);
    expect(isFlat('lfp', 4, 12.9)).toBe(false);
    expect(ladder({}).now).toBe('inspect');
  });

  it('thaws first what may be frozen', () => {
    expect(ladder({}, { ice: { freezingCelsius: -9 } }).now).toBe('thaw');
    const thawed = { ...begun, thawedAt: at('2027-01-12') };
    expect(ladder({ recovery: thawed }, { ice: { freezingCelsius: -9 } }).now).toBe('inspect');
  });

  it('goes step by step: inspect, charge, rest, read, load test, keep', () => {
    expect(ladder({ inspection: sound }).now).toBe('charge');
    const after = { inspection: sound, charges: [charged] };
    expect(ladder(after, { now: charged.to + 3 * MS_PER_HOUR }).now).toBe('rest');
    expect(ladder(after, { now: charged.to + 25 * MS_PER_HOUR }).now).toBe('read');
    const holds = {
      ...after,
      readings: [reading('2027-01-11', 11.7), reading('2027-01-13', 12.62)],
    };
    expect(ladder(holds).now).toBe('load-test');
    const floor = loadTestFloor(6, 12);
    const tested = (volts: number) =>
      ladder({
        ...holds,
        recovery: {
          ...begun,
          loadTest: { at: at('2027-01-13', 10), volts, amps: 100, celsius: 12 },
        },
      });
    expect(tested(floor + 0.1)).toMatchObject({ verdict: 'keep', now: null });
    expect(tested(floor - 0.1)).toMatchObject({ verdict: 'replace', now: null });
    // Where no cranking amps are known, its volts decide.
    expect(ladder(holds, { coldCrankingAmps: null }).verdict).toBe('keep');
  });

  it('a reading too soon after the charge does not count', () => {
    const soon = {
      inspection: sound,
      charges: [charged],
      readings: [reading('2027-01-11', 11.7), reading('2027-01-12', 12.9)],
    };
    expect(ladder(soon, { now: charged.to + 3 * MS_PER_HOUR }).now).toBe('rest');
  });

  /** Charged to full, and once more; what it showed a day after each. */
  const twice = (first: number, second: number) => ({
    inspection: sound,
    charges: [charged, { ...charged, from: at('2027-01-13', 11), to: at('2027-01-14', 9) }],
    readings: [
      reading('2027-01-11', 11.7),
      reading('2027-01-13', first),
      reading('2027-01-15', second),
    ],
  });
  const once = (volts: number) => ({
    inspection: sound,
    charges: [charged],
    readings: [reading('2027-01-11', 11.7), reading('2027-01-13', volts)],
  });
  const LATER = { now: at('2027-01-15', 10) };

  // Common practice: flooded under 12.6 V, AGM and gel under 12.75 V at 20 °C a day after a full
  // charge were not full, or are weak; lithium by what the charger put in.
  it.each([
    ['flooded', 6, 12.6],
    ['efb', 6, 12.6],
    ['agm', 6, 12.75],
    ['gel', 6, 12.75],
    ['gel', 3, 6.375],
    ['lfp', 4, 13.3],
  ] as const)(
    '%s of %d cells is near full from %d V on, else it is charged once more',
    (chemistry, cells, mark) => {
      const after = (volts: number, celsius = 20) =>
        ladder(once(volts), { chemistry, cells, celsius });
      expect(after(mark - 0.01)).toMatchObject({ now: 'charge-again', verdict: null });
      expect(after(mark + 0.001).now).toBe(chemistry === 'lfp' ? null : 'load-test');
      // The mark goes with the temperature, as the volts do.
      if (chemistry !== 'lfp') expect(after(mark - 0.002 * cells, 5).now).toBe('load-test');
    },
  );

  it.each([
    ['agm', 6, 12.42],
    ['gel', 6, 12.42],
    ['lfp', 4, 13.1],
  ] as const)(
    '%s at that many volts after one charge holds nothing for certain',
    (chemistry, cells, volts) => {
      expect(ladder(once(volts), { chemistry, cells }).verdict).toBeNull();
    },
  );

  it('three quarters after two charges: the load test decides; never three quarters: spent', () => {
    const agm = { chemistry: 'agm', ...LATER } as const;
    expect(ladder(twice(12.4, 12.66), agm).now).toBe('load-test');
    expect(ladder(twice(12.4, 12.45), agm)).toMatchObject({ now: null, verdict: 'replace' });
    expect(states(ladder(twice(12.4, 12.45), agm)).read).toBe('failed');
    // Where nobody can test it under load, its owner is told what it came up to.
    const leisure = ladder(twice(12.4, 12.66), { ...agm, coldCrankingAmps: null });
    expect(leisure).toMatchObject({ now: null, verdict: 'keep' });
    expect(leisure.why).toMatch(/does not come up to full/);
  });

  it('reconditions once where the chemistry allows, after two charges', () => {
    const low = twice(12.2, 12.25);
    expect(ladder(low, LATER)).toMatchObject({ now: 'recondition', verdict: null });
    const recovery = { ...begun, reconditionedAt: at('2027-01-15', 12) };
    expect(ladder({ ...low, recovery }, { now: at('2027-01-15', 20) }).now).toBe('rest');
    const again = [...low.readings, reading('2027-01-17', 12.25)];
    expect(ladder({ ...low, recovery, readings: again }, { now: at('2027-01-17') })).toMatchObject({
      now: null,
      verdict: 'replace',
    });
  });

  it('lithium that took far less than a flat one lacks holds less than it did', () => {
    const took = (ampHours: number) => {
      const kept = twice(13.4, 13.4);
      const charges = [
        { ...kept.charges[0]!, ampHours },
        { ...kept.charges[1]!, ampHours: 0 },
      ];
      return ladder({ ...kept, charges }, { chemistry: 'lfp', cells: 4, ...LATER });
    };
    expect(took(8).why).toMatch(/took far less/);
    expect(took(20).why).toMatch(/it holds/);
  });

  it('never says keep for fewer volts, and replace for more', () => {
    const rank = { replace: 0, none: 1, keep: 2 };
    fc.assert(
      fc.property(
        fc.constantFrom(...(['flooded', 'efb', 'agm', 'gel'] as const)),
        fc.double({ min: 10, max: 13, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (chemistry, volts, more) => {
          const of = (shown: number) =>
            rank[
              ladder(twice(12.3, shown), { chemistry, coldCrankingAmps: null, ...LATER }).verdict ??
                'none'
            ];
          expect(of(volts + more)).toBeGreaterThanOrEqual(of(volts));
        },
      ),
    );
  });

  it('one cell gone, or a case that is condemned, ends it', () => {
    const gone = {
      inspection: sound,
      charges: [charged],
      readings: [reading('2027-01-11', 11.7), reading('2027-01-13', 10.45)],
    };
    expect(ladder(gone)).toMatchObject({ verdict: 'replace' });
    const split = { at: sound.at, seen: { ...sound.seen, answers: { walls: 'swollen' } } };
    const condemned = ladder({ inspection: split });
    expect(condemned).toMatchObject({ verdict: 'replace', now: null });
    expect(states(condemned).inspect).toBe('failed');
  });

  it('a charge that does not come to its end in twice its time ends it; a short one does not', () => {
    const off = (hours: number) =>
      ladder({
        inspection: sound,
        charges: [
          {
            from: charged.from,
            to: charged.from + hours * MS_PER_HOUR,
            full: false,
            hook: { ...hook, hours: 12 },
          },
        ],
      });
    expect(off(26)).toMatchObject({ verdict: 'replace', now: null });
    expect(states(off(26)).charge).toBe('failed');
    expect(off(20).verdict).toBeNull();
  });

  it('counts what it has cost beside a new one', () => {
    const { spent, newPrice } = ladder({ inspection: sound, charges: [charged] });
    expect(spent.minutes).toBeGreaterThan(5);
    // 24 Ah at about 14 V through a small charger.
    expect(spent.wattHours).toBeGreaterThan(300);
    expect(spent.wattHours).toBeLessThan(480);
    expect(spent.money).toBeLessThan(newPrice);
  });
});

describe('after a charge', () => {
  const taken = (more: Partial<Parameters<typeof chargeAcceptance>[0]> = {}) =>
    chargeAcceptance({
      chemistry: 'flooded',
      capacityAh: 60,
      fromSocPct: { value: 40, low: 33, high: 47 },
      ampHours: 39.6,
      hours: 20,
      drawAmps: 0,
      full: true,
      ...more,
    });

  it('a sound one took what it should, and says its capacity', () => {
    // 36 Ah were missing; times a charge factor of 1.10.
    expect(taken().expectedAh).toBeCloseTo(39.6, 6);
    expect(taken()).toMatchObject({ verdict: 'took' });
    expect(taken().capacityAh!.value).toBeCloseTo(60, 6);
  });

  it('a shrunken one took little; one with a draw on it much', () => {
    expect(taken({ ampHours: 20 }).verdict).toBe('little');
    expect(taken({ ampHours: 60 }).verdict).toBe('much');
    expect(taken({ ampHours: 60, drawAmps: 1 }).verdict).toBe('took');
  });

  it('says nothing of capacity where little was charged, or not to full', () => {
    expect(taken({ fromSocPct: { value: 85, low: 80, high: 90 } }).capacityAh).toBeNull();
    expect(taken({ full: false }).verdict).toBe('unknown');
  });

  it('its range holds the truth when the start is off by as much as is said', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 15, max: 65, noNaN: true }),
        fc.double({ min: -1, max: 1, noNaN: true }),
        fc.double({ min: 20, max: 110, noNaN: true }),
        (soc, off, capacity) => {
          const doubt = 6;
          const { capacityAh } = taken({
            fromSocPct: {
              value: soc + off * doubt,
              low: soc + off * doubt - doubt,
              high: soc + off * doubt + doubt,
            },
            ampHours: (1 - soc / 100) * capacity * 1.1,
          });
          if (!capacityAh) return;
          expect(capacityAh.low).toBeLessThanOrEqual(capacity * 1.02);
          expect(capacityAh.high).toBeGreaterThanOrEqual(capacity * 0.98);
        },
      ),
    );
  });
});

const hook: ChargerConnection = {
  chargerId: 'c',
  channel: 1,
  outletId: null,
  programme: 'normal',
  amps: 1.2,
  absorptionVolts: 14.4,
  floatVolts: 13.5,
  fromSocPct: 70,
  hours: 20,
  ampHours: 20,
};

describe('watching a charger', () => {
  const on = (more: Partial<BatteryState>, hours = 72) =>
    standing({
      state: { maintainerSince: at('2027-01-14') - hours * MS_PER_HOUR, hook, ...more },
    });
  const kinds = (kept: ReturnType<typeof standing>) =>
    chargerFaultsOf(kept, null).map(({ kind }) => kind);
  const lamp = (state: 'charging' | 'holding' | 'dark' | 'fault', hoursAgo = 1) => ({
    state,
    at: at('2027-01-14') - hoursAgo * MS_PER_HOUR,
  });

  it('still charging after twice the expected time is a finding, before that it is not', () => {
    expect(kinds(on({ lamp: lamp('charging') }, 39))).toEqual([]);
    expect(kinds(on({ lamp: lamp('charging') }, 44))).toEqual(['too-long']);
    expect(kinds(on({ lamp: lamp('holding') }, 44))).toEqual([]);
    expect(chargeCourse(hook, 0, 10 * MS_PER_HOUR)).toMatchObject({
      share: 0.5,
      expects: 'charging',
    });
  });

  it('names the likeliest cause first', () => {
    const first = (more: object) =>
      slowCauses({ hook, drawAmps: 0, suits: true, old: false, ...more })[0];
    expect(first({ suits: false })).toMatch(/wrong programme/);
    expect(first({ drawAmps: 0.9 })).toMatch(/draws/);
    expect(first({ old: true })).toMatch(/weak battery/);
  });

  it('a dark lamp asks for outlet, switch, fuse, clamp, in this order', () => {
    const found = chargerFaultsOf(on({ lamp: lamp('dark') }), null).find(
      ({ kind }) => kind === 'dark',
    )!;
    expect(found.look.map((look) => look.split(':')[0])).toEqual([
      'Outlet',
      'Switch',
      'Fuse',
      'Clamp',
    ]);
  });

  it('holding much too early looks like a battery that takes nothing', () => {
    expect(kinds(on({ lamp: lamp('holding', 70) }))).toEqual(['too-short']);
  });

  it('a charger that fell silent: found, a job of the round, and the battery counts as unheld', () => {
    const quiet = { ...on({ lamp: lamp('holding', 50) }), silentSince: at('2027-01-12', 15) };
    expect(kinds(quiet)).toEqual(['silent']);
    expect(jobsToday(quiet, null)).toContainEqual({ kind: 'lamp', done: false });
    expect(judge(quiet).kind).not.toBe('held');
    expect(judge(quiet).why.map(plain).join(' ')).toMatch(/fallen silent/);
    // Somebody has looked since.
    const seen = { ...quiet, state: { ...quiet.state, lamp: lamp('holding', 2) } };
    expect(kinds(seen)).toEqual([]);
    expect(judge(seen).kind).toBe('held');
  });

  it('after a power cut the mode of every charger is a job, until it was looked at', () => {
    const cut = { ...on({ lamp: lamp('holding') }), powerCutAt: at('2027-01-13') };
    expect(kinds(cut)).toEqual(['mode']);
    expect(jobsToday(cut, null)).toContainEqual({ kind: 'mode', done: false });
    const seen = { ...cut, state: { ...cut.state, modeSeenAt: at('2027-01-14') } };
    expect(kinds(seen)).toEqual([]);
    expect(jobsToday(seen, null)).toContainEqual({ kind: 'mode', done: true });
    // Hooked up after the cut, it was looked at then.
    expect(kinds({ ...on({}, 2), powerCutAt: at('2027-01-13') })).toEqual([]);
  });
});

describe('water', () => {
  const lost = (addedMl: number[], more: object = {}) =>
    waterLost({
      chemistry: 'flooded',
      cells: 6,
      capacityAh: 60,
      days: 60,
      maintainedDays: 0,
      chargedAh: 60,
      addedMl,
      ...more,
    });

  it('a little in each cell is as expected; far more is overcharge; one cell is a finding', () => {
    expect(lost([4, 5, 4, 4, 5, 4]).finding).toBe('as-expected');
    expect(lost([60, 55, 58, 60, 62, 57]).finding).toBe('overcharged');
    expect(lost([4, 4, 40, 4, 4, 4])).toMatchObject({ finding: 'one-cell', cell: 3 });
    expect(lost([0, 0, 0, 0, 0, 0]).finding).toBe('nothing-used');
  });

  // Faraday: 0.336 g for each ampere-hour beyond full and cell.
  it('more charge and more float account for more water', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 500, noNaN: true }),
        fc.double({ min: 0, max: 120, noNaN: true }),
        (chargedAh, maintainedDays) => {
          const a = lost([1], { cells: 1, chargedAh, maintainedDays }).expectedMl;
          const b = lost([1], {
            cells: 1,
            chargedAh: chargedAh + 10,
            maintainedDays: maintainedDays + 5,
          }).expectedMl;
          expect(b.low).toBeGreaterThan(a.low);
          expect(b.high).toBeGreaterThan(a.high);
        },
      ),
    );
  });
});

// Battery Council International, load test table (from memory): °F to volts of a 12 V battery.
it.each([
  [70, 9.6],
  [60, 9.5],
  [50, 9.4],
  [40, 9.3],
  [30, 9.1],
  [20, 8.9],
  [10, 8.7],
  [0, 8.5],
])('the load test at %d °F asks at least %d V', (fahrenheit, volts) => {
  expect(loadTestFloor(6, ((fahrenheit - 32) * 5) / 9)).toBeCloseTo(volts, 2);
});
