import { createServer, type IncomingMessage, type Server } from 'node:http';
import { z } from 'zod';
import type { DeviceReport, LivingDevice, SiteSimulator } from './site-simulator';

const Hung = z.object({
  since: z.number(),
  chargerId: z.string().nullable(),
  channel: z.number(),
  amps: z.number(),
  absorptionVolts: z.number(),
  floatVolts: z.number().nullable(),
  regulated: z.boolean(),
  mendedAt: z.number().nullable(),
});
const Live = z.object({
  to: z.number(),
  batteries: z.array(
    z.object({
      id: z.string(),
      connected: z.boolean(),
      hallId: z.string(),
      hung: Hung.nullable(),
    }),
  ),
});

export interface Outside {
  /** Sends what a device reported; rejects where nobody takes it. */
  readonly send: (device: LivingDevice, reports: readonly DeviceReport[]) => Promise<void>;
  /** Writes the site down. */
  readonly keep: (site: SiteSimulator) => void;
}

/** So many reports at once, as a device would send them after an outage. */
const AT_ONCE = 400;

/**
 * The outside of a site over HTTP: `POST /live` moves its time on and lets its devices report,
 * `GET /sight?battery=` is what one would see there now.
 */
export function serveSite(
  site: SiteSimulator,
  devices: readonly LivingDevice[],
  port: number,
  outside: Outside,
): Promise<Server> {
  let turn: Promise<unknown> = Promise.resolve();
  const live = async (text: string) => {
    const asked = Live.parse(JSON.parse(text));
    const reports = site.live(asked.to, asked);
    outside.keep(site);
    let sent = 0;
    for (const [id, list] of reports) {
      const device = devices.find((one) => one.id === id)!;
      for (let i = 0; i < list.length; i += AT_ONCE) {
        await outside.send(device, list.slice(i, i + AT_ONCE));
      }
      sent += list.length;
    }
    return { now: site.time, reports: sent };
  };
  const server = createServer((request, reply) => {
    const url = new URL(request.url ?? '/', 'http://outside');
    const say = (status: number, body: unknown) => {
      reply.writeHead(status, { 'content-type': 'application/json' });
      reply.end(JSON.stringify(body));
    };
    const failed = (error: unknown) => say(500, { reason: String(error) });
    if (request.method === 'POST' && url.pathname === '/live') {
      turn = turn
        .then(() => textOf(request))
        .then(live)
        .then((done) => say(200, done), failed);
    } else if (url.pathname === '/sight') {
      const sight = site.sight(url.searchParams.get('battery') ?? '');
      say(sight ? 200 : 404, sight ?? { reason: 'no such battery' });
    } else say(404, { reason: 'nothing here' });
  });
  return new Promise((ready, broken) => {
    server.once('error', broken);
    server.listen(port, '127.0.0.1', () => ready(server));
  });
}

async function textOf(request: IncomingMessage): Promise<string> {
  let text = '';
  for await (const piece of request) text += String(piece);
  return text;
}
