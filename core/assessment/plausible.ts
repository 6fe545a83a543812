import { t } from '../language';
import { MS_PER_DAY, dayOf, shortDay } from '../day';
import { CHEMISTRIES } from '../battery/chemistries';
import { scaleAt } from '../battery/state-of-charge';
import { expectedReading } from '../estimation/answers';
import { batteryEstimateOf } from '../record/learnt';
import { onScale, restOf } from '../record/settled';
import { anchorOf, type ChargeForecast } from './charge-forecast';
import type { RecordedReading } from '../logbook/state';
import { hallMean, type BatteryFacts, type BatteryRecord } from '../record/battery-record';
import { figure, formatVolts, say, type Sentence } from '../words/words';

/** Something about a reading that must be asked before it is taken. */
export interface Doubt {
  readonly kind:
    | 'decimal-point'
    | 'other-voltage'
    | 'out-of-range'
    | 'being-charged'
    | 'fell'
    | 'rose'
    | 'before-lay-up'
    | 'in-the-future';
  readonly question: Sentence;
  /** The reading that was probably meant, where there is one. */
  readonly meant: number | null;
}

/** A change beyond this, on top of all doubt, is asked about. Our own margin, percent. */
const JUMP_MARGIN_PCT = 8;
/** A fall is asked about later than a rise: losses surprise more often than charges do. */
const FALL_MARGIN_PCT = 6;

/**
 * What is odd about a reading, the most telling first; null when it makes sense. Never decides:
 * the attendant may confirm a reading that is doubted, and it is then kept. `outlook`: what was
 * foreseen of the record, where that is known.
 */
export function doubtOf(
  reading: RecordedReading,
  standing: BatteryRecord,
  outlook: ChargeForecast | null = null,
): Doubt | null {
  return (
    doubtOfTime(reading, standing) ??
    doubtOfVolts(reading.volts, standing.facts) ??
    doubtOfChange(reading, standing, outlook)
  );
}

function doubtOfTime(reading: RecordedReading, standing: BatteryRecord): Doubt | null {
  const { laidUpAt, now, timeZone } = standing;
  if (laidUpAt !== null && reading.at < laidUpAt) {
    const day = shortDay(dayOf(laidUpAt, timeZone));
    return {
      kind: 'before-lay-up',
      question: say`This reading is dated before the vehicle was laid up on ${figure(day)}. Is the date right?`,
      meant: null,
    };
  }
  if (reading.at > now + 5 * 60_000) {
    return {
      kind: 'in-the-future',
      question: say`This reading is dated later than now. Is the date right?`,
      meant: null,
    };
  }
  return null;
}

/** What is odd about a voltage for a battery of these facts alone. */
export function doubtOfVolts(
  volts: number,
  facts: Pick<BatteryFacts, 'chemistry' | 'cells' | 'nominalVolts'>,
): Doubt | null {
  const { chemistry, cells, nominalVolts } = facts;
  const { low, high } = CHEMISTRIES[chemistry].restVoltsPerCell;
  const shown = figure(formatVolts(volts));
  const fits = (value: number) => value / cells >= low && value / cells <= high;
  if (fits(volts)) return null;
  const hundredth = volts / 100;
  if (fits(hundredth)) {
    return {
      kind: 'decimal-point',
      question: say`${shown} is a hundred times too much: was it ${figure(formatVolts(hundredth))}?`,
      meant: hundredth,
    };
  }
  if (volts < 0.5) {
    return {
      kind: 'out-of-range',
      question:
        CHEMISTRIES[chemistry].family === 'lithium'
          ? say`${shown}: near nothing means that the battery's own protection has cut off, or that a probe does not touch. Measured twice?`
          : say`${shown}: do both probes touch bare metal, and is the fuse of the meter sound? Measured twice?`,
      meant: null,
    };
  }
  for (const other of [6, 8, 12, 24, 36, 48]) {
    const ratio = other / nominalVolts;
    if (other !== nominalVolts && fits(volts / ratio) && volts / ratio / cells > low * 1.5) {
      return {
        kind: 'other-voltage',
        question: say`${shown} is what a ${figure(`${other} V`)} battery reads, and this one has ${figure(`${nominalVolts} V`)}. Is it the right battery, and the whole of it?`,
        meant: null,
      };
    }
  }
  const range = t`${formatVolts(low * cells)} to ${formatVolts(high * cells)}`;
  return {
    kind: 'out-of-range',
    question:
      volts > high * cells
        ? say`${shown} is more than this battery can show at rest (${figure(range)}). Is a charger on, or was it mistyped?`
        : say`${shown} is less than a battery of ${figure(`${nominalVolts} V`)} shows even when one cell is gone (${figure(range)}). Measured twice?`,
    meant: null,
  };
}

function doubtOfChange(
  reading: RecordedReading,
  standing: BatteryRecord,
  outlook: ChargeForecast | null,
): Doubt | null {
  const { facts, rules, temperatures, timeZone } = standing;
  const earlier = {
    ...standing,
    now: reading.at,
    // The same record is the same object, so that what was learnt of it is remembered.
    state: standing.state.readings.some((other) => other.at >= reading.at)
      ? {
          ...standing.state,
          readings: standing.state.readings.filter((other) => other.at < reading.at),
        }
      : standing.state,
  };
  const anchor = anchorOf(earlier);
  if (!anchor || anchor.kind === 'part-charge' || reading.fed) return null;
  const at = anchor.kind === 'reading' ? anchor.reading.at : anchor.at;
  if (at > reading.at) return null;
  const days = (reading.at - at) / MS_PER_DAY;
  const celsius = reading.celsius ?? hallMean(temperatures, dayOf(reading.at, timeZone));
  const scale = scaleAt(onScale(standing, celsius));
  // Taken now, at its hall's temperature: that was foreseen with the battery's forecast.
  const foreseen = reading.at === standing.now && reading.celsius === null;
  const expected =
    outlook && foreseen && earlier.state === standing.state
      ? outlook.expectedVolts
      : expectedReading(batteryEstimateOf(earlier), scale);
  const rested = restOf(reading, standing);
  const settledEnough = rested >= rules.restHours;
  const seen = scale.socOf(reading.volts);
  const shown = figure(formatVolts(reading.volts));
  const about = figure(t`about ${formatVolts(expected.value)}`);
  if (
    seen > scale.socOf(expected.high) + JUMP_MARGIN_PCT &&
    settledEnough &&
    !CHEMISTRIES[facts.chemistry].flatVoltage
  ) {
    return {
      kind: 'rose',
      question: say`${shown} is more than the ${about} that was expected, and no charge is in the logbook. Was it charged, or is this another battery?`,
      meant: null,
    };
  }
  if (seen < scale.socOf(expected.low) - JUMP_MARGIN_PCT - FALL_MARGIN_PCT) {
    return {
      kind: 'fell',
      question: say`${shown} is far under the ${about} that was expected after ${figure(t`${Math.round(days)} days`)}; no loss that is known explains it. Right battery, bare metal, other spot?`,
      meant: null,
    };
  }
  return null;
}
