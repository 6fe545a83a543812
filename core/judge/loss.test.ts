import fc from 'fast-check';
import { linearRegression } from 'simple-statistics';
import { MS_PER_DAY } from '../day';
import { voltsOfSoc } from '../battery/state-of-charge';
import {
  expectedSelfDischarge,
  judgeLoss,
  meanFactorOver,
  pooledSlope,
  type LossQuestion,
  type LossReading,
} from './loss';

const CELSIUS = 5;
const at = { chemistry: 'flooded', cells: 6, scale: 'published', celsius: CELSIUS } as const;

/** Readings of a battery that falls evenly by so many percent a day, taken once a week. */
function readings(
  pctPerDay: number,
  weeks: number,
  more: Partial<LossReading> = {},
): LossReading[] {
  return Array.from({ length: weeks + 1 }, (_, week) => ({
    at: week * 7 * MS_PER_DAY,
    volts: voltsOfSoc({ ...at, socPct: 95 - pctPerDay * week * 7 }),
    celsius: CELSIUS,
    restedHours: 100,
    segment: 0,
    ...more,
  }));
}

function ask(list: readonly LossReading[], more: Partial<LossQuestion> = {}) {
  return judgeLoss({
    ...at,
    capacityAh: 60,
    connected: true,
    expected: {
      drawMa: { value: 10, low: 5, high: 20 },
      drawMeasured: false,
      selfPctPerMonthAt20C: { value: 4, low: 2, high: 6 },
    },
    readings: list,
    meanFactor: () => 0.4,
    now: list.length ? list[list.length - 1]!.at : 0,
    ...more,
  });
}

describe('a pooled slope', () => {
  it('is the ordinary one for one group of equal weights', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.double({ min: -50, max: 50, noNaN: true }),
            fc.double({ min: -50, max: 50, noNaN: true }),
          ),
          { minLength: 3, maxLength: 20 },
        ),
        (points) => {
          fc.pre(new Set(points.map(([x]) => Math.round(x))).size > 2);
          const own = pooledSlope([points.map(([x, y]) => [x, y, 1])])!;
          expect(own.value).toBeCloseTo(linearRegression(points).m, 6);
        },
      ),
    );
  });

  it('ignores the level of each group', () => {
    const group = (level: number) => [0, 3, 9].map((x) => [x, level - 0.5 * x, 1] as const);
    expect(pooledSlope([group(90), group(100), group(71)])!.value).toBeCloseTo(-0.5, 9);
  });

  it('is none where nothing moves in x', () => {
    expect(pooledSlope([[[1, 5, 1]], [[4, 2, 1]]])).toBeNull();
    expect(pooledSlope([])).toBeNull();
  });
});

describe('the judged loss', () => {
  it('is the explained one before readings have spoken', () => {
    const answer = ask([]);
    expect(answer.observed).toBeNull();
    // 10 mA of 60 Ah are 0.4 % a day; 4 % in 30 days at a factor of 0.4 are 0.053 %.
    expect(answer.now.value).toBeCloseTo(0.453, 3);
    expect(answer.now).toEqual(answer.explained);
    expect(ask(readings(2, 0)).observed).toBeNull();
  });

  it('moves toward the readings as they grow, and its doubt shrinks', () => {
    const few = ask(readings(0.9, 1));
    const many = ask(readings(0.9, 6));
    expect(Math.abs(many.now.value - 0.9)).toBeLessThan(Math.abs(few.now.value - 0.9));
    expect(many.now.value).toBeCloseTo(0.9, 1);
    expect(many.now.high - many.now.low).toBeLessThan(few.now.high - few.now.low);
    expect(many.observed).toBeCloseTo(0.9, 2);
  });

  it('holds the true loss in its range over what batteries do', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.15, max: 2, noNaN: true }), (pctPerDay) => {
        const { now } = ask(readings(pctPerDay, 5));
        expect(now.low).toBeLessThanOrEqual(pctPerDay);
        expect(now.high).toBeGreaterThanOrEqual(pctPerDay);
      }),
    );
  });

  it('is deaf to an offset that all readings share', () => {
    const shifted = readings(0.8, 5).map((one) => ({ ...one, volts: one.volts + 0.03 }));
    expect(ask(shifted).now.value).toBeCloseTo(ask(readings(0.8, 5)).now.value, 1);
  });

  it('lets a large excess through, and a rise not', () => {
    expect(ask(readings(3, 3)).now.value).toBeGreaterThan(2.7);
    const rising = readings(-0.5, 3);
    expect(ask(rising).now.value).toBeGreaterThanOrEqual(0);
  });

  it('counts readings of earlier charges less, since what draws may have changed', () => {
    const old = readings(0.3, 3);
    const fresh = readings(1.2, 3).map((one) => ({
      ...one,
      at: one.at + 30 * MS_PER_DAY,
      segment: 3,
    }));
    const { now } = ask([...old, ...fresh]);
    expect(now.value).toBeGreaterThan(0.95);
  });

  it('has no draw while the negative is off', () => {
    const answer = ask([], { connected: false });
    expect(answer.drawPctPerDay).toBe(0);
    expect(answer.now.value).toBeCloseTo(0.053, 3);
  });

  it('hears nothing from a chemistry whose voltage is flat', () => {
    const lithium = ask(readings(1, 4), { chemistry: 'lfp', cells: 4, scale: 'lfp' });
    expect(lithium.observed).toBeNull();
    expect(lithium.now).toEqual(lithium.explained);
  });

  it('distrusts readings that hardly rested', () => {
    const rested = ask(readings(0.9, 3));
    const hasty = ask(readings(0.9, 3, { restedHours: 4 }));
    expect(hasty.now.high - hasty.now.low).toBeGreaterThan(rested.now.high - rested.now.low);
  });
});

describe('what is expected', () => {
  it('is more of an old battery, and of one whose age nobody knows', () => {
    const young = expectedSelfDischarge('agm', 1);
    expect(young).toEqual({ value: 2, low: 1, high: 3 });
    expect(expectedSelfDischarge('agm', 8).value).toBeGreaterThan(young.value);
    expect(expectedSelfDischarge('agm', null).value).toBe(expectedSelfDischarge('agm', 5).value);
  });

  it('means factors over days by their sums, kept within the record', () => {
    const temperatures = { firstDay: 10, sums: Float64Array.from([0, 1, 3, 6]) };
    const mean = meanFactorOver(temperatures, (day) => day);
    expect(mean(10, 12)).toBe(2);
    expect(mean(11, 11)).toBe(2);
    expect(mean(0, 99)).toBe(2);
  });
});
