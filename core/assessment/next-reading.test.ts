import { toDay } from '../day';
import { at, full, reading, standing } from '../record/record.fixture';
import type { BatteryRecord } from '../record/battery-record';
import { DEFAULT_RULES, type Rules } from '../rules/rules';
import type { BatteryState } from '../logbook/state';
import { chargeForecastOf } from './charge-forecast';

const LAST = '2027-01-11';
/** Days from its last reading to the next one. */
function days(
  state: Partial<BatteryState>,
  rules: Partial<Rules> = {},
  more: Partial<Pick<BatteryRecord, 'collectDay'>> = {},
): number {
  const kept = standing({
    ...more,
    rules: { ...DEFAULT_RULES, ...rules },
    state: { negativeOn: false, connections: [{ at: at('2026-11-01'), on: false }], ...state },
  });
  return chargeForecastOf(kept)!.nextReadingDay - toDay(LAST);
}
/** As a sound one of its kind stands three weeks after a full charge, off its vehicle. */
const SOUND = [reading('2026-12-28', 12.76), reading(LAST, 12.74)];

describe('the next reading, by need', () => {
  it('waits twice as long where nothing can be left on and its readings are sound', () => {
    expect(days({ readings: SOUND })).toBe(60);
    expect(days({ readings: SOUND }, { readingDays: 14, oldReadingDays: 14 })).toBe(28);
    expect(days({ readings: SOUND }, { readBy: 'calendar' })).toBe(30);
    expect(days({ readings: SOUND }, { leaveAlone: 'four-weeks' })).toBe(28);
  });

  it('waits no longer than a month while its vehicle can draw on it', () => {
    expect(days({ readings: SOUND, negativeOn: true, connections: [], drawMa: 5 })).toBe(30);
  });

  it('nor where it must start on any day', () => {
    expect(days({ readings: SOUND }, {}, { collectDay: null })).toBe(30);
  });

  it('nor before two readings, a week apart, have shown what it loses by itself', () => {
    expect(days({ readings: SOUND.slice(1) })).toBe(30);
    expect(days({ readings: [reading('2027-01-07', 12.75), SOUND[1]!] })).toBe(30);
    // Those of an earlier stay tell nothing of how it stands here.
    const earlier = [reading('2026-10-20', 12.8), SOUND[1]!];
    expect(days({ readings: earlier })).toBe(30);
  });

  it('nor where a cell may leak, or its plates may not come up', () => {
    const leaks = [reading('2026-12-24', 12.7), reading('2027-01-02', 12.5), reading(LAST, 12.3)];
    expect(days({ readings: leaks })).toBeLessThanOrEqual(30);
    const low = [reading('2026-12-24', 12.5), reading(LAST, 12.48)];
    expect(days({ readings: low })).toBeLessThanOrEqual(30);
  });

  it('after a first charge comes within ten days, in the round that suits, and after the next ones by need', () => {
    const charged = (readings: BatteryState['readings']) =>
      standing({
        now: at('2027-01-12'),
        state: {
          negativeOn: false,
          connections: [{ at: at('2026-11-01'), on: false }],
          charges: [full('2026-12-20'), full(LAST)],
          lastFullAt: at(LAST),
          readings,
        },
      });
    const next = (kept: ReturnType<typeof charged>) => chargeForecastOf(kept)!.nextReadingDay;
    expect(next(charged([]))).toBe(toDay(LAST) + 10);
    // Once it has been read after a charge, it has shown that it comes up.
    expect(next(charged([SOUND[0]!]))).toBeGreaterThanOrEqual(toDay(LAST) + 30);
  });
});
