import type { SeasonDocument } from './document';
import { NEVER } from './round-days';

/** A charger as the planner reckons with it. */
export interface SeasonCharger {
  readonly id: string;
  readonly channels: number;
  readonly amps: number;
  /** First round in which it works. */
  readonly from: number;
  /** By hall: 1 where it may stand. */
  readonly halls: Uint8Array;
  /** Chargers with one class differ by name only. */
  readonly sort: number;
}

/** The chargers of a season, and how many sorts of them there are: alike in all that matters. */
export function chargersOf(
  document: SeasonDocument,
  roundDay: Int32Array,
  hallIndex: ReadonlyMap<string, number>,
  dayIn: (name: string) => number,
): { readonly chargers: readonly SeasonCharger[]; readonly sorts: number } {
  const sortOf = new Map<string, number>();
  const chargers = document.chargers.map((charger) => {
    const halls = new Uint8Array(document.halls.length);
    if (charger.halls) for (const id of charger.halls) halls[hallIndex.get(id)!] = 1;
    else halls.fill(1);
    const broken = charger.brokenUntil ? dayIn(charger.brokenUntil) : 0;
    const from = roundDay.findIndex((day) => day >= broken);
    const key = JSON.stringify([
      charger.amps,
      charger.chemistries,
      charger.nominalVolts,
      charger.halls ?? null,
      from,
    ]);
    if (!sortOf.has(key)) sortOf.set(key, sortOf.size);
    return {
      id: charger.id,
      channels: charger.channels,
      amps: charger.amps,
      from: from < 0 ? NEVER : from,
      halls,
      sort: sortOf.get(key)!,
    };
  });
  return { chargers, sorts: sortOf.size };
}
