import { toDay } from '../day';
import { at, reading, standing } from '../record/record.fixture';
import { chargeForecastOf } from './charge-forecast';
import { dailyHistory } from './daily-history';
import { CHARGING, HELD, UNKNOWN } from './reserve-marks';

describe('a battery through the season', () => {
  const from = toDay('2026-11-01');
  const to = toDay('2027-04-10');
  const kept = standing({
    state: {
      readings: [
        reading('2026-11-02', 12.6),
        reading('2026-12-14', 12.4),
        reading('2026-12-21', 12.64),
        reading('2027-01-07', 12.5),
      ],
    },
  });
  const season = dailyHistory(kept, chargeForecastOf(kept), from, to);
  const on = (day: string) => toDay(day) - from;

  it('is unknown before the first reading, then as recorded', () => {
    expect(season.reserve[0]).toBe(UNKNOWN);
    expect(season.soc[on('2026-12-14')]).toBe(Math.round(chargeForecastOf(kept)!.lineSocPct) + 3);
    expect(season.soc[on('2026-11-23')]!).toBeLessThan(season.soc[on('2026-11-03')]!);
  });

  it('marks the days on charge and begins anew after a full one', () => {
    expect(season.reserve[on('2026-12-19')]).toBe(CHARGING);
    expect(season.soc[on('2026-12-20')]).toBe(100);
  });

  it('counts down one day a day in the forecast and ends at nothing', () => {
    const first = season.reserve[on('2027-01-14')]!;
    expect(season.reserve[on('2027-01-15')]).toBe(first - 1);
    expect(season.reserve[season.reserve.length - 1]).toBe(0);
  });

  it('takes what is on charge now off in the next round, full, and goes on from there', () => {
    const charging = standing({
      state: { readings: [reading('2027-01-07', 12.4)], chargeSince: at('2027-01-11') },
    });
    const days = dailyHistory(charging, chargeForecastOf(charging), from, to);
    expect(days.reserve[on('2027-01-14')]).toBe(CHARGING);
    expect(days.reserve[on('2027-01-18')]).toBe(CHARGING);
    expect(days.soc[on('2027-01-19')]).toBeGreaterThan(95);
    expect(days.reserve[on('2027-01-19')]!).toBeGreaterThan(days.reserve[on('2027-01-29')]!);
  });

  it('holds while a maintainer does', () => {
    const held = standing({
      state: {
        maintainerSince: at('2026-11-05'),
        lamp: { state: 'holding', at: at('2027-01-11') },
      },
    });
    const days = dailyHistory(held, chargeForecastOf(held), from, to);
    expect(days.reserve[on('2027-02-01')]).toBe(HELD);
  });
});
