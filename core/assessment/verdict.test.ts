import fc from 'fast-check';
import { dayName, toDay } from '../day';
import { freezingOfSoc } from '../battery/acid';
import { at, reading, standing } from '../record/record.fixture';
import { judge, judgeReading } from './judge';
import { plain } from '../words/words';

const words = (verdict: { why: readonly Parameters<typeof plain>[0][] }) =>
  verdict.why.map(plain).join(' ');

describe('the verdict on a resting voltage', () => {
  const before = standing({ state: { readings: [reading('2026-12-21', 12.62)] } });

  it('says what it holds, until when, and why', () => {
    const { doubt, verdict } = judgeReading(before, { volts: 12.5 });
    expect(doubt).toBeNull();
    expect(verdict.kind).toBe('recharge-by');
    const { outlook } = verdict;
    expect(outlook!.soc.value).toBeGreaterThan(78);
    expect(outlook!.soc.value).toBeLessThan(88);
    expect(outlook!.reserve.low).toBeLessThan(outlook!.reserve.value);
    expect(outlook!.reserve.value).toBeLessThan(outlook!.reserve.high);
    // Due no later than the line, on a round day (Monday or Thursday), never in the past.
    expect(outlook!.rechargeRound!).toBeLessThanOrEqual(outlook!.lineDay!);
    expect(['Mon', 'Thu']).toContain(verdict.headline.split(' ')[2]);
    const why = words(verdict);
    expect(why).toContain(`${Math.round(outlook!.soc.value)} %`);
    expect(why).toMatch(/Meets your 12\.\d\d V line in about \d+ days \(likely \d+–\d+\)/);
    expect(why).toMatch(/Losing 0\.\d+ % a day/);
    expect(outlook!.freezingCelsius).toBeCloseTo(freezingOfSoc('flooded', outlook!.soc.value)!, 6);
    expect(outlook!.coldest.celsius).toBeCloseTo(-9, 6);
  });

  it('asks for a recharge today at or under the line, even without a loss', () => {
    const { verdict } = judgeReading(before, { volts: 12.3 });
    expect(verdict.kind).toBe('recharge-now');
    expect(verdict.headline).toBe('Recharge today');
    expect(words(verdict)).toContain('under your line of 69 %');
  });

  it('counts the interval between full charges where that comes first', () => {
    const full = standing({
      facts: { capacityAh: 90 },
      state: { negativeOn: false, readings: [reading('2026-12-21', 12.64)] },
    });
    const { verdict } = judgeReading(full, { volts: 12.63 });
    expect(verdict.outlook!.rechargeWhy).toBe('interval');
    expect(words(verdict)).toContain('full charge every 90 days');
    expect(dayName(verdict.outlook!.rechargeDay!)).toBe('2027-03-20');
    // The 20th is a Saturday: the round before it is Thursday the 18th.
    expect(verdict.headline).toBe('Recharge by Thu 18 Mar');
  });

  it('holds until collection where nothing comes before it', () => {
    const soon = standing({
      collectDay: toDay('2027-01-20'),
      facts: { capacityAh: 90 },
      state: { negativeOn: false, readings: [reading('2026-12-21', 12.64)] },
    });
    expect(judgeReading(soon, { volts: 12.63 }).verdict.headline).toBe(
      'Holds until collection, Wed 20 Jan',
    );
  });

  it('marks a reading taken too soon, says from when to read again, and does not count it', () => {
    const charged = standing({
      state: {
        disturbedAt: at('2027-01-14', 7),
        charges: [{ from: at('2027-01-12'), to: at('2027-01-14', 7), full: true }],
        lastFullAt: at('2027-01-14', 7),
      },
    });
    const { verdict } = judgeReading(charged, { volts: 12.9 });
    expect(verdict.kind).toBe('unsettled');
    expect(verdict.headline).toBe('Read again from Thu 14 Jan, 11:00');
    expect(verdict.readAgainAt).toBe(at('2027-01-14', 11));
    // The clock starts from the charge, not from the reading.
    expect(verdict.outlook!.anchor.kind).toBe('full');
    expect(words(verdict)).toContain('does not restart the clock');
  });

  it('is no resting voltage while something feeds the battery', () => {
    const fed = standing({ state: { maintainerSince: at('2026-11-02') } });
    expect(judgeReading(fed, { volts: 13.4 }).verdict.kind).toBe('fed');
    expect(judge(fed).kind).toBe('held');
    const dark = standing({
      state: {
        maintainerSince: at('2026-11-02'),
        lamp: { state: 'dark', at: at('2027-01-11') },
        lastFullAt: at('2027-01-07'),
      },
    });
    expect(judge(dark).kind).not.toBe('held');
  });

  it('looks for a draw where a connected battery loses more than is explained', () => {
    const falling = standing({
      state: {
        readings: [
          reading('2026-12-21', 12.64),
          reading('2026-12-28', 12.5),
          reading('2027-01-07', 12.32),
        ],
      },
    });
    const { verdict } = judgeReading(falling, { volts: 12.19 });
    expect(words(verdict)).toMatch(/where 0\.\d+ % is explained: look for a draw of about \d+ mA/);
  });

  it('looks for a failing cell or a dirty case where a disconnected one does', () => {
    const falling = standing({
      state: {
        negativeOn: false,
        readings: [
          reading('2026-12-21', 12.64),
          reading('2026-12-31', 12.55),
          reading('2027-01-07', 12.49),
        ],
      },
    });
    const { verdict } = judgeReading(falling, { volts: 12.42 });
    expect(words(verdict)).toContain('with the negative off: a failing cell or a dirty case');
  });

  it('does not call a loss explained away by one reading of the wrong battery', () => {
    const swapped = standing({
      state: { readings: [reading('2026-12-21', 12.5), reading('2026-12-31', 12.66)] },
    });
    const { verdict } = judgeReading(swapped, { volts: 12.47, restedHours: 72 });
    expect(verdict.outlook!.loss.now.high).toBeGreaterThan(0.2);
  });

  it('warns of frost, and of what may be frozen', () => {
    const low = standing({ state: { readings: [], charges: [], lastFullAt: null } });
    expect(judgeReading(low, { volts: 11.95 }).verdict.kind).toBe('recharge-now');
    const cold = standing({ state: { readings: [], charges: [], lastFullAt: null } });
    cold.temperatures.low.fill(-19);
    const { verdict } = judgeReading(cold, { volts: 11.7 });
    expect(verdict.kind).toBe('frozen');
    expect(verdict.cautions.join(' ')).toContain('Never charge a frozen battery');
    const near = standing({ state: { readings: [], charges: [], lastFullAt: null } });
    near.temperatures.low.fill(-13);
    expect(words(judgeReading(near, { volts: 12.06 }).verdict)).toContain('could freeze');
  });

  it('says of an over-discharged battery that it is one', () => {
    const { verdict } = judgeReading(standing({ state: { readings: [] } }), { volts: 11.2 });
    expect(words(verdict)).toContain('Over-discharged');
    expect(verdict.outlook!.soc.value).toBeLessThan(0);
  });

  it('knows nothing before anything was read', () => {
    const unread = standing({ state: { readings: [], charges: [], lastFullAt: null } });
    expect(judge(unread).kind).toBe('unread');
    expect(judge(unread).outlook).toBeNull();
  });

  it('never gives more reserve for fewer volts', () => {
    fc.assert(
      // Over 12.63 V it is more than one so long off charge can show: rather another battery's.
      fc.property(fc.integer({ min: 1195, max: 1261 }), (hundredths) => {
        const of = (volts: number) =>
          judgeReading(standing({ state: { readings: [] } }), { volts }).verdict.outlook!.reserve
            .value;
        // A reading that fits worse makes other explanations likelier, and both ways a little.
        expect(of((hundredths + 2) / 100)).toBeGreaterThanOrEqual(0.97 * of(hundredths / 100) - 1);
      }),
    );
  });
});

