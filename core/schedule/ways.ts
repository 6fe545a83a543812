import type { SeasonDocument } from './document';
import type { Unit } from './unit';

/** Something that is entered once in a round by all who are visited there, and what that takes. */
export interface Way {
  /** Minutes of each. */
  readonly minutes: Float64Array;
  /** Which of them each battery is reached by; −1: none. */
  readonly of: Int32Array;
}

/** The places, halls and stops that are entered, in this order. */
export function waysOf(document: SeasonDocument, units: readonly Unit[], stops: number): Way[] {
  const places = document.places ?? [];
  const placeIndex = new Map(places.map(({ id }, i) => [id, i]));
  const placeOf = document.halls.map(({ place }) =>
    place === undefined ? -1 : placeIndex.get(place)!,
  );
  const by = (minutes: Float64Array, of: (unit: Unit) => number): Way => ({
    minutes,
    of: Int32Array.from(units, of),
  });
  const each = (count: number, minutes: number) => new Float64Array(count).fill(minutes);
  return [
    by(
      Float64Array.from(places, ({ minutes }) => minutes),
      ({ hall }) => placeOf[hall]!,
    ),
    by(each(document.halls.length, document.minutes.hall), ({ hall }) => hall),
    by(each(stops, document.minutes.stop), ({ stop }) => stop),
  ];
}

/** Of the ways: the hall. */
export const HALL_WAY = 1;

/** Of the ways: the stop. What is before it may be shared with others who come too. */
export const STOP_WAY = 2;
