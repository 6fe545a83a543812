import { t } from '../language';
import type { BatteryState } from '../logbook/state';
import { overload, type PluggedIn } from '../charging/hall-limits';
import type { Charger, ChargerConnection, ChargingEquipment } from '../site/charging-equipment';

/** A battery that hangs on a charger, as the logbook has it. */
export interface ActiveConnection {
  readonly batteryId: string;
  readonly since: number;
  readonly kind: 'charge' | 'maintain';
  readonly hook: ChargerConnection | null;
}

/** What a battery hangs on, by its state; null where it hangs on nothing. */
export function hangingBy(batteryId: string, state: BatteryState): ActiveConnection | null {
  const since = state.maintainerSince ?? state.chargeSince;
  if (since === null) return null;
  const kind = state.maintainerSince === null ? 'charge' : 'maintain';
  return { batteryId, since, kind, hook: state.hook };
}

/** Which chargers are plugged in where, by what hangs on them. */
export function pluggedIn(
  stock: ChargingEquipment,
  hanging: readonly ActiveConnection[],
): PluggedIn[] {
  return hanging.flatMap(({ hook }) => {
    const charger = stock.chargers.find(({ id }) => id === hook?.chargerId);
    return charger && hook?.outletId ? [{ charger, outletId: hook.outletId }] : [];
  });
}

/** Channels of a charger on which nothing hangs. */
export function freeChannels(charger: Charger, hanging: readonly ActiveConnection[]): number[] {
  const taken = new Set(
    hanging.flatMap(({ hook }) => (hook?.chargerId === charger.id ? [hook.channel] : [])),
  );
  return Array.from({ length: charger.channels }, (_, i) => i + 1).filter((n) => !taken.has(n));
}

/** The outlet that its charger is plugged into already; its other channels hang there too. */
export const outletInUse = (
  chargerId: string,
  hanging: readonly ActiveConnection[],
): string | null =>
  hanging.find(({ hook }) => hook?.chargerId === chargerId && hook.outletId !== null)?.hook
    ?.outletId ?? null;

/**
 * Why nothing more may be hung on a channel, or null: it is taken or does not exist, the outlet or
 * its circuit would carry too much, or the charger is plugged in somewhere else already. Whether
 * the charger suits a battery is for the gate to say.
 */
export function hookRefusal(
  hook: ChargerConnection,
  batteryId: string,
  hanging: readonly ActiveConnection[],
  stock: ChargingEquipment,
): string | null {
  const charger = stock.chargers.find(({ id }) => id === hook.chargerId);
  if (!charger) return t`there is no charger ${hook.chargerId} here`;
  if (hook.channel > charger.channels) {
    return t`${charger.name} has ${charger.channels} channel${charger.channels > 1 ? 's' : ''}, not ${hook.channel}`;
  }
  const others = hanging.filter((one) => one.batteryId !== batteryId);
  if (
    others.some((one) => one.hook?.chargerId === charger.id && one.hook.channel === hook.channel)
  ) {
    return t`channel ${hook.channel} of ${charger.name} is taken: two batteries never hang on one channel`;
  }
  if (!charger.programmes.some(({ id }) => id === hook.programme)) {
    return t`${charger.name} has no such programme`;
  }
  if (hook.outletId === null) return null;
  const outlet = stock.outlets.find(({ id }) => id === hook.outletId);
  if (!outlet) return t`there is no outlet ${hook.outletId} here`;
  const elsewhere = outletInUse(charger.id, others);
  if (elsewhere !== null && elsewhere !== hook.outletId) {
    const other = stock.outlets.find(({ id }) => id === elsewhere);
    return t`${charger.name} is plugged into ${other?.name ?? elsewhere}`;
  }
  return overload(charger, outlet, pluggedIn(stock, others), stock);
}