describe('what is asked about', () => {
  const known = standing({ state: { readings: [reading('2027-01-04', 12.55)] } });
  const kind = (volts: number, more: object = {}, of = known) =>
    judgeReading(of, { volts, ...more }).doubt?.kind ?? null;

  it('a six-volt reading on a twelve-volt battery', () => expect(kind(6.2)).toBe('other-voltage'));
  it('too much for a battery at rest', () => expect(kind(21.5)).toBe('out-of-range'));
  it('a twenty-four-volt one', () => expect(kind(25.1)).toBe('other-voltage'));
  it('a lost decimal point, with what was meant', () => {
    const { doubt } = judgeReading(known, { volts: 1252 });
    expect(doubt).toMatchObject({ kind: 'decimal-point', meant: 12.52 });
    expect(plain(doubt!.question)).toContain('was it 12.52 V?');
  });
  it('nothing at all', () => expect(kind(0.02)).toBe('out-of-range'));
  it('a fall that no loss explains', () => expect(kind(12.02)).toBe('fell'));
  it('a rise without a charge', () => {
    const lower = standing({ state: { readings: [reading('2027-01-04', 12.35)] } });
    expect(kind(12.62, {}, lower)).toBe('rose');
  });
  it('a date before lay-up, and one to come', () => {
    expect(kind(12.5, { at: at('2026-10-30') })).toBe('before-lay-up');
    expect(kind(12.5, { at: at('2027-01-16') })).toBe('in-the-future');
  });
  it('but not an ordinary reading, nor one after a charge', () => {
    expect(kind(12.48)).toBeNull();
    const charged = standing({
      state: {
        readings: [reading('2026-12-10', 12.2)],
        charges: [{ from: at('2026-12-18'), to: at('2026-12-20'), full: true }],
      },
    });
    expect(kind(12.55, {}, charged)).toBeNull();
  });
  it('and never an ordinary reading of another kind of battery', () => {
    const six = standing({ facts: { nominalVolts: 6, cells: 3 }, state: { readings: [] } });
    expect(kind(6.25, {}, six)).toBeNull();
    const lithium = standing({
      facts: { chemistry: 'lfp', nominalVolts: 12.8, cells: 4 },
      state: { readings: [reading('2027-01-04', 13.3)] },
    });
    expect(kind(13.2, {}, lithium)).toBeNull();
  });
});
