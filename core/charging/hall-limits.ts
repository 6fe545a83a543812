import { decimal, t } from '../language';
import { CHEMISTRIES, type ChemistryId } from '../battery/chemistries';
import type { Charger, Circuit, ChargerConnection, Outlet } from '../site/charging-equipment';
import { ventilation, type Ventilation } from './ventilation';

/** One battery that charges in a hall. */
export interface ChargingHere {
  readonly chemistry: ChemistryId;
  readonly capsOpen: boolean;
  readonly cells: number;
  readonly capacityAh: number;
  readonly charger: Pick<Charger, 'automatic' | 'ampsPerChannel'>;
  readonly programme: ChargerConnection['programme'];
  /** By its lamp or reports it only holds. */
  readonly holding: boolean;
}

/**
 * Air that what charges in a hall needs together, by IEC 62485-2: boost until it holds, float
 * after that; vented where caps open or the plates are flooded, else valve-regulated; a charger
 * that is not regulated, and reconditioning, count with the full current; lithium gives no gas.
 */
export function airNeeded(charging: readonly ChargingHere[]): Ventilation {
  let airflowM3PerHour = 0;
  let openingCm2 = 0;
  let hydrogenLitresPerHour = 0;
  for (const one of charging) {
    const { gasMaPerAh, wet } = CHEMISTRIES[one.chemistry];
    if (gasMaPerAh === 0) continue;
    const vented = one.capsOpen || wet;
    const unregulated = !one.charger.automatic || one.programme === 'recondition';
    const needs = ventilation({
      type: vented ? 'vented' : 'valve-regulated',
      stage: one.holding ? 'float' : 'boost',
      cells: one.cells,
      capacityAh: one.capacityAh,
      count: 1,
      ...(unregulated ? { gasAmps: one.charger.ampsPerChannel } : {}),
    });
    airflowM3PerHour += needs.airflowM3PerHour;
    openingCm2 += needs.openingCm2;
    hydrogenLitresPerHour += needs.hydrogenLitresPerHour;
  }
  return { airflowM3PerHour, openingCm2, hydrogenLitresPerHour };
}

/** What a hall has, against what is needed; null where nobody knows what it has. */
export function isAired(
  needs: Ventilation,
  has: { readonly airflowM3PerHour: number | null; readonly openingCm2: number | null },
): boolean | null {
  if (has.airflowM3PerHour === null && has.openingCm2 === null) return null;
  return (
    (has.airflowM3PerHour ?? -1) >= needs.airflowM3PerHour ||
    (has.openingCm2 ?? -1) >= needs.openingCm2
  );
}

/** The air of a hall: what it has, and what is needed by all that charges in it. */
export interface RoomAir {
  readonly has: { readonly airflowM3PerHour: number | null; readonly openingCm2: number | null };
  readonly needs: Ventilation;
}

/** What a hall needs with one more on charge, and whether it has that; null: nobody knows. */
export function airWithOneMore(
  { has, needs }: RoomAir,
  one: ChargingHere,
): { readonly needs: Ventilation; readonly aired: boolean | null } {
  const more = airNeeded([one]);
  const together = {
    airflowM3PerHour: needs.airflowM3PerHour + more.airflowM3PerHour,
    openingCm2: needs.openingCm2 + more.openingCm2,
    hydrogenLitresPerHour: needs.hydrogenLitresPerHour + more.hydrogenLitresPerHour,
  };
  // What gives no gas takes no air from anybody.
  return { needs: together, aired: more.airflowM3PerHour === 0 ? true : isAired(together, has) };
}

/** A charger that is plugged into an outlet. */
export interface PluggedIn {
  readonly charger: Pick<Charger, 'id' | 'mainsAmps'>;
  readonly outletId: string;
}

/** Mains amps on each outlet and circuit; a charger with several channels counts once. */
export function mainsLoad(
  plugged: readonly PluggedIn[],
  outlets: readonly Outlet[],
): {
  readonly outlets: ReadonlyMap<string, number>;
  readonly circuits: ReadonlyMap<string, number>;
} {
  const onOutlet = new Map<string, number>();
  const onCircuit = new Map<string, number>();
  const seen = new Set<string>();
  for (const { charger, outletId } of plugged) {
    if (seen.has(charger.id)) continue;
    seen.add(charger.id);
    const outlet = outlets.find(({ id }) => id === outletId);
    if (!outlet) continue;
    const add = (map: Map<string, number>, key: string) =>
      map.set(key, (map.get(key) ?? 0) + charger.mainsAmps);
    add(onOutlet, outlet.id);
    add(onCircuit, outlet.circuitId);
  }
  return { outlets: onOutlet, circuits: onCircuit };
}

/** Why a charger may not be plugged into an outlet beside what hangs there; null where it may. */
export function overload(
  charger: Pick<Charger, 'id' | 'name' | 'mainsAmps'>,
  outlet: Outlet,
  plugged: readonly PluggedIn[],
  stock: { readonly outlets: readonly Outlet[]; readonly circuits: readonly Circuit[] },
): string | null {
  const others = plugged.filter((one) => one.charger.id !== charger.id);
  const load = mainsLoad([...others, { charger, outletId: outlet.id }], stock.outlets);
  const onOutlet = load.outlets.get(outlet.id)!;
  if (onOutlet > outlet.amps + 1e-9) {
    return t`outlet ${outlet.name} carries ${outlet.amps} A, and with ${charger.name} it would be ${decimal(onOutlet, 1)} A`;
  }
  const circuit = stock.circuits.find(({ id }) => id === outlet.circuitId);
  const onCircuit = load.circuits.get(outlet.circuitId)!;
  if (circuit && onCircuit > circuit.amps + 1e-9) {
    return t`circuit ${circuit.name} carries ${circuit.amps} A, and with ${charger.name} it would be ${decimal(onCircuit, 1)} A`;
  }
  return null;
}
