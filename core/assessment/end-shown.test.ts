import { roundFor } from '../rules/rounds';
import type { BatteryState } from '../logbook/state';
import { judge } from './judge';
import { at, falling, full, reading, standing } from '../record/record.fixture';
import { today } from '../record/battery-record';
import { lossOf } from '../record/loss';
import { chargeForecastOf } from './charge-forecast';
import { endShown, isConfirmed, wantsConfirmingCharge } from './end-shown';

/** A leisure battery, off its vehicle, that reads low days after full charges. */
const low = (
  fulls: readonly string[],
  readings: readonly [day: string, volts: number][],
  more: Partial<BatteryState> = {},
) =>
  standing({
    facts: { fittedYear: 2025 },
    state: {
      role: 'leisure',
      negativeOn: false,
      connections: [{ at: at('2026-11-01'), on: false }],
      charges: fulls.map(full),
      lastFullAt: at(fulls.at(-1)!),
      readings: readings.map(([day, volts]) => reading(day, volts)),
      ...more,
    },
  });
const why = (one: ReturnType<typeof low>) => chargeForecastOf(one)?.rechargeWhy;
const ONCE = low(['2026-12-21'], [['2026-12-24', 12.4]]);

describe('the end that readings show after one charge', () => {
  it('is confirmed by a second full charge in the next round, and it is said why', () => {
    expect(endShown(ONCE)!.chance).toBeGreaterThan(0.85);
    expect(isConfirmed(ONCE)).toBe(false);
    const outlook = chargeForecastOf(ONCE)!;
    expect(outlook).toMatchObject({
      rechargeWhy: 'confirm',
      rechargeRound: roundFor(ONCE.rules, today(ONCE), today(ONCE)),
    });
    expect(JSON.stringify(judge(ONCE).why)).toContain(
      'A second full charge, on another charger where there is one',
    );
    // Where it is under its line it is charged for that; what it is to confirm is said all the same.
    const under = low(['2026-12-21'], [['2026-12-24', 12.3]]);
    expect(chargeForecastOf(under)).toMatchObject({ rechargeWhy: 'line', confirms: true });
  });

  it('waits until what the last charge came to has been read, and is no third one', () => {
    expect(why(low(['2026-12-21'], [['2026-12-16', 12.4]]))).not.toBe('confirm');
    expect(
      why(
        low(
          ['2026-11-21', '2026-12-21'],
          [
            ['2026-11-24', 12.4],
            ['2026-12-24', 12.4],
          ],
        ),
      ),
    ).not.toBe('confirm');
    // Charges that nobody called full end it as well: otherwise it would be charged for ever.
    const parts = ['2026-11-21', '2026-12-01', '2026-12-11'].map((day) => ({
      ...full(day),
      full: false,
    }));
    const charges = [full('2026-11-11'), ...parts];
    expect(why(low(['2026-11-11'], [['2026-12-24', 12.4]], { charges }))).not.toBe('confirm');
  });

  it('leaves a starter battery to the load test, which is less work, until that was made', () => {
    const starter = { role: 'starter' } as const;
    const weak = low(['2026-12-21'], [['2026-12-24', 12.4]], starter);
    expect(wantsConfirmingCharge(weak, 80)).toBe(false);
    // Too low for one, it is charged once more; so it is where the house tests nothing.
    expect(wantsConfirmingCharge(weak, 70)).toBe(true);
    expect(why(weak)).toBe('confirm');
    const never = { ...weak.rules, loadTestBefore: 'never' as const };
    expect(wantsConfirmingCharge({ ...weak, rules: never }, 80)).toBe(true);
    // It passed one, and its readings still say so.
    const loadTests = [
      { at: at('2026-12-28'), volts: 10.9, amps: 270, celsius: 15, restVolts: 12.4 },
    ];
    const passed = low(['2026-12-21'], [['2026-12-24', 12.4]], { ...starter, loadTests });
    expect(wantsConfirmingCharge(passed, 80)).toBe((endShown(passed)?.chance ?? 0) > 0.85);
  });

  it('asks nothing of one that comes up, hangs on a charger, is condemned, or of lithium', () => {
    expect(why(low(['2026-12-21'], [['2026-12-24', 12.7]]))).not.toBe('confirm');
    const on = low(['2026-12-21'], [['2026-12-24', 12.4]], { chargeSince: at('2026-12-28') });
    expect(why(on)).toBeNull();
    const inspection = {
      at: at('2026-12-26'),
      seen: { answers: { case: 'cracked' as const }, levels: null, note: '' },
    };
    expect(why(low(['2026-12-21'], [['2026-12-24', 12.4]], { inspection }))).toBeNull();
    const lithium = standing({
      facts: { chemistry: 'lfp', fittedYear: 2025, cells: 4, nominalVolts: 12.8 },
      state: ONCE.state,
    });
    expect(why(lithium)).not.toBe('confirm');
  });
});

describe('a loss that would be its own', () => {
  it('is confirmed off its vehicle, where a charge says nothing of it', () => {
    expect(endShown(falling(false))?.kind).toBe('loses-faster-disconnected');
    expect(isConfirmed(falling(false))).toBe(true);
    expect(wantsConfirmingCharge(falling(false), 60)).toBe(false);
  });

  it('on its vehicle may be something that wakes, however often its draw is measured asleep', () => {
    for (const measured of [[], ['2026-12-05'], ['2026-12-05', '2026-12-14', '2027-01-04']]) {
      const on = falling(true, ...measured);
      expect(lossOf(on).findings[0]?.kind).toBe('loses-faster-connected');
      expect(endShown(on)).toBeNull();
      expect(wantsConfirmingCharge(on, 60)).toBe(false);
    }
  });
});
