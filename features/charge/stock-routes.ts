import { t } from '../../core/language';
import 'server-only';
import { MS_PER_DAY } from '../../core/day';
import { Line } from '../../core/text';
import { z } from 'zod';
import { Charger, Circuit, HallAir, Outlet } from '../../core/site/charging-equipment';
import { REPORTER_KINDS } from '../../core/reports/report';
import { noteDoor } from '../../store/door';
import { dropReporter, putReporter, readReporters } from '../../store/reporters';
import {
  dropStock,
  putCharger,
  putCircuit,
  putOutlet,
  readStock,
  writeAir,
} from '../../store/stock';
import { readHalls, readSite } from '../../store/site';
import { hashOfToken } from '../../store/tokens';
import { readBatteryStates, readRuleBook } from '../../store/states';
import { now } from '../server/clock';
import { bodyOf, refuse } from '../server/reply';
import { newToken } from '../access/secrets';
import { whoIsIn } from '../access/who';
import { db } from '../server/store';
import { noted } from './stock-note';

export const StockChange = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('charger'), charger: Charger }),
  z.strictObject({ kind: z.literal('circuit'), circuit: Circuit }),
  z.strictObject({ kind: z.literal('outlet'), outlet: Outlet }),
  z.strictObject({ kind: z.literal('air'), air: HallAir }),
]);

/** Keeps a change of the stock; 400 with the field that is wrong, 409 where it cannot be. */
export async function postStock(request: Request): Promise<Response> {
  const { data, refusal } = await bodyOf(request, StockChange);
  if (refusal) return refusal;
  if (!readSite(db())) return refuse(409, t`There is no site yet.`);
  const who = whoIsIn(request);
  const problem = db()
    .transaction(() => {
      const wrong = whyNot(data);
      if (wrong === null) noted(data.kind, idOf(data), who.name, () => write(data));
      return wrong;
    })
    .immediate();
  return problem ? refuse(409, problem) : Response.json({ kept: true });
}

export const somethingHangs = () => t`Something hangs on it: take that off first.`;
export const somethingLeans = () =>
  t`Something else leans on it: an outlet on this circuit, or a device on this charger.`;
const IN_STOCK = z.enum(['charger', 'circuit', 'outlet']);

/** Takes something out of the stock, unless something hangs on it or leans on it. */
export function deleteStock(request: Request, what: string, id: string): Response {
  const kind = IN_STOCK.safeParse(what);
  if (!kind.success) return refuse(404, t`The stock has ${IN_STOCK.options.join('s, ')}s.`);
  if (kind.data === 'charger' && highestInUse(id) > 0) return refuse(409, somethingHangs());
  const who = whoIsIn(request);
  const drop = () => noted(kind.data, id, who.name, () => dropStock(db(), kind.data, id));
  return db().transaction(drop).immediate()
    ? Response.json({ kept: true })
    : refuse(409, somethingLeans());
}

/** Why a change of the stock cannot be; null: it can. */
function whyNot(change: z.infer<typeof StockChange>): string | null {
  const stock = readStock(db());
  const noHall = (id: string) =>
    readHalls(db()).some((hall) => hall.id === id) ? null : t`There is no hall ${id} here.`;
  switch (change.kind) {
    case 'charger': {
      const { charger } = change;
      if (stock.chargers.some(({ id, name }) => name === charger.name && id !== charger.id)) {
        return t`Another charger is called ${charger.name}.`;
      }
      const high = highestInUse(charger.id);
      if (charger.channels < high) return t`Something hangs on its channel ${high}.`;
      return noHall(charger.hallId);
    }
    case 'circuit':
      return noHall(change.circuit.hallId);
    case 'outlet': {
      const { outlet } = change;
      if (!stock.circuits.some(({ id }) => id === outlet.circuitId)) {
        return t`Its circuit is not here: write that down first.`;
      }
      return noHall(outlet.hallId);
    }
    case 'air':
      return noHall(change.air.hallId);
  }
}

function write(change: z.infer<typeof StockChange>): void {
  switch (change.kind) {
    case 'charger':
      return putCharger(db(), change.charger);
    case 'circuit':
      return putCircuit(db(), change.circuit);
    case 'outlet':
      return putOutlet(db(), change.outlet);
    case 'air':
      return writeAir(db(), change.air);
  }
}

const idOf = (change: z.infer<typeof StockChange>): string => {
  switch (change.kind) {
    case 'charger':
      return change.charger.id;
    case 'circuit':
      return change.circuit.id;
    case 'outlet':
      return change.outlet.id;
    case 'air':
      return change.air.hallId;
  }
};

/** The highest channel of a charger that something hangs on; 0: none. */
export function highestInUse(chargerId: string): number {
  return [...readBatteryStates(db()).values()].reduce(
    (most, { hook }) => (hook?.chargerId === chargerId ? Math.max(most, hook.channel) : most),
    0,
  );
}

export const Device = z.strictObject({
  id: z
    .string()
    .trim()
    .regex(/^[a-z0-9][a-z0-9-]{1,40}$/, {
      error: () => t`small letters, digits and dashes, as hall-2`,
    }),
  name: Line(1, 60, () => t`give it a name`),
  reports: z.enum(REPORTER_KINDS),
  chargerId: z.string().max(64).nullable(),
  hallId: z.string().max(64).nullable(),
  everyMinutes: z
    .int({ error: () => t`whole minutes` })
    .min(1, { error: () => t`at least a minute` })
    .max(1440, { error: () => t`at least daily` }),
});

/** Adds a device, or gives one a new token: told once, and then only its hash is kept. */
export async function postDevice(request: Request): Promise<Response> {
  const { data: change, refusal } = await bodyOf(request, Device);
  if (refusal) return refusal;
  const charger = readStock(db()).chargers.find(({ id }) => id === change.chargerId);
  const hall = readHalls(db()).find(({ id }) => id === change.hallId);
  if (change.reports === 'charger' && !charger)
    return refuse(400, t`Of which charger does it report?`);
  if (change.reports === 'thermometer' && !hall) return refuse(400, t`In which hall does it hang?`);
  const before = readReporters(db()).find(({ id }) => id === change.id);
  if (before && before.kind !== change.reports) {
    return refuse(409, t`${change.id} is a ${before.kind}: take another name.`);
  }
  const token = newToken();
  const tokenUntil = now() + readRuleBook(db()).rules.deviceTokenDays * MS_PER_DAY;
  putReporter(db(), {
    id: change.id,
    kind: change.reports,
    name: change.name,
    chargerId: change.reports === 'charger' ? charger!.id : null,
    hallId: change.reports === 'thermometer' ? hall!.id : null,
    everyMinutes: change.everyMinutes,
    tokenHash: hashOfToken(token),
    tokenUntil,
    addedAt: before?.addedAt ?? now(),
  });
  noteDoor(db(), now(), 'device-token', { on: change.name, by: whoIsIn(request).name });
  return Response.json({ token });
}

/** A device that is to report no more: its token is worth nothing from now on. */
export function deleteDevice(request: Request, id: string): Response {
  const device = readReporters(db()).find((one) => one.id === id);
  if (device) {
    dropReporter(db(), id);
    noteDoor(db(), now(), 'device-gone', { on: device.name, by: whoIsIn(request).name });
  }
  return Response.json({ kept: true });
}
