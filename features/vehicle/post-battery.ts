import 'server-only';
import { z } from 'zod';
import { cellsFor } from '../../core/battery/chemistries';
import type { EntryData, EntryKind } from '../../core/logbook/kinds';
import { recordEntry } from '../../store/record';
import { putBattery, readBatteries, readBatteryMarks } from '../../store/site';
import { nextMark } from '../lay-up/mark';
import { LayUpBattery, problemsOf } from '../lay-up/schema';
import { newEntry } from '../logbook/new-entry';
import { now } from '../server/clock';
import { jsonBody, refuse } from '../server/reply';
import { db } from '../server/store';
import { loadSite } from '../site/load';

/** A battery that comes to a vehicle in the middle of its stay. */
export const NewBattery = z.strictObject({
  vehicleId: z.string().min(1).max(64),
  /** The battery that it takes the place of; null: it comes beside them. */
  replaces: z.string().min(1).max(64).nullable(),
  /** The second of a swap pair waits on the bench. */
  onBench: z.boolean(),
  battery: LayUpBattery.pick({
    id: true,
    role: true,
    place: true,
    chemistry: true,
    nominalVolts: true,
    capacityAh: true,
    fittedYear: true,
    details: true,
  }),
});

/**
 * Adds a battery to a vehicle, in place of another or beside the others; the old one keeps its
 * own history. Sent twice, it is there once.
 */
export async function postBattery(request: Request): Promise<Response> {
  const { body, refusal } = await jsonBody(request);
  if (refusal) return refusal;
  const parsed = NewBattery.safeParse(body);
  if (!parsed.success) {
    const { path, message } = problemsOf(parsed.error)[0]!;
    return refuse(400, path ? `${path}: ${message}` : message, { field: path });
  }
  const { vehicleId, replaces, onBench, battery } = parsed.data;
  const loaded = loadSite(db(), now());
  const stay = loaded?.stays.find((one) => one.vehicle.id === vehicleId);
  if (!loaded || !stay) return refuse(404, 'vehicleId: no such vehicle stands here.');
  if (readBatteries(db(), battery.id).length) return Response.json({ id: battery.id });
  const old = stay.batteries.find((one) => one.battery.id === replaces);
  if (replaces !== null && !old) {
    return refuse(409, 'replaces: that battery is not on this vehicle any more.');
  }
  const string = stay.batteries.find((one) => one.standing.state.role === 'string');
  if (battery.role === 'string' && string && string.battery.capacityAh !== battery.capacityAh) {
    return refuse(
      422,
      `capacityAh: ${battery.capacityAh} Ah in a string of ${string.battery.capacityAh} Ah: the weaker block drags the rest.`,
      { field: 'battery.capacityAh' },
    );
  }
  const record = <K extends EntryKind>(kind: K, subjectId: string, data: EntryData<K>) => {
    const entry = newEntry(kind, subjectId, loaded.now, data);
    const recorded = recordEntry(db(), entry, new Date(loaded.now).toISOString());
    if (recorded.outcome === 'conflict') throw new Error(recorded.reason);
  };
  const { id, role, place, ...facts } = battery;
  db()
    .transaction(() => {
      if (old) {
        record('taken-out', old.battery.id, { to: 'gone', hallId: null, why: 'replaced' });
      }
      const cells = cellsFor(facts.chemistry, facts.nominalVolts);
      putBattery(db(), { id, mark: nextMark(readBatteryMarks(db())), cells, ...facts });
      record('fitted', id, { vehicleId, role, place });
      if (onBench) {
        record('taken-out', id, { to: 'bench', hallId: null, why: 'second of a swap pair' });
        record('plan-chosen', id, { plan: 'bench' });
      } else if (old?.standing.state.plan) {
        record('plan-chosen', id, { plan: old.standing.state.plan });
      }
    })
    .immediate();
  return Response.json({ id });
}
