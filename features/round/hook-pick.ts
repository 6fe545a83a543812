import { contextOf } from '../../core/context/from-record';
import type { ActiveConnection } from '../../core/connections/active-connections';
import {
  connectionsFor,
  usualConnection,
  type Connection,
} from '../../core/connections/available-connections';
import type { ChargeRequest } from '../../core/connections/charger-suitability';
import type { Judged, RoundData } from './round-data';
import type { Wish } from './wish';

/** How a battery can be put on charge just now, and which way is taken. */
export interface HookPick {
  /** Those that may be first. */
  readonly ways: readonly Connection[];
  readonly chosen: Connection;
  /** What hangs where on the site. */
  readonly hanging: readonly ActiveConnection[];
  /** It may be done: nothing against it, or a reason was given. */
  readonly goes: boolean;
  /** Why it is done all the same. */
  readonly why: string;
  readonly onPick: (id: string) => void;
  readonly onWhy: (why: string) => void;
}

/** Judges where a battery of the round can hang, and which way is taken. */
export type PickBy = (pick: typeof pickHook) => HookPick;

export function pickHook(
  { battery, standing, outlook }: Judged,
  { stock, rooms }: Pick<RoundData, 'stock' | 'rooms'>,
  hanging: readonly ActiveConnection[],
  bayMark: string,
  wish: Wish,
  purpose: ChargeRequest['purpose'],
  onWish: (wish: Wish) => void,
): HookPick {
  const room = rooms[battery.hallId] ?? null;
  const context = contextOf(standing, outlook);
  const request = { context, hallId: battery.hallId, room, purpose };
  const ways = connectionsFor(stock, hanging, request, battery.id, bayMark);
  const named = (id: string | null | undefined) => ways.find((way) => way.id === id);
  const planned = named(standing.planned?.chargerId);
  const chosen =
    named(wish.id) ??
    (planned?.because.length === 0 ? planned : undefined) ??
    usualConnection(ways);
  return {
    ways,
    chosen,
    hanging,
    goes: chosen.because.length === 0 || (chosen.overridable && wish.why.trim() !== ''),
    why: wish.why,
    onPick: (id) => onWish({ id, why: '' }),
    onWhy: (why) => onWish({ id: chosen.id, why }),
  };
}
