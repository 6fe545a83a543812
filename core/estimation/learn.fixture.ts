import { MS_PER_DAY } from '../day';
import { UNKNOWN_OFFSET } from './house';
import type { Observation, LearnQuestion } from './observations';

/** A plain flooded battery at 5 °C, full on day 0; readings as [day, volts]. */
export function question({
  readings = [],
  more = [],
  ...rest
}: Partial<Omit<LearnQuestion, 'happenings'>> & {
  readings?: readonly (readonly [day: number, volts: number])[];
  more?: readonly Observation[];
} = {}): LearnQuestion {
  const happenings: Observation[] = [
    { kind: 'full', at: 0 },
    ...readings.map(([day, volts], i): Observation => ({
      kind: 'reading',
      at: day * MS_PER_DAY,
      id: String(i),
      volts,
      celsius: 5,
      restedHours: Math.max(24, day * 24),
    })),
    ...more,
  ];
  happenings.sort((a, b) => a.at - b.at);
  return {
    chemistry: 'flooded',
    cells: 6,
    scale: 'published',
    capacityAh: 60,
    ageYears: 2,
    usualDrawMa: { value: 18, low: 6, high: 45 },
    charges: [],
    connected: true,
    // 5 °C is about a third of the rate at 20 °C.
    factorDays: (from, to) => (0.35 * (to - from)) / MS_PER_DAY,
    now: happenings.at(-1)!.at,
    house: UNKNOWN_OFFSET,
    ...rest,
    happenings,
  };
}
