import { t } from '../../core/language';
import 'server-only';
import { z } from 'zod';
import { cellsFor } from '../../core/battery/chemistries';
import { replacingOf } from '../../core/hand-back/consent';
import { doubtsOfFit } from '../../core/hand-back/fits';
import type { EntryData, EntryKind } from '../../core/logbook/kinds';
import { Line } from '../../core/text';
import { recordEntry } from '../../store/record';
import { putBattery, readBatteries, readBatteryMarks } from '../../store/site';
import { nextMark } from '../lay-up/mark';
import { LayUpBattery, problemsOf } from '../lay-up/schema';
import { whoIsIn } from '../access/who';
import { newEntry, recordedBy } from '../logbook/new-entry';
import { now } from '../server/clock';
import { jsonBody, refuse } from '../server/reply';
import { db } from '../server/store';
import { loadSite } from '../site/load';
import { troubleOf } from '../site/trouble';
import type { AssessedBattery, Stay } from '../site/snapshot';
import { WENTS, WENT_WORDS } from './went';

/** A battery that comes to a vehicle in the middle of its stay. */
export const NewBattery = z.strictObject({
  vehicleId: z.string().min(1).max(64),
  /** The battery that it takes the place of; null: it comes beside them. */
  replaces: z.string().min(1).max(64).nullable(),
  /** The second of a swap pair waits on the bench. */
  onBench: z.boolean(),
  /** What becomes of the one whose place it takes. */
  went: z.enum(WENTS).default('recycled'),
  /** It was charged in full before it went in. */
  charged: z.boolean().default(false),
  /** Why it is fitted, where agreement or fit speak against it. */
  despite: Line(0, 200).default(''),
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

/** What speaks against a new battery in the place of another: no word of its owner’s, or a poor fit. */
function against(stay: Stay, old: AssessedBattery, { battery }: z.infer<typeof NewBattery>) {
  const { consent } = replacingOf(old.standing, stay.state.terms);
  return [
    ...(consent.may ? [] : [consent.say]),
    ...doubtsOfFit(old.battery, battery, old.standing.state.role),
  ];
}

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
  const { vehicleId, replaces, onBench, battery, went, charged, despite } = parsed.data;
  const loaded = loadSite(db(), now());
  const stay = loaded?.stays.find((one) => one.vehicle.id === vehicleId);
  if (!loaded || !stay) return refuse(404, t`vehicleId: no such vehicle stands here.`);
  if (readBatteries(db(), battery.id).length) return Response.json({ id: battery.id });
  const old = stay.batteries.find((one) => one.battery.id === replaces);
  if (replaces !== null && !old) {
    return refuse(409, t`replaces: that battery is not on this vehicle any more.`);
  }
  const string = stay.batteries.find((one) => one.standing.state.role === 'string');
  if (battery.role === 'string' && string && string.battery.capacityAh !== battery.capacityAh) {
    return refuse(
      422,
      t`capacityAh: ${battery.capacityAh} Ah in a string of ${string.battery.capacityAh} Ah: the weaker block drags the rest.`,
      { field: 'battery.capacityAh' },
    );
  }
  // Of one whose record makes no sense nothing can be said, and it may go all the same.
  const judged = old && troubleOf(loaded, old) === null;
  const because = judged ? against(stay, old, parsed.data) : [];
  if (because.length > 0 && despite === '') {
    return refuse(409, t`${because.join(' ')} Say why it is fitted all the same.`, {
      field: 'despite',
    });
  }
  const who = whoIsIn(request);
  const record = <K extends EntryKind>(kind: K, subjectId: string, data: EntryData<K>) => {
    const entry = recordedBy(who, newEntry(kind, subjectId, loaded.now, data));
    const recorded = recordEntry(db(), entry, new Date(loaded.now).toISOString());
    if (recorded.outcome === 'conflict') throw new Error(recorded.reason);
  };
  const { id, role, place, ...facts } = battery;
  db()
    .transaction(() => {
      if (old) {
        const why = [
          `replaced; ${WENT_WORDS[went].toLowerCase()}`,
          ...(because.length > 0 ? [`although: ${despite}`] : []),
        ];
        record('taken-out', old.battery.id, { to: 'gone', hallId: null, why: why.join('; ') });
      }
      const cells = cellsFor(facts.chemistry, facts.nominalVolts);
      putBattery(db(), { id, mark: nextMark(readBatteryMarks(db())), cells, ...facts });
      record('fitted', id, { vehicleId, role, place });
      if (charged) record('charge-ended', id, { full: true, ampHours: null });
      if (onBench) {
        record('taken-out', id, { to: 'bench', hallId: null, why: t`second of a swap pair` });
        record('plan-chosen', id, { plan: 'bench' });
      } else if (old?.standing.state.plan) {
        record('plan-chosen', id, { plan: old.standing.state.plan });
      }
    })
    .immediate();
  return Response.json({ id });
}
