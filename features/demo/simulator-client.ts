import { CHEMISTRIES } from '../../core/battery/chemistries';
import 'server-only';
import { z } from 'zod';
import { MS_PER_DAY, MS_PER_HOUR, instantAt } from '../../core/day';
import { roundOnOrAfter } from '../../core/rules/rounds';
import { moveDemoClock, now } from '../server/clock';
import { bodyOf, refuse } from '../server/reply';
import { db } from '../server/store';
import { hasOutside, outsidePort } from './outside-port';
import { loadSite } from '../site/load';
import type { AssessedBattery, SiteSnapshot } from '../site/snapshot';

export const CLOCK_STEPS = ['hour', 'day', 'round'] as const;
export const ClockMove = z.strictObject({
  by: z.enum(CLOCK_STEPS, 'hour, day or round'),
});

/** What one would see at a battery of the demo. */
export const Sight = z.object({
  volts: z.number(),
  celsius: z.number(),
  lamp: z.enum(['charging', 'holding', 'dark']).nullable(),
});
export type Sight = z.infer<typeof Sight>;

export const Lived = z.object({ now: z.number(), reports: z.number() });

/**
 * Moves the demo's clock on and lets the outside live through it: its devices report to this
 * server as they would over the network. 404 on a real site, whose clock is nobody's to move.
 */
export async function postClock(request: Request): Promise<Response> {
  const { data, refusal } = await bodyOf(request, ClockMove);
  if (refusal) return refusal;
  if (!hasOutside()) return refuse(404, 'Only the demo’s clock can be moved.');
  const loaded = loadSite(db(), now());
  if (!loaded) return refuse(409, 'There is no site yet.');
  const from = now();
  const to = targetOf(data.by, loaded);
  // First the clock, so that what is reported is not in the future.
  moveDemoClock(to);
  try {
    const reply = await fetch(`http://127.0.0.1:${outsidePort()}/live`, {
      method: 'POST',
      body: JSON.stringify({ to, batteries: handsOf(loaded) }),
      signal: AbortSignal.timeout(120_000),
    });
    if (!reply.ok) throw new Error(`it answered ${reply.status}: ${await reply.text()}`);
    const lived = Lived.parse(await reply.json());
    // The weather ends some weeks after the season, and the demo with it.
    if (lived.now < to) moveDemoClock(lived.now);
    return Response.json(lived);
  } catch (error) {
    moveDemoClock(from);
    return refuse(502, `The demo’s outside does not live on: ${(error as Error).message}.`);
  }
}

function targetOf(by: (typeof CLOCK_STEPS)[number], loaded: SiteSnapshot): number {
  const { now: from, today, rules, site } = loaded;
  if (by === 'hour') return from + MS_PER_HOUR;
  if (by === 'day') return from + MS_PER_DAY;
  return instantAt(roundOnOrAfter(rules, today + 1), 9, 0, site.timeZone);
}

/** What the attendant's hands have left at each battery, by the record. */
function handsOf(loaded: SiteSnapshot) {
  return loaded.stays.flatMap(({ batteries }) =>
    batteries.map(({ battery, hallId, standing: { state } }) => ({
      id: battery.id,
      connected: state.negativeOn,
      hallId,
      hung: hungOf(loaded, battery, state),
    })),
  );
}

function hungOf(
  loaded: SiteSnapshot,
  battery: AssessedBattery['battery'],
  state: AssessedBattery['standing']['state'],
) {
  const since = state.maintainerSince ?? state.chargeSince;
  if (since === null) return null;
  const { hook } = state;
  const charger = loaded.stock.chargers.find(({ id }) => id === hook?.chargerId);
  const lead = CHEMISTRIES[battery.chemistry].family === 'lithium' ? 0 : battery.cells / 6;
  return {
    since,
    chargerId: hook?.chargerId ?? null,
    channel: hook?.channel ?? 1,
    // Of a charger that nobody noted: a tenth of capacity, as is usual.
    amps: hook?.amps ?? battery.capacityAh / 10,
    absorptionVolts: hook?.absorptionVolts ?? (lead ? 14.4 * lead : (14.2 * battery.cells) / 4),
    floatVolts: hook ? hook.floatVolts : lead ? 13.5 * lead : null,
    regulated: charger?.automatic ?? true,
    mendedAt: state.darkCause?.at ?? null,
  };
}

/** What one would see at a battery of the demo now: its meter, its lamp. */
export async function getSight(request: Request): Promise<Response> {
  if (!hasOutside()) return refuse(404, 'Here you look for yourself.');
  const id = new URL(request.url).searchParams.get('battery') ?? '';
  try {
    const reply = await fetch(
      `http://127.0.0.1:${outsidePort()}/sight?battery=${encodeURIComponent(id)}`,
      { signal: AbortSignal.timeout(3000) },
    );
    return Response.json(await reply.json(), { status: reply.status });
  } catch (error) {
    return refuse(502, `The demo’s outside does not answer: ${(error as Error).message}.`);
  }
}
