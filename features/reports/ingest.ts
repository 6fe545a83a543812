import { t } from '../../core/language';
import 'server-only';
import { v7 as uuidv7 } from 'uuid';
import { dayName, dayOf } from '../../core/day';
import { makeEntry, reasonOf } from '../../core/logbook/entry';
import type { BatteryState } from '../../core/logbook/state';
import {
  MAX_REPORT_BYTES,
  ReportBody,
  instantProblem,
  kindProblem,
  type Report,
} from '../../core/reports/report';
import { countTry } from '../../store/attempts';
import { recordEntry } from '../../store/record';
import {
  addReport,
  hasReport,
  readReporters,
  refreshHallDay,
  type Reporter,
} from '../../store/reporters';
import { readSite } from '../../store/site';
import { readBatteryStates } from '../../store/states';
import { isToken } from '../../store/tokens';
import { now } from '../server/clock';
import { bytesUpTo, refuse } from '../server/reply';
import { db } from '../server/store';

/**
 * Takes what devices report. 200 with how many were recorded; 401 without the token of that
 * device; 413 for a body over 256 kB; 415 and 400 for what is no report; 422 for an instant or
 * a figure that cannot be; 409 for reports that were all recorded before.
 */
export async function postReports(request: Request): Promise<Response> {
  if (!request.headers.get('content-type')?.startsWith('application/json')) {
    return refuse(415, t`Send JSON, with content-type application/json.`);
  }
  const bytes = await bytesUpTo(request, MAX_REPORT_BYTES);
  if (bytes === null) {
    return refuse(
      413,
      t`The body is over ${MAX_REPORT_BYTES / 1024} kB: send fewer reports at once.`,
    );
  }
  let body: unknown;
  try {
    body = JSON.parse(bytes.toString('utf8'));
  } catch {
    return refuse(400, t`The body is not JSON.`);
  }
  // Who it is comes before what it says: a stranger learns nothing from a refusal.
  const { device, known } = deviceOf(request, body);
  if (!device) {
    // Those of a device that is here, and of all that are not, together.
    const wait = await countTry(db(), { device: known ?? '' });
    if (wait > 0) return tooMany(wait);
    return refuse(401, t`Send the token of the device: Authorization: Bearer …`);
  }
  if (device.tokenUntil <= now()) {
    const day = dayName(dayOf(device.tokenUntil, readSite(db())?.timeZone ?? 'UTC'));
    return refuse(
      401,
      t`The token of this device was good until ${day}: give it a new one at Charge, Stock, Devices.`,
    );
  }
  const parsed = ReportBody.safeParse(body);
  if (!parsed.success) return refuse(400, reasonOf(parsed.error));
  const { reports } = parsed.data;
  if (new Set(reports.map(({ n }) => n)).size < reports.length) {
    return refuse(400, t`reports: the same n is there twice`);
  }
  for (const report of reports) {
    const problem =
      instantProblem(Date.parse(report.at), now()) ?? kindProblem(device.kind, report);
    if (problem) return refuse(422, t`report ${report.n}: ${problem}`);
  }
  const recorded = record(device, reports);
  if (recorded === 0) return refuse(409, t`These reports were recorded before: go on to the next.`);
  return Response.json({ recorded, known: reports.length - recorded });
}

function tooMany(seconds: number): Response {
  const reply = refuse(429, t`Too many wrong tokens: try again in ${seconds} s.`);
  reply.headers.set('retry-after', String(seconds));
  return reply;
}

/** The device that shows its token; `known`: the one that it claims to be, where there is one. */
function deviceOf(
  request: Request,
  body: unknown,
): { device: Reporter | null; known: string | null } {
  const token = /^Bearer (\S+)$/.exec(request.headers.get('authorization') ?? '')?.[1];
  const id =
    typeof body === 'object' && body !== null && 'device' in body ? body.device : undefined;
  const device = readReporters(db()).find((one) => one.id === id);
  const right = device && token && isToken(token, device.tokenHash);
  return { device: right ? device : null, known: device?.id ?? null };
}

/** Writes what is new, with the entries that follow from it, in one transaction. */
function record(device: Reporter, reports: readonly Report[]): number {
  return db()
    .transaction(() => {
      const fresh = reports
        .filter(({ n }) => !hasReport(db(), device.id, n))
        .sort((a, b) => Date.parse(a.at) - Date.parse(b.at));
      for (const report of fresh) addReport(db(), device.id, report);
      if (device.kind === 'thermometer') writeDays(device, fresh);
      else {
        const timeZone = readSite(db())?.timeZone ?? 'UTC';
        for (const report of fresh) lookAt(device, report, timeZone);
      }
      return fresh.length;
    })
    .immediate();
}

function writeDays(device: Reporter, reports: readonly Report[]): void {
  const site = readSite(db());
  if (!site || device.hallId === null) return;
  const byDay = new Map(
    reports.map(({ at }) => [dayOf(Date.parse(at), site.timeZone), Date.parse(at)]),
  );
  for (const at of byDay.values()) {
    refreshHallDay(db(), device.id, device.hallId, at, site.timeZone);
  }
}

/** What hangs on a channel of a charger. */
function hanging(chargerId: string, channel: number): [string, BatteryState] | null {
  for (const [id, state] of readBatteryStates(db())) {
    const { hook } = state;
    if (hook?.chargerId === chargerId && hook.channel === channel) return [id, state];
  }
  return null;
}

/** A report counts as a look at the lamp: once a day, and whenever it says something new. */
function lookAt(device: Reporter, report: Report, timeZone: string): void {
  if (device.chargerId === null || report.state === undefined) return;
  const found = hanging(device.chargerId, report.channel ?? 1);
  if (!found) return;
  const [batteryId, state] = found;
  const at = Date.parse(report.at);
  const since = state.maintainerSince ?? state.chargeSince;
  if (since === null || at < since || (state.lamp && at <= state.lamp.at)) return;
  const sameDay = state.lamp && dayOf(state.lamp.at, timeZone) === dayOf(at, timeZone);
  if (sameDay && state.lamp?.state === report.state) return;
  recordEntry(
    db(),
    makeEntry(
      'lamp',
      { id: uuidv7({ msecs: at }), subjectId: batteryId, at, by: device.name },
      { state: report.state, source: 'device' },
    ),
    new Date(now()).toISOString(),
  );
}
