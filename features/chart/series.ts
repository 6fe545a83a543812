import { MS_PER_DAY, instantAt, type Day } from '../../core/day';
import { monotoneCurve } from '../../core/curve';
import { voltsOfSoc } from '../../core/battery/state-of-charge';
import { isSettled, onScale } from '../../core/record/settled';
import type { ChargeForecast } from '../../core/assessment/charge-forecast';
import { hallMean, today, type BatteryRecord } from '../../core/record/battery-record';
import { drawnDays, type SocCourse } from './drawn';

export interface ChartPoint {
  /** Days since 1970, with fraction. */
  readonly x: number;
  readonly y: number;
}

/** A battery's readings and forecast in volts, ready to be drawn. */
export interface ChartSeries {
  readonly settled: readonly ChartPoint[];
  readonly unsettled: readonly ChartPoint[];
  readonly likely: readonly ChartPoint[];
  readonly low: readonly ChartPoint[];
  readonly high: readonly ChartPoint[];
  readonly lineVolts: number;
  readonly today: number;
  readonly from: number;
  readonly to: number;
}

/** Volts at rest of the record and of the charge foreseen as it is drawn, on the chosen scale. */
export function chartSeries(
  standing: BatteryRecord,
  outlook: ChargeForecast | null,
  course: SocCourse | null,
): ChartSeries {
  const { facts, rules, temperatures, state, timeZone } = standing;
  const now = today(standing);
  const volts = (socPct: number, celsius: number) =>
    voltsOfSoc({ ...onScale(standing, celsius), socPct });
  const dayAt = (at: number) => dayWithFraction(at, timeZone);
  const points = (settled: boolean) =>
    state.readings
      .filter((reading) => isSettled(reading, standing) === settled)
      .map((reading) => ({ x: dayAt(reading.at), y: reading.volts }));
  const days = drawnDays(standing, outlook);
  const curve = (series: keyof Omit<SocCourse, 'days'>): ChartPoint[] => {
    if (!course) return [];
    const soc = monotoneCurve(course.days.map((at, i) => [at, course[series][i]!]));
    return Array.from({ length: course.days.at(-1)! + 1 }, (_, i) => ({
      x: dayAt(standing.now) + i,
      y: volts(soc.at(i), hallMean(temperatures, now + i)),
    }));
  };
  const first = Math.min(
    ...state.readings.map((reading) => dayAt(reading.at)),
    standing.laidUpAt === null ? now - 14 : dayAt(standing.laidUpAt),
  );
  return {
    settled: points(true),
    unsettled: points(false),
    likely: curve('likely'),
    low: curve('low'),
    high: curve('high'),
    lineVolts: volts(rules.lineSocPct[facts.chemistry], hallMean(temperatures, now)),
    today: dayAt(standing.now),
    from: first - 1,
    to: Math.max(now + days, now + 7),
  };
}

function dayWithFraction(at: number, timeZone: string): number {
  const day: Day = Math.floor(at / MS_PER_DAY);
  const midnight = instantAt(day, 0, 0, timeZone);
  return day + (at - midnight) / MS_PER_DAY;
}
