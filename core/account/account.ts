import type { Day } from '../day';
import type { Place } from '../site/place';
import { drivenMinutes } from '../site/driven';
import { MINUTES } from '../plan/jobs';
import { PROCEDURE_NAMES } from '../logbook/procedure-names';
import type { Entry } from '../logbook/entry';

/** An entry of the season, with where it was done. */
export interface PlacedEntry {
  readonly entry: Entry;
  readonly day: Day;
  readonly vehicleId: string;
  readonly hallId: string;
}

/** The work that is on record, and the minutes that such work takes. */
export interface Worked {
  readonly minutes: number;
  /** Days on which something was done. */
  readonly rounds: number;
  readonly readings: number;
  readonly charges: number;
}

/** Minutes of what an entry stands for; work that is guided has its own. */
function minutesOf(entry: Entry): number {
  switch (entry.kind) {
    case 'reading':
      return MINUTES.reading;
    case 'lamp':
      return MINUTES.lamp;
    case 'charge-started':
      return MINUTES.recharge;
    case 'charge-ended':
      return MINUTES['take-off'];
    case 'thawed':
      return MINUTES.thaw;
    case 'mode-seen':
      return MINUTES.mode;
    case 'inspected':
      return MINUTES.inspect;
    case 'procedure-done':
      return PROCEDURE_NAMES[entry.data.procedure].minutes;
    default:
      return 0;
  }
}

/**
 * Minutes of all that was recorded, reckoned as the Round reckons what is to be done: each hall and
 * each vehicle once a day, the drive to each place once, then each job. Nobody stood beside it with a watch.
 */
export function workedIn(
  entries: readonly PlacedEntry[],
  placeOf: (hallId: string) => string | null = () => null,
  places: readonly Place[] = [],
): Worked {
  const halls = new Set<string>();
  const stops = new Set<string>();
  const days = new Set<Day>();
  /** By day: where somebody worked. */
  const onDay = new Map<Day, { place: string | null }[]>();
  let minutes = 0;
  for (const { entry, day, vehicleId, hallId } of entries) {
    const own = minutesOf(entry);
    if (own === 0) continue;
    minutes += own;
    days.add(day);
    halls.add(`${day}/${hallId}`);
    const there = onDay.get(day) ?? [];
    there.push({ place: placeOf(hallId) });
    onDay.set(day, there);
    stops.add(`${day}/${vehicleId}`);
  }
  const count = (kind: Entry['kind']) => entries.filter(({ entry }) => entry.kind === kind).length;
  return {
    minutes:
      minutes +
      halls.size * MINUTES.hall +
      stops.size * MINUTES.stop +
      [...onDay.values()].reduce((sum, there) => sum + drivenMinutes(there, places), 0),
    rounds: days.size,
    readings: count('reading'),
    charges: count('charge-started'),
  };
}

/** A charge, as far as anybody noted what it took. */
export interface ChargeTaken {
  readonly ampHours: number | null;
  readonly capacityAh: number;
  readonly nominalVolts: number;
}

/** Of a battery’s capacity, where no charge of the season was noted. Our own assumption. */
const USUAL_SHARE = 0.3;

/**
 * Kilowatt-hours at the batteries of so many charges: those that were noted, and the others at the
 * mean share of the capacity that the noted ones took. How many were noted is told beside it.
 */
export function energyOf(charges: readonly ChargeTaken[]): {
  readonly kWh: number;
  readonly noted: number;
} {
  const known = charges.filter(({ ampHours }) => ampHours !== null);
  const share =
    known.length === 0
      ? USUAL_SHARE
      : known.reduce((sum, { ampHours, capacityAh }) => sum + ampHours! / capacityAh, 0) /
        known.length;
  const wattHours = charges.reduce(
    (sum, { ampHours, capacityAh, nominalVolts }) =>
      sum + (ampHours ?? share * capacityAh) * nominalVolts,
    0,
  );
  return { kWh: wattHours / 1000, noted: known.length };
}
