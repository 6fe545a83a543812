import type { BatteryContext, ChargerOffer } from '../../core/context/battery-context';
import { ownOffer } from '../../core/context/from-record';
import type { BatteryState } from '../../core/logbook/fold';

/** The names under which a vehicle's or a string's own charger is noted. */
const OWN = [
  [/^The string’s own charger/, 'string'],
  [/^The vehicle’s own charger/, 'on-board'],
] as const;

/** A charger that is only named: a vehicle's or a string's own, or one that is not noted. */
export function namedOffer(name: string, purpose: 'charge' | 'maintain'): ChargerOffer {
  const kind = OWN.find(([pattern]) => pattern.test(name))?.[1];
  return ownOffer(kind ?? (purpose === 'maintain' ? 'maintainer' : 'automatic'), name);
}

/** The charger that a battery hangs on, where it is its own; null: one with clamps. */
export function ownChargerOf({ hook, charger }: BatteryState): ChargerOffer | null {
  if (hook) return null;
  const kind = OWN.find(([pattern]) => pattern.test(charger))?.[1];
  return kind ? ownOffer(kind, charger) : null;
}

/** A battery with what it hangs on now, for the steps of taking it off. */
export const hangsContext = (context: BatteryContext, state: BatteryState): BatteryContext => ({
  ...context,
  charger: ownChargerOf(state),
});
