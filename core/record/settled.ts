import { MS_PER_DAY, MS_PER_HOUR } from '../day';
import type { OnScale } from '../battery/state-of-charge';
import type { RecordedReading } from '../logbook/state';
import type { BatteryRecord } from './battery-record';

/** Whether a reading was taken at rest for as long as the house rule asks. */
export function isSettled(
  reading: RecordedReading,
  standing: Pick<BatteryRecord, 'rules' | 'laidUpAt'>,
): boolean {
  return !reading.fed && restOf(reading, standing) >= standing.rules.restHours;
}

/** Hours of rest; where the logbook knows of no charge or load, counted from lay-up. */
export function restOf(
  reading: RecordedReading,
  standing: Pick<BatteryRecord, 'laidUpAt'>,
): number {
  if (reading.restedHours !== null) return reading.restedHours;
  if (standing.laidUpAt === null) return 24;
  return Math.max(0, (reading.at - standing.laidUpAt) / MS_PER_HOUR);
}

/** A battery on the scale that the house chose for it, at a temperature. */
export const onScale = (
  { facts, rules }: Pick<BatteryRecord, 'facts' | 'rules'>,
  celsius: number,
): OnScale => ({
  chemistry: facts.chemistry,
  cells: facts.cells,
  scale: rules.scale[facts.chemistry],
  celsius,
});

/** The newest readings are all learnt from. */
const LEARNT_WHOLE = 100;

/**
 * The readings that a battery's losses are learnt from, in order of time: the newest 100, and of
 * those before only the last of each day (UTC). Where a device reports many times a day, they share
 * whatever is wrong with them, and to follow each would take minutes. Our own choice; a record that
 * people keep by hand is never as long.
 */
export function learntFrom(readings: readonly RecordedReading[]): readonly RecordedReading[] {
  const older = readings.length - LEARNT_WHOLE;
  const day = ({ at }: RecordedReading) => Math.floor(at / MS_PER_DAY);
  return older <= 0
    ? readings
    : readings.filter((one, i) => i >= older || day(one) !== day(readings[i + 1]!));
}
